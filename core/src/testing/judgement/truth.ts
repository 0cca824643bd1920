import { deltaE2000, labOfLinear, decodeSrgb, type Lab } from '../../colour/index.js';
import { normalsOf, smoothedRun } from '../../geometry/index.js';
import { planarMap } from '../../map/boundaries/index.js';
import { withoutSpecksOfParts } from './without-specks.js';

/** A rendered picture with what is seen on each of its pixels. */
export type SeenPicture = {
  width: number;
  height: number;
  /** Clean 8-bit sRGB, three bytes a pixel. */
  rgb: Uint8Array;
  /** Part of each pixel: a thing, or one flat face of it. */
  part: Int16Array;
  /** Object each part belongs to. */
  objectOf: number[];
  /** 1 where the material is texture that no line belongs on. */
  textured: Uint8Array;
  /** Share of the light that falls on it, 0–1. */
  lit: Float32Array;
  /** 1 in a highlight. */
  highlight: Uint8Array;
  /** 1 where a part turns sharply, or hides itself. */
  crease: Uint8Array;
};

/** A place on a true contour. */
export type TrueSample = {
  x: number;
  y: number;
  /** Unit direction of the contour. */
  dx: number;
  dy: number;
  /** ΔE2000 and ΔL\* across it. */
  deltaE: number;
  deltaL: number;
  /** Objects on the two sides when they differ. */
  objects: readonly [number, number] | null;
};

/** The truth of a scene, in mm. */
export type Truth = {
  widthMm: number;
  heightMm: number;
  /** Samples along every contour of objects and parts, in order, evenly spaced. */
  contours: TrueSample[][];
  spacingMm: number;
  /** Places where a line may be drawn though no contour is there: edges of shadows and highlights, creases. */
  mayBe: (xMm: number, yMm: number) => boolean;
  textured: (xMm: number, yMm: number) => boolean;
};

/** Distance from sample to sample, mm. */
const spacingMm = 0.5;

/** Colours on the two sides are read over this stretch from the contour, mm. */
const sideFromMm = 0.7;
const sideToMm = 1.7;

/** A line this far from the edge of a shadow or highlight is still on it, mm. */
const mayReachMm = 2;

/** Smoothing along a traced contour that takes the staircase out, pixels. */
const staircasePx = 2;

/** A patch of a part smaller than this is a speck on the edge of others, and no shape of its own, mm². */
const speckMm2 = 1;

/** Reads contours, edges of shadows and highlights, and texture off a rendered picture. */
export function truthOf(rendered: SeenPicture, widthMm: number): Truth {
  const { width, height, objectOf } = rendered;
  const pxPerMm = width / widthMm;
  const part = withoutSpecksOfParts(rendered.part, objectOf, width, speckMm2 * pxPerMm * pxPerMm);
  const seen = { ...rendered, part };
  const map = planarMap({
    width,
    height,
    label: Int32Array.from(part),
    count: objectOf.length,
    step: 1,
  });
  const contours: TrueSample[][] = [];
  for (const arc of map.arcs) {
    if (arc.left < 0 || arc.right < 0) continue;
    const points = smoothedRun(Float64Array.from(arc.points), arc.closed, staircasePx);
    const run = sampled(seen, points, arc.closed, pxPerMm, arc.left, arc.right);
    if (run.length > 0) contours.push(run);
  }
  const reach = Math.round(mayReachMm * pxPerMm);
  const may = widened(shadowsAndHighlights(seen), width, height, reach);
  const read = (plane: Uint8Array) => (x: number, y: number) => {
    const column = Math.min(width - 1, Math.max(0, Math.floor(x * pxPerMm)));
    const row = Math.min(height - 1, Math.max(0, Math.floor(y * pxPerMm)));
    return plane[row * width + column] === 1;
  };
  return {
    widthMm,
    heightMm: height / pxPerMm,
    contours,
    spacingMm,
    mayBe: read(may),
    textured: read(seen.textured),
  };
}

