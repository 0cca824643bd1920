import type { Plane } from '../../raster/index.js';

/** The picture cut into small regions that meet where it is steepest. */
export type Cells = {
  width: number;
  height: number;
  /** Cell of each pixel, 0 … count − 1. */
  label: Int32Array;
  count: number;
};

/** Steepness under this is flat (L\* a pixel): grain of a good camera after averaging. */
const flatUnder = 0.2;

/** Steps of steepness that double it. */
const stepsPerOctave = 120;

/** Steps are counted up to here: seven octaves above flat. */
const maxSteps = 1023;

/**
 * Cuts a picture along the crests of its steepness (watershed by flooding, Meyer 1991): every basin is a cell,
 * pixels are shared out from the gentlest to the steepest.
 */
export function cutIntoCells(steepness: Plane): Cells {
  const { width, height, data } = steepness;
  const levels = new Uint16Array(data.length);
  for (let i = 0; i < data.length; i++) {
    const octaves = Math.log2(Math.max(data[i], flatUnder) / flatUnder);
    levels[i] = Math.min(maxSteps, Math.round(stepsPerOctave * octaves));
  }
  const label = new Int32Array(data.length).fill(-1);
  const count = labelBasins(levels, width, label);
  flood(levels, width, label);
  return { width, height, label, count: joinShallow(levels, width, label, count) };
}

/** A basin whose lowest way out is less than this above its bottom is one with its neighbour, steps of steepness. */
const shallow = 55;

/**
 * Joins basins that are hardly parted: in order of the height of the pass between them, unless the pass stands clearly
 * above the bottom of both (the dynamics of Grimaud 1992).
 *
 * @returns how many there are now
 */
function joinShallow(levels: Uint16Array, width: number, label: Int32Array, count: number): number {
  const bottom = new Uint16Array(count).fill(maxSteps);
  for (let i = 0; i < label.length; i++) if (levels[i] < bottom[label[i]]) bottom[label[i]] = levels[i];
  const parent = Int32Array.from({ length: count }, (_, i) => i);
  const rootOf = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  const { from, one, other } = passesByHeight(levels, width, label, bottom);
  for (let pass = 0; pass <= maxSteps; pass++) {
    for (let k = from[pass]; k < from[pass + 1]; k++) {
      const [a, b] = [rootOf(one[k]), rootOf(other[k])];
      if (a === b || pass - Math.max(bottom[a], bottom[b]) >= shallow) continue;
      const [keep, give] = bottom[a] <= bottom[b] ? [a, b] : [b, a];
      parent[give] = keep;
    }
  }
  const root = Int32Array.from({ length: count }, (_, i) => rootOf(i));
  const number = new Int32Array(count).fill(-1);
  let joined = 0;
  for (let i = 0; i < label.length; i++) {
    const own = root[label[i]];
    if (number[own] === -1) number[own] = joined++;
    label[i] = number[own];
  }
  return joined;
}

/**
 * Passes between basins in order of their height: those of each height from `from[height]` on, and the basins on either
 * side. Left out are those clearly above the bottom of both, which stay so when basins grow.
 */
function passesByHeight(levels: Uint16Array, width: number, label: Int32Array, bottom: Uint16Array) {
  const from = new Int32Array(maxSteps + 2);
  const last = label.length - width;
  const eachPass = (take: (pass: number, i: number, j: number) => void) => {
    const look = (i: number, j: number) => {
      if (label[i] === label[j]) return;
      const pass = Math.max(levels[i], levels[j]);
      if (pass - Math.max(bottom[label[i]], bottom[label[j]]) < shallow) take(pass, i, j);
    };
    for (let row = 0; row < label.length; row += width) {
      for (let i = row, end = row + width - 1; i <= end; i++) {
        if (i < end) look(i, i + 1);
        if (i < last) look(i, i + width);
      }
    }
  };
  eachPass((pass) => from[pass + 1]++);
  for (let pass = 1; pass < from.length; pass++) from[pass] += from[pass - 1];
  const [one, other] = [new Int32Array(from[maxSteps + 1]), new Int32Array(from[maxSteps + 1])];
  const next = from.slice();
  eachPass((pass, i, j) => {
    const at = next[pass]++;
    one[at] = label[i];
    other[at] = label[j];
  });
  return { from, one, other };
}

