import { averaged, gaussianBlur, type Plane } from '../../raster/index.js';
import type { LabelledRaster } from '../values/index.js';

/** Which way the texture runs, on cells of the picture. */
export type Flow = {
  width: number;
  height: number;
  /** Pixels of the working raster to a cell. */
  cellPx: number;
  /** Unit direction along the texture; its sense means nothing. */
  alongX: Float32Array;
  alongY: Float32Array;
  /** 0–1: how far all texture there runs one way. */
  coherence: Float32Array;
};

/** Cells on which the texture's direction is gathered, and the stretch over which it is smoothed, mm. */
const cellMm = 1;
const smoothedMm = 2.5;

/** Texture fainter than this is noise: root mean square slope, L\* per mm. */
const faintest = 3;

/** Below this coherence there is no direction worth drawing. */
const minCoherence = 0.35;

/**
 * Direction of hair, fur, grass and cloth by the structure tensor (Bigün & Granlund 1987; Förstner & Gülch
 * 1987): the mean of the outer product of the slopes. Its smaller eigenvector runs along the texture; how
 * unequal its eigenvalues are says how far all of it runs one way.
 *
 * @param lightness unquieted L\*
 * @param onEdge whether a pixel lies on a boundary's slope: that is the boundary's direction, not the texture's
 */
export function findFlow(
  lightness: Plane,
  pxPerMm: number,
  onEdge: (x: number, y: number) => boolean = () => false,
): Flow {
  const cellPx = Math.max(2, Math.round(cellMm * pxPerMm));
  const { width, height, data } = lightness;
  const xx = new Float32Array(data.length);
  const xy = new Float32Array(data.length);
  const yy = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      if (onEdge(x, y)) continue;
      const i = y * width + x;
      const gx = data[i + 1] - data[i - 1];
      const gy = data[i + width] - data[i - width];
      xx[i] = gx * gx;
      xy[i] = gx * gy;
      yy[i] = gy * gy;
    }
  }
  const sigma = (smoothedMm * pxPerMm) / cellPx;
  const gathered = (part: Float32Array) =>
    gaussianBlur(averaged({ width, height, data: part }, cellPx), sigma);
  const a = gathered(xx);
  const b = gathered(xy).data;
  const c = gathered(yy).data;
  const flow: Flow = {
    width: a.width,
    height: a.height,
    cellPx,
    alongX: new Float32Array(b.length),
    alongY: new Float32Array(b.length),
    coherence: new Float32Array(b.length),
  };
  const least = (2 * faintest) / pxPerMm;
  for (let i = 0; i < b.length; i++) {
    const sum = a.data[i] + c[i];
    const spread = Math.hypot(a.data[i] - c[i], 2 * b[i]);
    const angle = 0.5 * Math.atan2(2 * b[i], a.data[i] - c[i]) + Math.PI / 2;
    flow.alongX[i] = Math.cos(angle);
    flow.alongY[i] = Math.sin(angle);
    flow.coherence[i] = sum > least * least ? spread / sum : 0;
  }
  return flow;
}

/** A short stroke along the flow, in pixels of the working raster, and the region it lies in. */
export type Stroke = { points: Float64Array; region: number; coherence: number };

export type StrokeOptions = {
  spacingPx: number;
  lengthPx: number;
  regions: LabelledRaster;
  /** Whether a place is too near a boundary: what runs along an edge is the edge, not texture. */
  nearEdge: (x: number, y: number) => boolean;
};

/** Strokes shorter than this share of the wanted length say nothing. */
const minShare = 0.4;

/** A stroke stops where it comes nearer to another than this share of the spacing. */
const tooNear = 0.6;

/**
 * Strokes along the flow, evenly spaced: streamlines that keep their distance (after Jobard & Lefer,
 * "Creating evenly-spaced streamlines", 1997), only where the flow is coherent, each within one shape.
 */
export function strokesAlong(flow: Flow, options: StrokeOptions): Stroke[] {
  const { spacingPx, lengthPx } = options;
  const near = new Near(spacingPx);
  const strokes: Stroke[] = [];
  const step = Math.max(1, flow.cellPx / 2);
  const field = { flow, options, near, step };
  for (let y = spacingPx / 2; y < flow.height * flow.cellPx; y += spacingPx) {
    for (let x = spacingPx / 2; x < flow.width * flow.cellPx; x += spacingPx) {
      const region = placeOf(x, y, flow, options);
      if (region === -1 || near.within(x, y, spacingPx * tooNear)) continue;
      const ahead = streamline(field, { x, y, region }, 1);
      const behind = streamline(field, { x, y, region }, -1);
      const run = [...behind.reverse(), [x, y] as const, ...ahead];
      if ((run.length - 1) * step < minShare * lengthPx) continue;
      for (const [px, py] of run) near.add(px, py);
      strokes.push({
        points: Float64Array.from(run.flat()),
        region,
        coherence: run.reduce((sum, [px, py]) => sum + coherenceAt(flow, px, py), 0) / run.length,
      });
    }
  }
  return strokes;
}

