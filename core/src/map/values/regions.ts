import { joinRuns, type Plane } from '../../raster/index.js';
import type { Slopes } from './slopes.js';

/** A picture cut into regions. */
export type LabelledRaster = {
  width: number;
  height: number;
  /** Region of each pixel, 0 … count − 1. */
  label: Int32Array;
  count: number;
  /** Pixels of the working raster that one pixel here spans each way. */
  step: number;
};

/** The picture cut into connected regions of one value and one thing each. */
export type Regions = LabelledRaster & {
  /** Value of each region, 0 is darkest. */
  level: Uint8Array;
  /** The thing, or part of a thing, that each region is part of: its region among the contours. */
  thing: Int32Array;
};

/**
 * Connected regions of equal value within one thing. Flats are sorted by the limits; slopes are then shared out among the
 * flats from the gentlest pixel to the steepest, so that two regions meet where the edge is steepest (a
 * watershed, after Meyer 1991). A slope no flat touches is sorted by its own lightness.
 *
 * @param lightness quieted L\* plane
 * @param limits ascending L\* limits between values
 * @param step pixels of the working raster that one pixel of the plane spans each way
 * @param things the thing each pixel is part of; no region reaches over a contour
 */
export function findRegions(
  lightness: Plane,
  slopes: Slopes,
  limits: readonly number[],
  step: number,
  things: Int32Array = new Int32Array(lightness.data.length),
): Regions {
  const { width, height, data } = lightness;
  const label = new Int32Array(data.length).fill(-1);
  const found: RegionsFound = { level: [], thing: [] };
  labelFlats(levelsOf(data, limits, slopes.onSlope), things, width, label, found);
  const stack = new Int32Array(data.length);
  shareOut(label, slopes.steepness, things, width, stack);
  // A slope no flat touches is sorted by its own lightness.
  if (label.includes(-1)) {
    const done = new Uint8Array(label.length);
    for (let i = 0; i < done.length; i++) if (label[i] !== -1) done[i] = 1;
    labelFlats(levelsOf(data, limits, done), things, width, label, found);
  }
  const { level, thing } = found;
  return {
    width,
    height,
    label,
    count: level.length,
    level: Uint8Array.from(level),
    thing: Int32Array.from(thing),
    step,
  };
}

/** The value of each region found so far, and the thing it is part of. */
type RegionsFound = { level: number[]; thing: number[] };

/** The value each pixel's lightness falls in, or `none` for those that are barred. */
function levelsOf(data: Float32Array, limits: readonly number[], barred: Uint8Array): Uint8Array {
  const levels = new Uint8Array(data.length);
  // Pixels side by side are mostly of one value: it is looked up where a tone leaves it.
  let [level, from, to] = [0, -Infinity, limits[0] ?? Infinity];
  for (let i = 0; i < data.length; i++) {
    if (barred[i] !== 0) {
      levels[i] = none;
      continue;
    }
    const tone = data[i];
    if (!(tone >= from && tone < to)) {
      level = 0;
      while (level < limits.length && tone >= limits[level]) level++;
      from = level === 0 ? -Infinity : limits[level - 1];
      to = level === limits.length ? Infinity : limits[level];
    }
    levels[i] = level;
  }
  return levels;
}

/** Stands for the level of a pixel that is not to be labelled. */
const none = 255;

/**
 * Labels the connected regions of equal level, in reading order of their first pixels, by runs of one level and
 * thing.
 *
 * @param levels level of each pixel, or `none`
 * @param label gets the labels; pixels of no level are left alone
 * @param found gets the level and thing of each new region
 */
function labelFlats(
  levels: Uint8Array,
  things: Int32Array,
  width: number,
  label: Int32Array,
  found: RegionsFound,
): void {
  // The first pixel of each run and the one behind its last.
  const from: number[] = [];
  const to: number[] = [];
  for (let row = 0; row < levels.length; row += width) {
    const end = row + width;
    for (let i = row; i < end;) {
      const own = levels[i];
      const thing = things[i];
      const start = i;
      do i++;
      while (i < end && levels[i] === own && things[i] === thing);
      if (own === none) continue;
      from.push(start);
      to.push(i);
    }
  }
  const first = joinRuns(from, to, width, false, (one, other) => {
    const [a, b] = [from[one], from[other]];
    return levels[a] === levels[b] && things[a] === things[b];
  });
  // Regions are numbered by their first pixel.
  const number = new Int32Array(from.length);
  for (let run = 0; run < from.length; run++) {
    if (first[run] === run) {
      number[run] = found.level.push(levels[from[run]]) - 1;
      found.thing.push(things[from[run]]);
    } else number[run] = number[first[run]];
    label.fill(number[run], from[run], to[run]);
  }
}

