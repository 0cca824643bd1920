import type { Plane } from '../../raster/index.js';
import type { Slopes } from './slopes.js';

/** The picture cut into connected regions of one value each. */
export type Regions = {
  width: number;
  height: number;
  /** Region of each pixel, 0 … count − 1. */
  label: Int32Array;
  count: number;
  /** Value of each region, 0 is darkest. */
  level: Uint8Array;
  /** Pixels of the working raster that one pixel here spans each way. */
  step: number;
};

/**
 * Connected regions of equal value. Flats are sorted by the limits; slopes are then shared out among the
 * flats from the gentlest pixel to the steepest, so that two regions meet where the edge is steepest (a
 * watershed, after Meyer 1991). A slope no flat touches is sorted by its own lightness.
 *
 * @param lightness quieted L\* plane
 * @param limits ascending L\* limits between values
 * @param step pixels of the working raster that one pixel of the plane spans each way
 */
export function findRegions(
  lightness: Plane,
  slopes: Slopes,
  limits: readonly number[],
  step: number,
): Regions {
  const { width, height, data } = lightness;
  const label = new Int32Array(data.length).fill(-1);
  const level: number[] = [];
  labelFlats(levelsOf(data, limits, slopes.onSlope), width, label, level);
  const stack = new Int32Array(data.length);
  shareOut(label, slopes.steepness, width, stack);
  // A slope no flat touches is sorted by its own lightness.
  if (label.includes(-1)) {
    const done = Uint8Array.from(label, (region) => (region === -1 ? 0 : 1));
    labelFlats(levelsOf(data, limits, done), width, label, level);
  }
  return { width, height, label, count: level.length, level: Uint8Array.from(level), step };
}

/** The value each pixel's lightness falls in, or `none` for those that are barred. */
function levelsOf(data: Float32Array, limits: readonly number[], barred: Uint8Array): Uint8Array {
  const levels = new Uint8Array(data.length).fill(none);
  const sorted = Float64Array.from(limits);
  for (let i = 0; i < data.length; i++) {
    if (barred[i] !== 0) continue;
    const tone = data[i];
    let level = 0;
    while (level < sorted.length && tone >= sorted[level]) level++;
    levels[i] = level;
  }
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
function labelFlats(levels: Uint8Array, width: number, label: Int32Array, level: number[]): void {
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
    const left = x > 0 && levels[i - 1] === own;
    const up = i >= width && levels[i - width] === own;
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

/** Floods unlabelled pixels from the labelled ones in order of steepness, first come first served. */
function shareOut(label: Int32Array, steepness: Uint8Array, width: number, next: Int32Array): void {
  // One queue a steepness, as linked lists through `next`.
  const head = new Int32Array(256).fill(-1);
  const tail = new Int32Array(256).fill(-1);
  const queued = new Uint8Array(label.length);
  let lowest = 256;
  const push = (i: number, floor: number) => {
    const s = steepness[i] > floor ? steepness[i] : floor;
    queued[i] = 1;
    next[i] = -1;
    if (tail[s] === -1) head[s] = i;
    else next[tail[s]] = i;
    tail[s] = i;
    if (s < lowest) lowest = s;
  };
  const last = label.length - width;
  for (let i = 0; i < label.length; i++) {
    if (label[i] !== -1) continue;
    const x = i % width;
    const touches =
      (x > 0 && label[i - 1] !== -1) ||
      (x < width - 1 && label[i + 1] !== -1) ||
      (i >= width && label[i - width] !== -1) ||
      (i < last && label[i + width] !== -1);
    if (touches) push(i, 0);
  }
  for (let s = lowest; s < 256; s++) {
    while (head[s] !== -1) {
      const i = head[s];
      head[s] = next[i];
      if (head[s] === -1) tail[s] = -1;
      const x = i % width;
      const left = x > 0 ? i - 1 : -1;
      const right = x < width - 1 ? i + 1 : -1;
      const up = i >= width ? i - width : -1;
      const down = i < last ? i + width : -1;
      label[i] = gentlestNeighbour(label, steepness, left, right, up, down);
      if (left >= 0 && label[left] === -1 && !queued[left]) push(left, s);
      if (right >= 0 && label[right] === -1 && !queued[right]) push(right, s);
      if (up >= 0 && label[up] === -1 && !queued[up]) push(up, s);
      if (down >= 0 && label[down] === -1 && !queued[down]) push(down, s);
    }
  }
}

function gentlestNeighbour(
  label: Int32Array,
  steepness: Uint8Array,
  left: number,
  right: number,
  up: number,
  down: number,
): number {
  let best = -1;
  if (left >= 0 && label[left] !== -1) best = left;
  if (right >= 0 && label[right] !== -1 && (best < 0 || steepness[right] < steepness[best])) best = right;
  if (up >= 0 && label[up] !== -1 && (best < 0 || steepness[up] < steepness[best])) best = up;
  if (down >= 0 && label[down] !== -1 && (best < 0 || steepness[down] < steepness[best])) best = down;
  return label[best];
}
