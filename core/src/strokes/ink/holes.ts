import { parabolaBottom } from '../../geometry/index.js';
import { median, type Plane } from '../../raster/index.js';
import { depthsOf, drawnDarkness, isCrest } from './ink-mask.js';
import { pixelsOf, type Mask, type SoftInk } from './mask.js';
import { withoutSpecks } from './patches.js';

/** Whether strokes are ragged is told by those that are this dark, of what is drawn. */
const drawnShare = 0.4;

/** The tooth of the paper leaves bare stretches no longer than this, mm; a longer one is paper between two strokes. */
const maxToothMm = 3;

/** The middle of strokes is no deeper than this, of its median: deeper it lies between two that run side by side. */
const maxDepthShare = 1.5;

/** What is bare of the middle of strokes where it is looked at closely. */
export type Holes = {
  /** The share of the middle of single strokes that is bare for no longer than tooth is. */
  ragged: number;
  /** The share of all middles that is bare and lies between two strokes. */
  between: number;
  /** How deep strokes are in the middle, the median, mm. */
  depthMm: number;
};

/**
 * Looks closely at the middle of strokes that are seen less closely.
 *
 * @param close where ink is, looked at closely
 * @param soft the same ink smoothed further, on pixels of which there are `pxPerMm` a mm, each `step` of the other's wide
 */
export function holesOf(
  close: Mask,
  soft: SoftInk,
  { step, pxPerMm }: { step: number; pxPerMm: number },
): Holes {
  const drawn = pixelsOf(soft.mask);
  const depths = depthsOf(soft.mask, drawn);
  const { width, height, data } = soft.plane;
  const middles = middlesOf(soft, depths, drawn);
  const depth = median(middles.map((i) => depths[i]));
  const bare = new Uint8Array(data.length);
  for (const i of middles) {
    const { x, y } = crestAcross(soft.plane, i);
    const at = Math.floor(step * y - 0.5) * close.width + Math.floor(step * x - 0.5);
    if (
      !close.data[at] &&
      !close.data[at + 1] &&
      !close.data[at + close.width] &&
      !close.data[at + close.width + 1]
    )
      bare[i] = 1;
  }
  const isLong = longAmong({ width, height, data: bare }, maxToothMm * pxPerMm);
  const isSingle = (i: number) => depths[i] <= maxDepthShare * depth;
  const share = (part: number, whole: number) => (whole === 0 ? 0 : part / whole);
  const single = middles.filter(isSingle);
  const ofTooth = single.filter((i) => bare[i] && !isLong[i]);
  const between = middles.filter((i) => bare[i] && (isLong[i] || !isSingle(i)));
  return {
    ragged: share(ofTooth.length, single.length),
    between: share(between.length, middles.length),
    depthMm: depth / pxPerMm,
  };
}

/** Which pixels of a thin run, with a break of a pixel here and there, are of one at least so many pixels long. */
function longAmong({ width, height, data }: Mask, minLength: number): Uint8Array {
  const wide = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++)
    if (data[i])
      for (let y = -width; y <= width; y += width) for (let x = -1; x <= 1; x++) wide[i + y + x] = 1;
  return withoutSpecks({ width, height, data: wide }, widened * minLength, 0).data;
}

/** How wide a thin run is when its pixels are taken with those around them. */
const widened = 3;

/**
 * Where the middle of a stroke lies that runs through a pixel, in pixels: the top of a parabola over it and its two
 * neighbours across, which is where they fall off most. A pixel may be as wide as the stroke, and mostly beside it.
 */
function crestAcross({ width, data }: Plane, i: number): { x: number; y: number } {
  const here = data[i];
  let [fall, dx, dy] = [-Infinity, 0, 0];
  for (const [stepX, stepY] of acrossSteps) {
    const step = stepY * width + stepX;
    const [before, after] = [data[i - step], data[i + step]];
    const bend = (2 * here - before - after) / (stepX * stepX + stepY * stepY);
    if (bend <= fall) continue;
    fall = bend;
    const shift = parabolaBottom(-before, -here, -after, 1);
    [dx, dy] = [shift * stepX, shift * stepY];
  }
  return { x: (i % width) + 0.5 + dx, y: Math.floor(i / width) + 0.5 + dy };
}

/** Level, plumb and both diagonals. */
const acrossSteps = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const;

/** The pixels in the middle of strokes that are dark enough to be drawn. */
function middlesOf({ plane, noise }: SoftInk, depths: Float32Array, drawn: readonly number[]): number[] {
  const dark = drawnShare * drawnDarkness(plane, noise);
  return drawn.filter((i) => depths[i] > 0 && plane.data[i] >= dark && isCrest(depths, i, plane.width));
}