/** Stands for the label of a pixel that waits for one. */
const waiting = -2;

/** Floods unlabelled pixels from the labelled ones of their thing in order of steepness, first come first served. */
function shareOut(
  label: Int32Array,
  steepness: Uint8Array,
  things: Int32Array,
  width: number,
  next: Int32Array,
): void {
  // One queue a steepness, as linked lists through `next`.
  const head = new Int32Array(256).fill(-1);
  const tail = new Int32Array(256).fill(-1);
  const offsets = Int32Array.of(-1, 1, -width, width);
  const push = (i: number, s: number) => {
    label[i] = waiting;
    next[i] = -1;
    if (tail[s] === -1) head[s] = i;
    else next[tail[s]] = i;
    tail[s] = i;
  };
  const sides = sidesOfSameThing(label, things, width);
  for (let i = 0; i < label.length; i++) {
    if (label[i] !== -1) continue;
    for (let side = 0; side < 4; side++) {
      if ((sides[i] & (1 << side)) === 0 || label[i + offsets[side]] < 0) continue;
      push(i, steepness[i]);
      break;
    }
  }
  for (let s = 0; s < 256; s++) {
    for (let i = head[s]; i !== -1; i = head[s]) {
      head[s] = next[i];
      if (head[s] === -1) tail[s] = -1;
      // It goes to the gentlest of its neighbours.
      let gentlest = -1;
      for (let side = 0; side < 4; side++) {
        if ((sides[i] & (1 << side)) === 0) continue;
        const j = i + offsets[side];
        if (label[j] === -1) push(j, steepness[j] > s ? steepness[j] : s);
        else if (label[j] >= 0 && (gentlest < 0 || steepness[j] < steepness[gentlest])) gentlest = j;
      }
      label[i] = label[gentlest];
    }
  }
}

/** To which sides an unlabelled pixel has a neighbour of its own thing: left, right, above and below as bits 0 to 3. */
function sidesOfSameThing(label: Int32Array, things: Int32Array, width: number): Uint8Array {
  const sides = new Uint8Array(label.length);
  const last = label.length - width;
  for (let i = 0, x = 0; i < label.length; i++, x = x === width - 1 ? 0 : x + 1) {
    if (label[i] !== -1) continue;
    const own = things[i];
    let bits = 0;
    if (x > 0 && things[i - 1] === own) bits |= 1;
    if (x < width - 1 && things[i + 1] === own) bits |= 2;
    if (i >= width && things[i - width] === own) bits |= 4;
    if (i < last && things[i + width] === own) bits |= 8;
    sides[i] = bits;
  }
  return sides;
}

/** Share of the picture each region takes up. */
export function areaShares({ label, count }: LabelledRaster): number[] {
  const shares = new Array<number>(count).fill(0);
  for (let i = 0; i < label.length; i++) shares[label[i]] += 1 / label.length;
  return shares;
}

/** A thing that takes up this share of the picture's border is ground. */
const groundShare = 0.08;

/** The things that others stand before: they take up much of the picture's border. */
export function groundThings({ width, height, label, thing }: Regions): Set<number> {
  const onBorder = new Map<number, number>();
  const count = (i: number) => onBorder.set(thing[label[i]], (onBorder.get(thing[label[i]]) ?? 0) + 1);
  for (let x = 0; x < width; x++) {
    count(x);
    count((height - 1) * width + x);
  }
  for (let y = 0; y < height; y++) {
    count(y * width);
    count(y * width + width - 1);
  }
  return new Set(
    [...onBorder].filter(([, pixels]) => pixels > groundShare * 2 * (width + height)).map(([one]) => one),
  );
}
