import { sampleAt, type Plane } from '../raster/index.js';
import { normalAt } from './centre.js';
import type { Stroke } from './chain.js';

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
  const widths = new Float64Array(n);
  const darkness = new Float64Array(n);
  for (let first = 0; first < n; first += averagedPoints) {
    const last = Math.min(n, first + averagedPoints);
    const read = readProfile(stroke, ink, first, last);
    widths.fill(read.width, first, last);
    darkness.fill(read.darkness, first, last);
  }
  return { ...stroke, widths, darkness };
}

function readProfile({ points, widths, closed }: Stroke, ink: Plane, first: number, last: number) {
  let known = 0;
  for (let i = first; i < last; i++) known += widths[i] / (last - first);
  const reach = Math.ceil((reachWidths * known + 2) / sampleStep);
  const profile = new Float64Array(2 * reach + 1);
  for (let i = first; i < last; i += 2) {
    const [nx, ny] = normalAt(points, i, closed);
    for (let k = -reach; k <= reach; k++) {
      const off = k * sampleStep;
      profile[k + reach] += sampleAt(ink, points[2 * i] + nx * off, points[2 * i + 1] + ny * off);
    }
  }
  const count = Math.ceil((last - first) / 2);
  let top = reach;
  // The middle was found already: its darkest lies close by.
  const near = Math.ceil(1 / sampleStep);
  for (let k = reach - near; k <= reach + near; k++) if (profile[k] > profile[top]) top = k;
  const rim = profile[top] / 2;
  const edge = (step: 1 | -1) => {
    let k = top;
    while (k + step >= 0 && k + step <= 2 * reach && profile[k + step] > rim) k += step;
    const beyond = k + step;
    if (beyond < 0 || beyond > 2 * reach) return Math.abs(k - top);
    return Math.abs(k - top) + (profile[k] - rim) / (profile[k] - profile[beyond] || 1);
  };
  return { width: (edge(1) + edge(-1)) * sampleStep, darkness: Math.max(0, profile[top] / count) };
}