/** What streamlines run in: the flow, how they shall be, where others run already, and how far they go at a time, px. */
type Field = { flow: Flow; options: StrokeOptions; near: Near; step: number };

/** Half a stroke, from a place in a region with the flow or against it. */
function streamline(
  { flow, options, near, step }: Field,
  from: { x: number; y: number; region: number },
  sense: 1 | -1,
): [number, number][] {
  const run: [number, number][] = [];
  let { x, y } = from;
  let heading = directionAt(
    flow,
    x,
    y,
    sense * flow.alongX[cellAt(flow, x, y)],
    sense * flow.alongY[cellAt(flow, x, y)],
  );
  while (run.length * step < options.lengthPx / 2) {
    x += step * heading[0];
    y += step * heading[1];
    if (placeOf(x, y, flow, options) !== from.region || near.within(x, y, options.spacingPx * tooNear)) break;
    const next = directionAt(flow, x, y, heading[0], heading[1]);
    // A sharp turn is the end of this hair.
    if (next[0] * heading[0] + next[1] * heading[1] < 0.8) break;
    run.push([x, y]);
    heading = next;
  }
  return run;
}

/** Direction of the flow at a place, bilinear over cells, turned the way one is going. */
function directionAt(flow: Flow, x: number, y: number, hx: number, hy: number): [number, number] {
  const u = x / flow.cellPx - 0.5;
  const v = y / flow.cellPx - 0.5;
  let sx = 0;
  let sy = 0;
  for (let k = 0; k < 4; k++) {
    const cx = Math.min(flow.width - 1, Math.max(0, Math.floor(u) + (k & 1)));
    const cy = Math.min(flow.height - 1, Math.max(0, Math.floor(v) + (k >> 1)));
    const i = cy * flow.width + cx;
    const wx = k & 1 ? u - Math.floor(u) : 1 - u + Math.floor(u);
    const wy = k >> 1 ? v - Math.floor(v) : 1 - v + Math.floor(v);
    const sign = flow.alongX[i] * hx + flow.alongY[i] * hy >= 0 ? 1 : -1;
    sx += sign * wx * wy * flow.alongX[i];
    sy += sign * wx * wy * flow.alongY[i];
  }
  const length = Math.hypot(sx, sy) || 1;
  return [sx / length, sy / length];
}

function cellAt(flow: Flow, x: number, y: number): number {
  const cx = Math.min(flow.width - 1, Math.max(0, Math.floor(x / flow.cellPx)));
  const cy = Math.min(flow.height - 1, Math.max(0, Math.floor(y / flow.cellPx)));
  return cy * flow.width + cx;
}

function coherenceAt(flow: Flow, x: number, y: number): number {
  return flow.coherence[cellAt(flow, x, y)];
}

/** Region a stroke may run in at a place, or −1 where none may. */
function placeOf(x: number, y: number, flow: Flow, { regions, nearEdge }: StrokeOptions): number {
  const px = Math.floor(x / regions.step);
  const py = Math.floor(y / regions.step);
  if (px < 0 || py < 0 || px >= regions.width || py >= regions.height) return -1;
  if (coherenceAt(flow, x, y) < minCoherence || nearEdge(x, y)) return -1;
  return regions.label[py * regions.width + px];
}

/** Points on a grid of cells, asked whether one is near. */
class Near {
  private readonly cells = new Map<number, [number, number][]>();
  constructor(private readonly size: number) {}

  private key(cx: number, cy: number): number {
    return cy * 65_536 + cx;
  }

  add(x: number, y: number): void {
    const key = this.key(Math.floor(x / this.size), Math.floor(y / this.size));
    const cell = this.cells.get(key);
    if (cell) cell.push([x, y]);
    else this.cells.set(key, [[x, y]]);
  }

  /** Only distances up to the cell size are found. */
  within(x: number, y: number, distance: number): boolean {
    const cx = Math.floor(x / this.size);
    const cy = Math.floor(y / this.size);
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        for (const [px, py] of this.cells.get(this.key(cx + dx, cy + dy)) ?? []) {
          if ((px - x) ** 2 + (py - y) ** 2 < distance * distance) return true;
        }
      }
    }
    return false;
  }
}