function sampled(
  seen: SeenPicture,
  points: Float64Array,
  closed: boolean,
  pxPerMm: number,
  left: number,
  right: number,
): TrueSample[] {
  const normals = normalsOf(points, closed);
  const n = points.length / 2;
  const out: TrueSample[] = [];
  const [a, b] = [seen.objectOf[left], seen.objectOf[right]];
  let since = Infinity;
  for (let i = 0; i < n; i++) {
    const [x, y] = [points[2 * i], points[2 * i + 1]];
    if (i > 0) since += Math.hypot(x - points[2 * i - 2], y - points[2 * i - 1]);
    if (since < spacingMm * pxPerMm) continue;
    since = Number.isFinite(since) ? since - spacingMm * pxPerMm : 0;
    const [nx, ny] = [normals[2 * i], normals[2 * i + 1]];
    const one = sideColour(seen, x, y, -nx, -ny, left, pxPerMm);
    const other = sideColour(seen, x, y, nx, ny, right, pxPerMm);
    if (!one || !other) continue;
    out.push({
      x: x / pxPerMm,
      y: y / pxPerMm,
      dx: ny,
      dy: -nx,
      deltaE: deltaE2000(one, other),
      deltaL: Math.abs(one.lightness - other.lightness),
      objects: a === b ? null : [a, b],
    });
  }
  return out;
}

/** Mean colour of a part a little way from its contour; of thin parts what there is of them. */
function sideColour(
  { width, height, rgb, part }: SeenPicture,
  x: number,
  y: number,
  nx: number,
  ny: number,
  own: number,
  pxPerMm: number,
): Lab | null {
  const sum = [0, 0, 0];
  let count = 0;
  const read = (t: number) => {
    const column = Math.floor(x + t * nx);
    const row = Math.floor(y + t * ny);
    if (column < 0 || row < 0 || column >= width || row >= height) return;
    const i = row * width + column;
    if (part[i] !== own) return;
    for (let k = 0; k < 3; k++) sum[k] += decodeSrgb(rgb[3 * i + k] / 255);
    count++;
  };
  for (let t = sideFromMm * pxPerMm; t <= sideToMm * pxPerMm; t += 0.5) read(t);
  if (count === 0) for (let t = 0.5; t < sideFromMm * pxPerMm; t += 0.5) read(t);
  if (count === 0) return null;
  return labOfLinear(sum[0] / count, sum[1] / count, sum[2] / count);
}

/** A step of the light within this many pixels is the edge of a shadow; of a slower one every place is. */
const lightStepPx = 4;
const lightStep = 0.03;

/** Places where the light on one part changes quickly, or a highlight begins. */
function shadowsAndHighlights(seen: SeenPicture): Uint8Array {
  const { width, height, part, lit, highlight } = seen;
  const marks = seen.crease.slice();
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      for (const [dx, dy] of [
        [lightStepPx, 0],
        [0, lightStepPx],
      ]) {
        if (x + dx >= width || y + dy >= height) continue;
        const j = i + dy * width + dx;
        if (part[i] !== part[j]) continue;
        if (Math.abs(lit[i] - lit[j]) > lightStep || highlight[i] !== highlight[j]) marks[i] = 1;
      }
    }
  }
  return marks;
}

/** Marks grown by a square of the given reach. */
function widened(marks: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const pass = (from: Uint8Array, lines: number, length: number, stride: number, next: number) => {
    const out = new Uint8Array(from.length);
    for (let line = 0; line < lines; line++) {
      const base = line * next;
      let last = -Infinity;
      for (let k = 0; k < length; k++) {
        if (from[base + k * stride]) last = k;
        if (k - last <= reach) out[base + k * stride] = 1;
      }
      last = Infinity;
      for (let k = length - 1; k >= 0; k--) {
        if (from[base + k * stride]) last = k;
        if (last - k <= reach) out[base + k * stride] = 1;
      }
    }
    return out;
  };
  return pass(pass(marks, height, width, 1, width), width, height, width, 1);
}
