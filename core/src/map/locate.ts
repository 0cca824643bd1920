import { lightnessOfLuminance } from '../colour/index.js';
import type { Plane } from '../raster/index.js';
import type { Arc } from './planar-map.js';
import type { Regions } from './regions.js';
import { crossingNear, measureSteps, median, type Step } from './step.js';
import { normalsOf, readStrip, type Strip } from './strip.js';

/** A boundary found to a fraction of a pixel, with what was measured across it. */
export type LocatedArc = {
  /** x0, y0, x1, y1 … in pixels, about one a pixel; a closed arc does not repeat its first point. */
  points: Float64Array;
  /** |ΔL\*| across it. */
  contrast: number;
  /** 10–90 % width of the tonal step, pixels. */
  softnessPx: number;
};

/** The widest soft edge looked for reaches this far to each side, mm. */
const reachMm = 6;

/** The first look goes this far to each side, pixels. */
const nearReachPx = 9;

/** No boundary is moved further than this from where the regions put it, in pixels and in softness. */
const mostShiftPx = 3;

/** Points within this of a junction are not trusted: a third tone mixes in there (pixels). */
export const junctionBlurPx = 3;

/** A boundary that shows less than this share of the step between its two values lies in a gradation. */
const partialStep = 0.5;

/**
 * Puts a boundary where the unquieted picture has it, in linear light: there a lens spreads a hard edge
 * evenly, so that the edge lies where the tone is half-way between its two sides.
 *
 * The picture is straightened along the boundary, averaged along it (which costs no sharpness across it),
 * and the half-way tone found on every row.
 */
export function locateArc(
  arc: Arc,
  luminance: Plane,
  regions: Regions,
  levelLightness: readonly number[],
  pxPerMm: number,
): LocatedArc {
  const toneOf = (region: number) => levelLightness[regions.level[region]];
  const expected = Math.abs(toneOf(arc.left) - toneOf(arc.right));
  let points = smoothCracks(arc);
  const farReach = Math.max(4, Math.min(40, Math.ceil(reachMm * pxPerMm)));
  const nearReach = Math.min(nearReachPx, farReach);
  let reach = nearReach;
  let contrast = 0;
  let softnessPx = 0;
  // Most edges are hard and need only a near look, twice; a soft one is then looked at from further off.
  for (let pass = 0; pass < (reach === nearReach ? 2 : 4); pass++) {
    const normals = normalsOf(points, arc.closed);
    const strip = readStrip(luminance, regions, points, normals, arc, reach);
    const steps = measureSteps(strip, arc.closed);
    const offsets = findOffsets(strip, steps, arc.closed);
    points = shifted(points, normals, offsets);
    contrast = median(steps.map((s) => lightnessOfLuminance(s.light) - lightnessOfLuminance(s.dark)));
    const width = median(steps.map((s) => s.width));
    // Where less than the step between the two values happens here, the rest is a gradation around it:
    // at the slope measured the whole step would take this much longer.
    const share = contrast / Math.max(expected, 1e-6);
    softnessPx = share < partialStep ? Math.min(farReach, width / Math.max(share, 0.05)) : width;
    if (width > nearReach / 2) reach = farReach;
    points = smoothRun(points, arc.closed, easing(softnessPx));
  }
  return { points, contrast, softnessPx };
}

/** Midpoints of the cracks, smoothed just enough to lose the staircase; the ends of an open arc stay. */
function smoothCracks(arc: Arc): Float64Array {
  const p = arc.points;
  const n = p.length / 2;
  const out: number[] = [];
  if (!arc.closed) out.push(p[0], p[1]);
  const cracks = arc.closed ? n : n - 1;
  for (let i = 0; i < cracks; i++) {
    const j = (i + 1) % n;
    out.push((p[2 * i] + p[2 * j]) / 2, (p[2 * i + 1] + p[2 * j + 1]) / 2);
  }
  if (!arc.closed) out.push(p[2 * n - 2], p[2 * n - 1]);
  return smoothRun(Float64Array.from(out), arc.closed, 3);
}