/** Labels every plateau that no neighbour lies below; returns how many there are. */
function labelBasins(levels: Uint16Array, width: number, label: Int32Array): number {
  const seen = new Uint8Array(levels.length);
  const plateau = new Int32Array(levels.length);
  const last = levels.length - width;
  let count = 0;
  for (let start = 0; start < levels.length; start++) {
    if (seen[start]) continue;
    const level = levels[start];
    if (isOnWayDown(levels, width, start, last)) continue;
    let size = 1;
    let lowest = true;
    plateau[0] = start;
    seen[start] = 1;
    for (let k = 0; k < size; k++) {
      const i = plateau[k];
      const x = i % width;
      for (let side = 0; side < 4; side++) {
        let j: number;
        if (side === 0) {
          if (x === 0) continue;
          j = i - 1;
        } else if (side === 1) {
          if (x === width - 1) continue;
          j = i + 1;
        } else if (side === 2) {
          if (i < width) continue;
          j = i - width;
        } else {
          if (i >= last) continue;
          j = i + width;
        }
        if (levels[j] < level) lowest = false;
        else if (levels[j] === level && !seen[j]) {
          seen[j] = 1;
          plateau[size++] = j;
        }
      }
    }
    if (!lowest) continue;
    for (let k = 0; k < size; k++) label[plateau[k]] = count;
    count++;
  }
  return count;
}

/** Whether a pixel lies above a neighbour and level with none, as most do: no plateau need be walked for it. */
function isOnWayDown(levels: Uint16Array, width: number, i: number, last: number): boolean {
  // On the rim a pixel may see itself or one round the corner: the plateau is walked there.
  if (i < width || i >= last) return false;
  const level = levels[i];
  const [left, right, above, below] = [levels[i - 1], levels[i + 1], levels[i - width], levels[i + width]];
  if (left === level || right === level || above === level || below === level) return false;
  return above < level || below < level;
}

/** What is known of a pixel while it is flooded lies side by side, or most of the time is spent fetching it. */
const perPixel = 3;
const ofNext = 1;
const ofLevel = 2;

/** Floods from the basins in order of height, first come first served. */
function flood(levels: Uint16Array, width: number, label: Int32Array): void {
  // Of each pixel its cell, the next pixel in its queue and its height; one queue a height, as linked lists.
  const pixels = new Int32Array(perPixel * label.length);
  const head = new Int32Array(maxSteps + 1).fill(-1);
  const tail = new Int32Array(maxSteps + 1).fill(-1);
  const row = perPixel * width;
  const last = pixels.length - row;
  const push = (at: number, height: number) => {
    pixels[at + ofNext] = -1;
    if (tail[height] === -1) head[height] = at;
    else pixels[tail[height] + ofNext] = at;
    tail[height] = at;
  };
  let level = 0;
  /** A lower place that is reached over a crest is flooded from there at once. */
  const reach = (at: number, own: number) => {
    if (pixels[at] !== -1) return;
    pixels[at] = own;
    push(at, Math.max(pixels[at + ofLevel], level));
  };
  for (let i = 0, at = 0; i < label.length; i++, at += perPixel) {
    pixels[at] = label[i];
    pixels[at + ofLevel] = levels[i];
    if (label[i] !== -1) push(at, levels[i]);
  }
  for (; level <= maxSteps; level++) {
    for (let at = head[level]; at !== -1; at = head[level]) {
      head[level] = pixels[at + ofNext];
      if (head[level] === -1) tail[level] = -1;
      const own = pixels[at];
      const x = at % row;
      if (x > 0) reach(at - perPixel, own);
      if (x < row - perPixel) reach(at + perPixel, own);
      if (at >= row) reach(at - row, own);
      if (at < last) reach(at + row, own);
    }
  }
  for (let i = 0, at = 0; i < label.length; i++, at += perPixel) label[i] = pixels[at];
}
