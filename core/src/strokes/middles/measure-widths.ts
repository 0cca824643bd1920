import { normalsOf } from '../../geometry/index.js';
import { sampleAt, type Plane } from '../../raster/index.js';
import type { Stroke } from '../stroke.js';
import { findRims } from './profile.js';

/** Profiles across a stroke are averaged over so much of it, in points: grain and noise even out. */
const averagedPoints = 24;

/** Samples across are this far apart, pixels. */
const sampleStep = 0.5;

/** Rims are looked for as far out as this many of the widths known so far, and two pixels more. */
const reachWidths = 0.9;

/**
 * Measures strokes again in the ink as it is, not as it was smoothed to find them: their width where they are half as
 * dark as in the middle, on the mean of profiles across some of their length.
 */
export function measureWidths(stroke: Stroke, ink: Plane): Stroke {
  const n = stroke.widths.length;
  if (stroke.black || n < 3) return stroke;
  const normals = normalsOf(stroke.points, stroke.closed);
  const widths = new Float64Array(n);
  const darkness = new Float64Array(n);
  for (let first = 0; first < n; first += averagedPoints) {
    const last = Math.min(n, first + averagedPoints);
    const read = readProfile(stroke, normals, ink, [first, last]);
    widths.fill(read.width, first, last);
    darkness.fill(read.darkness, first, last);
  }
  return { ...stroke, widths, darkness };
}

function readProfile(
  { points, widths }: Stroke,
  normals: Float64Array,
  ink: Plane,
  [first, last]: readonly [number, number],
) {
  let known = 0;
  for (let i = first; i < last; i++) known += widths[i] / (last - first);
  const reach = Math.ceil((reachWidths * known + 2) / sampleStep);
  const profile = new Float64Array(2 * reach + 1);
  for (let i = first; i < last; i += 2) {
    const [nx, ny] = [normals[2 * i], normals[2 * i + 1]];
    for (let k = -reach; k <= reach; k++) {
      const off = k * sampleStep;
      profile[k + reach] += sampleAt(ink, points[2 * i] + nx * off, points[2 * i + 1] + ny * off);
    }
  }
  const count = Math.ceil((last - first) / 2);
  // The middle was found already: its darkest lies close by.
  const { from, to, darkness } = findRims(profile, Math.ceil(1 / sampleStep));
  return { width: (to - from) * sampleStep, darkness: Math.max(0, darkness / count) };
}
