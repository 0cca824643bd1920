import type { Plane } from '../../raster/index.js';
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
  const level: number[] = [];
  labelFlats(levelsOf(data, limits, slopes.onSlope), things, width, label, level);
  const stack = new Int32Array(data.length);
  shareOut(label, slopes.steepness, things, width, stack);
  // A slope no flat touches is sorted by its own lightness.
  if (label.includes(-1)) {
    const done = new Uint8Array(label.length);
    for (let i = 0; i < done.length; i++) if (label[i] !== -1) done[i] = 1;
    labelFlats(levelsOf(data, limits, done), things, width, label, level);
  }
  const thing = new Int32Array(level.length);
  for (let i = 0; i < label.length; i++) thing[label[i]] = things[i];
  return { width, height, label, count: level.length, level: Uint8Array.from(level), thing, step };
}

/** The value each pixel's lightness falls in, or `none` for those that are barred. */
function levelsOf(data: Float32Array, limits: readonly number[], barred: Uint8Array): Uint8Array {
  const levels = new Uint8Array(data.length);
  for (const limit of limits) for (let i = 0; i < data.length; i++) if (data[i] >= limit) levels[i]++;
  for (let i = 0; i < data.length; i++) if (barred[i] !== 0) levels[i] = none;
  return levels;
}

/** Stands for the level of a pixel that is not to be labelled. */
const none = 255;

/**
 * Labels the connected regions of equal level, in reading order of their first pixels: two passes with a union
 * of provisional labels (Rosenfeld & Pfaltz 1966).
 *
 * @param levels level of each pixel, or `none`
 * @param label gets the labels; pixels of no level are left alone
 * @param level gets the level of each new region
 */
function labelFlats(
  levels: Uint8Array,
  things: Int32Array,
  width: number,
  label: Int32Array,
  level: number[],
): void {
  const parent: number[] = [];
  const provisional = new Int32Array(levels.length);
  const rootOf = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]];
    return at;
  };
  for (let i = 0, x = 0; i < levels.length; i++, x = x === width - 1 ? 0 : x + 1) {
    const own = levels[i];
    if (own === none) continue;
    const left = x > 0 && levels[i - 1] === own && things[i - 1] === things[i];
    const up = i >= width && levels[i - width] === own && things[i - width] === things[i];
    if (!left && !up) {
      provisional[i] = parent.push(parent.length) - 1;
      continue;
    }
    const above = up ? provisional[i - width] : provisional[i - 1];
    provisional[i] = above;
    if (!left || above === provisional[i - 1]) continue;
    // The older label stands for both, so that regions are numbered by their first pixel.
    const [a, b] = [rootOf(provisional[i - 1]), rootOf(above)];
    if (a < b) parent[b] = a;
    else parent[a] = b;
  }
  const number = new Int32Array(parent.length).fill(-1);
  for (let i = 0; i < levels.length; i++) {
    if (levels[i] === none) continue;
    const own = provisional[i];
    if (number[own] === -1) {
      const first = rootOf(own);
      if (number[first] === -1) number[first] = level.push(levels[i]) - 1;
      number[own] = number[first];
    }
    label[i] = number[own];
  }
}

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
  const queued = new Uint8Array(label.length);
  const last = label.length - width;
  let lowest = 256;
  /** A neighbour of the same thing, or −1. */
  const beside = (i: number, x: number, side: number): number => {
    let j: number;
    if (side === 0) j = x > 0 ? i - 1 : -1;
    else if (side === 1) j = x < width - 1 ? i + 1 : -1;
    else if (side === 2) j = i >= width ? i - width : -1;
    else j = i < last ? i + width : -1;
    return j >= 0 && things[j] === things[i] ? j : -1;
  };
  const push = (i: number, floor: number) => {
    const s = steepness[i] > floor ? steepness[i] : floor;
    queued[i] = 1;
    next[i] = -1;
    if (tail[s] === -1) head[s] = i;
    else next[tail[s]] = i;
    tail[s] = i;
    if (s < lowest) lowest = s;
  };
  for (let i = 0, x = 0; i < label.length; i++, x = x === width - 1 ? 0 : x + 1) {
    if (label[i] !== -1) continue;
    for (let side = 0; side < 4; side++) {
      const j = beside(i, x, side);
      if (j < 0 || label[j] === -1) continue;
      push(i, 0);
      break;
    }
  }
  for (let s = lowest; s < 256; s++) {
    while (head[s] !== -1) {
      const i = head[s];
      head[s] = next[i];
      if (head[s] === -1) tail[s] = -1;
      const x = i % width;
      // It goes to the gentlest of its neighbours.
      let gentlest = -1;
      for (let side = 0; side < 4; side++) {
        const j = beside(i, x, side);
        if (j < 0) continue;
        if (label[j] === -1) {
          if (!queued[j]) push(j, s);
        } else if (gentlest < 0 || steepness[j] < steepness[gentlest]) gentlest = j;
      }
      label[i] = label[gentlest];
    }
  }
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
