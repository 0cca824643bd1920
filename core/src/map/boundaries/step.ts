import type { Strip } from './strip.js';

/** A profile across a boundary: where its half-way tone lies, and its foot and shoulder. Lengths in pixels. */
export type Step = { half: number; centre: number; width: number; dark: number; light: number };

/** The steps across a boundary, measured in windows along it. */
export type Steps = {
  found: Step[];
  /** The row in the middle of the first window, and the rows from one window to the next. */
  begin: number;
  stride: number;
};

/** Half the length along the boundary over which tones are averaged to judge plateaus, pixels. */
const windowPx = 7;

/**
 * Averages the strip along the boundary in windows and measures the step in each.
 *
 * @param rowPx pixels from row to row
 */
export function measureSteps(strip: Strip, closed: boolean, rowPx: number): Steps {
  const { rows, columns, reach, tone, pitchPx } = strip;
  const half = Math.max(2, Math.round(windowPx / rowPx));
  const stride = Math.max(1, Math.min(half, rows >> 2));
  const found: Step[] = [];
  const profile = new Float64Array(columns);
  const begin = Math.min(stride >> 1, rows - 1);
  for (let centre = begin; centre < rows; centre += stride) {
    profile.fill(0);
    let left = reach;
    let right = reach;
    let count = 0;
    for (let k = -half; k <= half; k++) {
      let i = centre + k;
      if (closed) i = ((i % rows) + rows) % rows;
      else if (i < 0 || i >= rows) continue;
      count++;
      left = Math.min(left, Math.max(2, strip.roomLeft[i]));
      right = Math.min(right, Math.max(2, strip.roomRight[i]));
      const row = i * columns;
      for (let c = 0; c < columns; c++) profile[c] += tone[row + c];
    }
    for (let c = 0; c < columns; c++) profile[c] /= count;
    const step = measureStep(profile, reach, left, right, Math.max(1, slopeBasePx / pitchPx));
    step.centre *= pitchPx;
    step.width *= pitchPx;
    found.push(step);
  }
  return { found, begin, stride };
}

/** Values measured in windows, one a row: rows between two measured ones take what lies between. */
export function spreadOver(values: ArrayLike<number>, { begin, stride }: Steps, rows: number): Float64Array {
  const out = new Float64Array(rows);
  const last = values.length - 1;
  for (let i = 0; i < rows; i++) {
    const position = Math.min(Math.max((i - begin) / stride, 0), last);
    const before = position | 0;
    const a = values[before];
    out[i] = before < last ? a + (values[before + 1] - a) * (position - before) : a;
  }
  return out;
}

/** Slopes are taken over this many pixels to each side, and the steepest is looked for within as many. */
const slopeBasePx = 4;

/** A slope under this share of the steepest one is the foot or shoulder of the step. */
const footShare = 0.12;

/**
 * On a form that turns the tone goes on changing beside its contour. What it changes there, in the outer sixth of the
 * profile on either side, does not move the contour, unless it is so steep that it may be the step's own slope.
 */
const outerShare = 1 / 6;
const turningShare = 0.6;

function measureStep(
  profile: Float64Array,
  reach: number,
  left: number,
  right: number,
  maxBase: number,
): Step {
  // Differences over a longer stretch, where there is room, see the slope of a soft edge through the noise.
  const base = Math.max(1, Math.min(maxBase, Math.min(left, right) >> 1));
  const slope = (t: number) => profile[reach + t + base] - profile[reach + t - base];
  const low = -Math.min(left, reach - base);
  const high = Math.min(right, reach - base);
  const rising = profile[reach + high] >= profile[reach + low] ? 1 : -1;
  let steepest = 0;
  let at = 0;
  const search = Math.min(maxBase, high, -low);
  for (let t = -search; t <= search; t++) {
    if (rising * slope(t) > steepest) {
      steepest = rising * slope(t);
      at = t;
    }
  }
  const walk = (direction: 1 | -1, end: number, turning: number) => {
    let t = at;
    while (t !== end && rising * slope(t) - turning > footShare * (steepest - turning)) t += direction;
    return profile[reach + t];
  };
  const before = walk(-1, low, 0);
  const after = walk(1, high, 0);
  const outer = Math.max(1, Math.round((high - low) * outerShare));
  const turningFrom = (from: number, to: number) => {
    let least = Infinity;
    for (let t = from; t <= to; t++) least = Math.min(least, rising * slope(t));
    return least > 0 && least < turningShare * steepest ? least : 0;
  };
  const foot = walk(-1, low, turningFrom(low, Math.min(at, low + outer)));
  const shoulder = walk(1, high, turningFrom(Math.max(at, high - outer), high));
  const half = (foot + shoulder) / 2;
  const crossing = (level: number, from: number) => {
    const place = crossingNear(profile, reach, level, rising, from, low - 1, high + 1);
    return Number.isNaN(place) ? from : place;
  };
  const centre = crossing(half, at);
  const between = (share: number) => crossing(before + share * (after - before), centre);
  return {
    half,
    centre,
    width: Math.max(0, between(0.9) - between(0.1)),
    dark: Math.min(before, after),
    light: Math.max(before, after),
  };
}

/** Place where a row of tones passes a level in the wanted sense, nearest to `from`; NaN when nowhere. */
export function crossingNear(
  tones: Float64Array,
  reach: number,
  level: number,
  rising: number,
  from: number,
  low: number,
  high: number,
): number {
  const first = Math.max(low, -reach);
  const last = Math.min(high, reach) - 1;
  const middle = Math.floor(from);
  let best = NaN;
  let off = Infinity;
  for (let step = 0; middle - step >= first || middle + step <= last; step++) {
    for (let t = middle - step; t <= middle + step; t += Math.max(1, 2 * step)) {
      if (t < first || t > last) continue;
      const a = rising * (tones[reach + t] - level);
      const b = rising * (tones[reach + t + 1] - level);
      if (a > 0 || b < 0 || a === b) continue;
      const place = t + a / (a - b);
      if (Math.abs(place - from) < off) {
        best = place;
        off = Math.abs(place - from);
      }
    }
    if (step > off) break;
  }
  return best;
}