/** Weights 1-2-1 along the run, a number of times. */
function smoothRun(points: Float64Array, closed: boolean, times: number): Float64Array {
  const n = points.length / 2;
  let from = points;
  for (let pass = 0; pass < times; pass++) {
    const to = from.slice();
    for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
      const a = (i + n - 1) % n;
      const b = (i + 1) % n;
      to[2 * i] = 0.25 * (from[2 * a] + from[2 * b]) + 0.5 * from[2 * i];
      to[2 * i + 1] = 0.25 * (from[2 * a + 1] + from[2 * b + 1]) + 0.5 * from[2 * i + 1];
    }
    from = to;
  }
  return from;
}

/**
 * How often to smooth a boundary of a given softness: a blend has no place finer than a part of its own
 * width, so its wobble within that is noise. Each round of 1-2-1 adds half a pixel squared of variance.
 */
function easing(softnessPx: number): number {
  if (softnessPx < 3) return 0;
  const sigmaPx = Math.min(7, 0.5 * (softnessPx - 2));
  return Math.round(2 * sigmaPx * sigmaPx);
}

/** Shift of every row towards the half-way tone, pixels to the right. */
function findOffsets(strip: Strip, steps: Step[], closed: boolean): Float64Array {
  const { rows, columns, reach, tone } = strip;
  // A softer step is less certain row by row, and bends less: average further along it.
  const softness = median(steps.map((step) => step.width));
  const along = Math.max(1, Math.min(6, Math.round(softness / 2)));
  const row = new Float64Array(columns);
  const offsets = new Float64Array(rows).fill(NaN);
  for (let i = 0; i < rows; i++) {
    if (!closed && Math.min(i, rows - 1 - i) < junctionBlurPx && rows > 4 * junctionBlurPx) continue;
    const step = steps[i];
    const most = mostShiftPx + step.width / 2;
    const from = Math.max(-reach, Math.floor(step.centre - most) - 1);
    const to = Math.min(reach, Math.ceil(step.centre + most) + 1);
    row.fill(0);
    let count = 0;
    for (let k = -along; k <= along; k++) {
      let j = i + k;
      if (closed) j = ((j % rows) + rows) % rows;
      else if (j < 0 || j >= rows) continue;
      count++;
      for (let t = from; t <= to; t++) row[reach + t] += tone[j * columns + reach + t];
    }
    for (let t = from; t <= to; t++) row[reach + t] /= count;
    const rising = row[reach + to] >= row[reach + from] ? 1 : -1;
    const place = crossingNear(row, 0, reach, step.half, rising, step.centre, from, to);
    if (place !== null && Math.abs(place) <= most) offsets[i] = place;
  }
  return settle(offsets, closed);
}

/** Fills rows without a finding from their neighbours and takes out lone jumps. */
function settle(offsets: Float64Array, closed: boolean): Float64Array {
  const n = offsets.length;
  const known: number[] = [];
  for (let i = 0; i < n; i++) if (!Number.isNaN(offsets[i])) known.push(i);
  const out = new Float64Array(n);
  if (known.length === 0) return out;
  const window: number[] = [];
  for (let i = 0, k = 0; i < n; i++) {
    while (k < known.length - 1 && Math.abs(known[k + 1] - i) <= Math.abs(known[k] - i)) k++;
    window.length = 0;
    for (let d = -2; d <= 2; d++) {
      const j = closed
        ? (k + d + known.length) % known.length
        : Math.min(Math.max(k + d, 0), known.length - 1);
      window.push(offsets[known[j]]);
    }
    window.sort((a, b) => a - b);
    out[i] = window[2];
  }
  return out;
}

function shifted(points: Float64Array, normals: Float64Array, offsets: Float64Array): Float64Array {
  const out = points.slice();
  for (let i = 0; i < offsets.length; i++) {
    out[2 * i] += offsets[i] * normals[2 * i];
    out[2 * i + 1] += offsets[i] * normals[2 * i + 1];
  }
  return out;
}
