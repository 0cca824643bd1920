import type { Plane } from '../raster/index.js';
import type { Slopes } from './slopes.js';
import { levelOf } from './values.js';

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
  const levels = new Uint8Array(data.length);
  for (let i = 0; i < levels.length; i++) levels[i] = levelOf(data[i], limits);
  const label = new Int32Array(data.length).fill(-1);
  const level: number[] = [];
  const stack = new Int32Array(data.length);
  const fill = (seed: number, free: (i: number) => boolean): number => {
    const own = levels[seed];
    const region = level.push(own) - 1;
    let size = 0;
    let top = 0;
    stack[top++] = seed;
    label[seed] = region;
    const visit = (i: number) => {
      if (label[i] === -1 && levels[i] === own && free(i)) {
        label[i] = region;
        stack[top++] = i;
      }
    };
    while (top > 0) {
      const i = stack[--top];
      size++;
      const x = i % width;
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (i >= width) visit(i - width);
      if (i < data.length - width) visit(i + width);
    }
    return size;
  };
  const isFlat = (i: number) => slopes.onSlope[i] === 0;
  for (let i = 0; i < data.length; i++) if (label[i] === -1 && isFlat(i)) fill(i, isFlat);
  shareOut(label, slopes.steepness, width, stack);
  for (let i = 0; i < data.length; i++) if (label[i] === -1) fill(i, () => true);
  return { width, height, label, count: level.length, level: Uint8Array.from(level), step };
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
