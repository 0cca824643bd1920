import type { Strip } from './strip.js';

/** A profile across a boundary: where its half-way tone lies, and its foot and shoulder. */
type Step = { half: number; centre: number; width: number; dark: number; light: number };

/** The step across a boundary at each of its rows. */
export type Steps = Readonly<Record<keyof Step, Float64Array>>;

/** Half the length along the boundary over which tones are averaged to judge plateaus, pixels. */
const windowPx = 7;

/**
 * Averages the strip along the boundary in windows and measures the step in each; one a row.
 *
 * @param rowPx pixels from row to row
 */
export function measureSteps(strip: Strip, closed: boolean, rowPx: number): Steps {
  const { rows, columns, reach, tone } = strip;
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
    found.push(measureStep(profile, reach, left, right));
  }
  return spreadOver(found, rows, begin, stride);
}

/** Rows between two measured ones take what lies between. */
function spreadOver(found: readonly Step[], rows: number, begin: number, stride: number): Steps {
  const spread = (key: keyof Step): Float64Array => {
    const out = new Float64Array(rows);
    for (let i = 0; i < rows; i++) {
      const position = Math.min(Math.max((i - begin) / stride, 0), found.length - 1);
      const before = Math.floor(position);
      const a = found[before][key];
      const b = found[Math.min(before + 1, found.length - 1)][key];
      out[i] = a + (b - a) * (position - before);
    }
    return out;
  };
  return {
    half: spread('half'),
    centre: spread('centre'),
    width: spread('width'),
    dark: spread('dark'),
    light: spread('light'),
  };
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
export function crossingNear(
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

/** The middle one of some numbers, or 0 of none. */
export function median(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values).sort();
  return sorted.length === 0 ? 0 : sorted[sorted.length >> 1];
}
