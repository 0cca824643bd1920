import { boxMean, median, transposed, type Plane } from '../../raster/index.js';

/** What was printed on a paper in one direction: lines at even distances. */
export type Ruling = {
  /** Which way its lines run. */
  runs: 'across' | 'down';
  everyMm: number;
  /** How much darker than the paper, L\*. */
  darkness: number;
};

/** Lines are printed no closer and no further apart than this, mm. */
const periodMm = { min: 3, max: 40 };

/** There are at least so many of them on a sheet. */
const minLines = 5;

/** The sheet is read in strips about so wide, mm: within one, printed lines are straight. */
const stripMm = 16;

/** Paper is printed evenly when its profile, moved by one period, is this much like itself. */
const alikeShare = 0.35;

/** A printed line with its blur is no wider, mm. */
const widthMm = 1.2;

/** Fainter than this, L\*, nothing is taken for print. */
const minDarkness = 0.8;

/** Of the lines seen this share is about as dark as most. */
const minPresent = 0.6;

/** Of the lines that a sheet has room for this share is seen, its margins left out. */
const minSeen = 0.5;

/** What is taken away is no darker than this many times the print in a strip: the rest was drawn along it. */
const maxShare = 1.25;

/** Takes a little more than the print's middle tone away, so that its noise goes with it. */
const takenShare = 1.15;

/**
 * Takes the lines of ruled or squared paper, or of a printed grid, away by their period: what is alike all along each of
 * many lines at even distances. What was drawn over them stays.
 *
 * @param ink how much darker than the paper each pixel is, L\*
 * @returns the ink without them, and what was found
 */
export function withoutRulings(ink: Plane, pxPerMm: number): { ink: Plane; rulings: Ruling[] } {
  const rulings: Ruling[] = [];
  const take = (plane: Plane, runs: Ruling['runs']): Plane => {
    const found = findLines(plane, pxPerMm);
    if (!found) return plane;
    rulings.push({ runs, everyMm: found.periodPx / pxPerMm, darkness: found.darkness });
    return withoutLines(plane, found, pxPerMm);
  };
  const level = take(ink, 'across');
  const plumb = transposed(level);
  const both = take(plumb, 'down');
  return { ink: both === plumb ? level : transposed(both), rulings };
}

/** A strip of the sheet: where it lies, how its lines slant, and the middle tone along each of its sheared rows. */
type Strip = { left: number; right: number; slope: number; profile: Float32Array };

type PrintedLines = {
  periodPx: number;
  darkness: number;
  strips: Strip[];
  /** Rows of the lines in each strip, at its middle. */
  rows: number[][];
};

/**
 * The lines printed on a paper, in one direction or two; nothing is taken away.
 *
 * @param ink how much darker than the paper each pixel is, L\*
 */
export function findRulings(ink: Plane, pxPerMm: number): Ruling[] {
  return withoutRulings(ink, pxPerMm).rulings;
}

function findLines(ink: Plane, pxPerMm: number): PrintedLines | null {
  const { width, height } = ink;
  const count = Math.max(1, Math.round(width / (stripMm * pxPerMm)));
  const edges = Array.from({ length: count + 1 }, (_, k) => Math.round((k * width) / count));
  const read = (slopes: ArrayLike<number>) =>
    Array.from({ length: count }, (_, k): Strip => {
      const strip = { left: edges[k], right: edges[k + 1], slope: slopes[k] };
      return { ...strip, profile: profileOf(ink, strip) };
    });
  const level = read(new Float64Array(count));
  const periodPx = findPeriod(
    level.map(({ profile }) => highPassed(profile, pxPerMm)),
    height,
    pxPerMm,
  );
  if (periodPx === null) return null;
  const rowsOf = ({ profile }: Strip) => trackedRows(profile, highPassed(profile, pxPerMm), periodPx);
  const slopes = slopesOf(level.map(rowsOf), width / count, periodPx);
  // Read along the slant of the lines their profile is as sharp as the print.
  const strips = read(slopes);
  const rows = strips.map(rowsOf);
  // Print is all over a sheet; what a thing has at even distances is here and there.
  const seenShare = rows.reduce((sum, own) => sum + own.length, 0) / (count * (height / periodPx));
  if (seenShare < minSeen) return null;
  const heights = strips.flatMap(({ profile }, k) =>
    rows[k].map((row) => overSides(profile, row, widthMm * pxPerMm)),
  );
  const darkness = median(heights);
  const present = heights.filter((value) => value > 0.4 * darkness).length / Math.max(1, heights.length);
  if (darkness < minDarkness || present < minPresent) return null;
  return { periodPx, darkness, strips, rows };
}

