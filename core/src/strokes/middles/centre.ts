import { normalsOf, smoothedRun } from '../../geometry/index.js';
import { sampleAt, type Plane } from '../../raster/index.js';
import type { Centred } from '../stroke.js';
import { findRims } from './profile.js';

/** What is read along a stroke (a number a place) carried on before its first place and after its last as it is there. */
export const carriedOn = (values: Float64Array, before: number, after: number): Float64Array =>
  Float64Array.from(
    { length: before + values.length + after },
    (_, i) => values[Math.min(values.length - 1, Math.max(0, i - before))],
  );

/** What is read across a stroke at one place. */
type Across = { off: number; width: number; darkness: number };

/** Samples across are this far apart, pixels. */
const sampleStep = 0.5;

/** Pixels of thinned lines jump aside by up to one: smoothing of the way before reading across it, in pixels. */
const wayStep = 2.5;

/** Offsets are read from noisy ink: smoothing of them along the stroke, pixels. */
const offStep = 2;

/**
 * Moves a run of pixels to the middle of the ink it runs through, and reads the stroke's width and darkness there.
 *
 * The middle is that of what is darker than half the darkest across, which is the stroke's own between its two rims
 * whether its ink is even or not; half the darkest is where the rims of blurred strokes lie.
 *
 * @param depth how deep in the ink each pixel lies, for how far to look across
 */
export function centreRun(
  ink: Plane,
  run: Float64Array,
  depth: (x: number, y: number) => number,
  closed: boolean,
): Centred {
  const n = run.length / 2;
  const way = smoothedRun(run, closed, wayStep);
  const offs = new Float64Array(n);
  const normals = normalsOf(way, closed);
  const widths = new Float64Array(n);
  const darkness = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const [x, y] = [2 * i, 2 * i + 1];
    const read = readAcross(ink, way[x], way[y], normals[x], normals[y], depth(run[x], run[y]));
    offs[i] = read.off;
    widths[i] = read.width;
    darkness[i] = read.darkness;
  }
  const calm = smoothedNumbers(offs, offStep, closed);
  const points = way.map((value, k) => value + normals[k] * calm[k >> 1]);
  return {
    points: smoothedRun(points, closed, 1),
    widths: smoothedNumbers(widths, 4, closed),
    darkness: smoothedNumbers(darkness, 4, closed),
  };
}

function readAcross(ink: Plane, x: number, y: number, nx: number, ny: number, depth: number): Across {
  const reach = Math.ceil((1.6 * depth + 2.5) / sampleStep);
  const profile = new Float64Array(2 * reach + 1);
  for (let k = -reach; k <= reach; k++) {
    const off = k * sampleStep;
    profile[k + reach] = sampleAt(ink, x + nx * off, y + ny * off);
  }
  const { from, to, darkness } = findRims(profile, Math.ceil((0.6 * depth + 1) / sampleStep));
  return {
    off: ((from + to) / 2 - reach) * sampleStep,
    width: (to - from) * sampleStep,
    darkness: Math.max(0, darkness),
  };
}

/** Smooths numbers along a run with a Gaussian; an open run is smoothed by what there is at its ends. */
function smoothedNumbers(values: Float64Array, sigma: number, closed: boolean): Float64Array {
  const n = values.length;
  const radius = Math.min(n - 1, Math.ceil(3 * sigma));
  if (radius < 1) return values;
  const kernel = Float64Array.from({ length: 2 * radius + 1 }, (_, k) =>
    Math.exp((-(k - radius) * (k - radius)) / (2 * sigma * sigma)),
  );
  const smooth = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    let total = 0;
    const first = closed ? i - radius : Math.max(0, i - radius);
    const last = closed ? i + radius : Math.min(n - 1, i + radius);
    for (let at = first; at <= last; at++) {
      const weight = kernel[at - i + radius];
      sum += weight * values[at < 0 ? at + n : at >= n ? at - n : at];
      total += weight;
    }
    smooth[i] = sum / total;
  }
  return smooth;
}
