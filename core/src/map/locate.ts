import { lightnessOfLuminance } from '../colour/index.js';
import type { Plane } from '../raster/index.js';
import type { Arc } from './planar-map.js';
import type { Regions } from './regions.js';
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

/** Half the length along the boundary over which tones are averaged to judge plateaus, pixels. */
const windowPx = 7;

/** A boundary that shows less than this share of the step between its two values lies in a gradation. */
const partialStep = 0.5;

/** A profile across a boundary: where its half-way tone lies, and its foot and shoulder. */
type Step = { half: number; centre: number; width: number; dark: number; light: number };

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

/** Averages the strip along the boundary in windows and measures the step in each; one a row. */
function measureSteps(strip: Strip, closed: boolean): Step[] {
  const { rows, columns, reach } = strip;
  const stride = Math.max(1, Math.min(windowPx, rows >> 2));
  const centres: number[] = [];
  for (let i = Math.min(stride >> 1, rows - 1); i < rows; i += stride) centres.push(i);
  const profile = new Float64Array(columns);
  const found = centres.map((centre) => {
    profile.fill(0);
    let left = reach;
    let right = reach;
    let count = 0;
    for (let k = -windowPx; k <= windowPx; k++) {
      let i = centre + k;
      if (closed) i = ((i % rows) + rows) % rows;
      else if (i < 0 || i >= rows) continue;
      count++;
      left = Math.min(left, Math.max(2, strip.roomLeft[i]));
      right = Math.min(right, Math.max(2, strip.roomRight[i]));
      for (let c = 0; c < columns; c++) profile[c] += strip.tone[i * columns + c];
    }
    for (let c = 0; c < columns; c++) profile[c] /= count;
    return measureStep(profile, reach, left, right);
  });
  // Rows between two centres take what lies between.
  return Array.from({ length: rows }, (_, i) => {
    const position = Math.min(Math.max((i - centres[0]) / stride, 0), found.length - 1);
    const a = found[Math.floor(position)];
    const b = found[Math.ceil(position)];
    const t = position - Math.floor(position);
    const mix = (key: keyof Step) => a[key] + (b[key] - a[key]) * t;
    return {
      half: mix('half'),
      centre: mix('centre'),
      width: mix('width'),
      dark: mix('dark'),
      light: mix('light'),
    };
  });
}

/** Slopes are taken over this many pixels to each side. */
const slopeBasePx = 4;

/** A slope under this share of the steepest one is the foot or shoulder of the step. */
const footShare = 0.12;

function measureStep(profile: Float64Array, reach: number, left: number, right: number): Step {
  // Differences over a longer stretch, where there is room, see the slope of a soft edge through the noise.
  const base = Math.max(1, Math.min(slopeBasePx, Math.min(left, right) >> 1));
  const slope = (t: number) => profile[reach + t + base] - profile[reach + t - base];
  const low = -Math.min(left, reach - base);
  const high = Math.min(right, reach - base);
  const rising = profile[reach + high] >= profile[reach + low] ? 1 : -1;
  let steepest = 0;
  let at = 0;
  const search = Math.min(4, high, -low);
  for (let t = -search; t <= search; t++) {
    if (rising * slope(t) > steepest) {
      steepest = rising * slope(t);
      at = t;
    }
  }
  const walk = (direction: 1 | -1, end: number) => {
    let t = at;
    while (t !== end && rising * slope(t) > footShare * steepest) t += direction;
    return profile[reach + t];
  };
  const before = walk(-1, low);
  const after = walk(1, high);
  const half = (before + after) / 2;
  const crossing = (share: number, from: number) => {
    const level = before + share * (after - before);
    return crossingNear(profile, 0, reach, level, rising, from, low - 1, high + 1) ?? from;
  };
  const centre = crossing(0.5, at);
  return {
    half,
    centre,
    width: Math.max(0, crossing(0.9, centre) - crossing(0.1, centre)),
    dark: Math.min(before, after),
    light: Math.max(before, after),
  };
}

/** Place where a row of tones passes a level in the wanted sense, nearest to `from`; null when nowhere. */
function crossingNear(
  tones: ArrayLike<number>,
  row: number,
  reach: number,
  level: number,
  rising: number,
  from: number,
  low: number,
  high: number,
): number | null {
  const first = Math.max(low, -reach);
  const last = Math.min(high, reach) - 1;
  let best: number | null = null;
  const base = row + reach;
  for (let step = 0, middle = Math.floor(from); middle - step >= first || middle + step <= last; step++) {
    for (const t of step === 0 ? [middle] : [middle - step, middle + step]) {
      if (t < first || t > last) continue;
      const a = rising * (tones[base + t] - level);
      const b = rising * (tones[base + t + 1] - level);
      if (a > 0 || b < 0 || a === b) continue;
      const place = t + a / (a - b);
      if (best === null || Math.abs(place - from) < Math.abs(best - from)) best = place;
    }
    if (best !== null && step > Math.abs(best - from)) return best;
  }
  return best;
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

function median(values: number[]): number {
  const sorted = Float64Array.from(values).sort();
  return sorted.length === 0 ? 0 : sorted[sorted.length >> 1];
}