/** How much closer or further than its neighbours the next line may be: a sheet seen aslant crowds them on one side. */
const maxUneven = 0.25;

/** Follows the lines of a strip up and down from where they are surest, each looked for where the one before lets it be expected. */
function trackedRows(profile: Float32Array, sharp: Float32Array, period: number): number[] {
  const near = (row: number) => highestNear(sharp, row, maxUneven * period);
  let start = 0;
  let most = -Infinity;
  for (let row = Math.round(period); row + period < sharp.length; row++) {
    const sum = sharp[row] + sharp[near(row - period)] + sharp[near(row + period)];
    if (sum > most) [start, most] = [row, sum];
  }
  const follow = (step: 1 | -1) => {
    const rows: number[] = [];
    let apart = period;
    for (let row = start; ;) {
      const expected = row + step * apart;
      if (expected < 0 || expected >= profile.length) return rows;
      const found = near(expected);
      const seen = sharp[found] > 0.3 * sharp[start];
      row = seen ? found : expected;
      if (seen) {
        rows.push(found);
        const own = Math.abs(found - (rows[rows.length - 2] ?? start));
        if (Math.abs(own - apart) < maxUneven * apart) apart += 0.3 * (own - apart);
      }
    }
  };
  return [...follow(-1).reverse(), start, ...follow(1)];
}

/** How the lines of each strip slant, rows a column: from where they lie in the strips beside it. */
function slopesOf(rows: readonly (readonly number[])[], stripPx: number, period: number): number[] {
  const steps = rows.slice(1).map((own, k) => {
    const before = rows[k];
    const moved = own.map((row) => {
      const nearest = before.reduce((best, other) =>
        Math.abs(other - row) < Math.abs(best - row) ? other : best,
      );
      return row - nearest;
    });
    return median(moved.filter((by) => Math.abs(by) < period / 2)) / stripPx;
  });
  return rows.map((_, k) => {
    const beside = [steps[k - 1], steps[k]].filter((step) => step !== undefined);
    return beside.length === 0 ? 0 : beside.reduce((sum, step) => sum + step, 0) / beside.length;
  });
}

/** The middle tone of each row of a strip, along the slant of its lines; what crosses them does not count. */
function profileOf(
  { width, height, data }: Plane,
  { left, right, slope }: Omit<Strip, 'profile'>,
): Float32Array {
  const middle = (left + right) / 2;
  const held = new Float32Array(Math.ceil((right - left) / 2));
  const shifts = Int32Array.from(held, (_, k) => Math.round(slope * (left + 2 * k + 0.5 - middle)));
  const profile = new Float32Array(height);
  for (let y = 0; y < height; y++) {
    for (let k = 0; k < held.length; k++)
      held[k] = data[Math.min(height - 1, Math.max(0, y + shifts[k])) * width + left + 2 * k];
    profile[y] = held.sort()[held.length >> 1];
  }
  return profile;
}

/** A profile without what changes slowly, its highest no higher than most of its lines: one stroke drawn along it must not outweigh them. */
function highPassed(profile: Float32Array, pxPerMm: number): Float32Array {
  const reach = Math.round(2 * pxPerMm);
  const slow = boxMean({ width: profile.length, height: 1, data: profile }, reach).data;
  const out = profile.map((value, i) => value - slow[i]);
  const most = out.slice().sort()[Math.floor(0.96 * out.length)];
  return out.map((value) => Math.max(-most, Math.min(most, value)));
}

/** Periods are looked for in windows about so tall, in the longest period: seen aslant, lines crowd from window to window. */
const windowPeriods = 3;

/** The usual distance at which profiles are like themselves, rows; null when there is none. */
function findPeriod(profiles: readonly Float32Array[], height: number, pxPerMm: number): number | null {
  const longest = Math.min(Math.floor(height / minLines), Math.ceil(periodMm.max * pxPerMm));
  const shortest = Math.floor(periodMm.min * pxPerMm);
  const tall = Math.min(height, Math.max(windowPeriods * longest, 1));
  const periods: number[] = [];
  for (let top = 0; top + tall <= height; top += Math.max(1, tall >> 1)) {
    const period = periodWithin(
      profiles.map((profile) => profile.subarray(top, top + tall)),
      shortest,
      longest,
    );
    if (period !== null) periods.push(period);
  }
  return periods.length === 0 ? null : median(periods);
}

function periodWithin(profiles: readonly Float32Array[], shortest: number, longest: number): number | null {
  const power = likeness(profiles, 0);
  if (!(power > 0) || longest <= shortest + 2) return null;
  const alike = Float64Array.from({ length: longest + 2 }, (_, lag) =>
    lag < shortest - 1 ? 0 : likeness(profiles, lag) / power,
  );
  let highest = alikeShare;
  for (let lag = shortest; lag <= longest; lag++) highest = Math.max(highest, alike[lag]);
  for (let lag = shortest; lag <= longest; lag++)
    if (
      alike[lag] >= 0.7 * highest &&
      alike[lag] >= alikeShare &&
      alike[lag] >= alike[lag - 1] &&
      alike[lag] >= alike[lag + 1]
    )
      return lag;
  return null;
}

/** How much profiles are like themselves moved by some rows, a row. */
function likeness(profiles: readonly Float32Array[], lag: number): number {
  let [sum, count] = [0, 0];
  for (const profile of profiles) {
    for (let i = 0; i + lag < profile.length; i++) sum += profile[i] * profile[i + lag];
    count += profile.length - lag;
  }
  return sum / Math.max(1, count);
}

function highestNear(profile: Float32Array, row: number, reach: number): number {
  const middle = Math.round(row);
  let best = Math.min(profile.length - 1, Math.max(0, middle));
  for (let k = Math.ceil(-reach); k <= reach; k++) {
    const at = middle + k;
    if (at >= 0 && at < profile.length && profile[at] > profile[best]) best = at;
  }
  return best;
}

/** How far a profile stands over what lies to both sides. */
function overSides(profile: Float32Array, at: number, reachPx: number): number {
  return profile[at] - sideTone(profile, at, reachPx);
}

function sideTone(profile: Float32Array, at: number, reachPx: number): number {
  const reach = Math.max(2, Math.round(reachPx));
  const lowest = (from: number, to: number) => {
    let low = Infinity;
    for (let i = Math.max(0, from); i <= Math.min(profile.length - 1, to); i++)
      low = Math.min(low, profile[i]);
    return low;
  };
  return Math.max(0, Math.min(lowest(at - reach, at), lowest(at, at + reach)));
}

function withoutLines(ink: Plane, { darkness, strips, rows }: PrintedLines, pxPerMm: number): Plane {
  const { width, height } = ink;
  const data = ink.data.slice();
  const half = Math.max(2, Math.round((widthMm / 2) * pxPerMm));
  strips.forEach(({ left, right, slope, profile }, k) => {
    const taken = new Float32Array(height);
    const own = median(rows[k].map((row) => overSides(profile, row, widthMm * pxPerMm)));
    const most = maxShare * Math.max(own, darkness / 2);
    for (const row of rows[k]) {
      const side = sideTone(profile, row, widthMm * pxPerMm);
      for (let y = Math.max(0, row - half); y <= Math.min(height - 1, row + half); y++)
        taken[y] = Math.max(0, Math.min(most, takenShare * (profile[y] - side)));
    }
    const middle = (left + right) / 2;
    for (let x = left; x < right; x++) {
      const shift = Math.round(slope * (x + 0.5 - middle));
      for (let y = 0; y < height; y++) {
        const amount = taken[Math.min(height - 1, Math.max(0, y - shift))];
        if (amount === 0) continue;
        const i = y * width + x;
        data[i] = Math.max(Math.min(data[i], 0), data[i] - amount);
      }
    }
  });
  return { width, height, data };
}
