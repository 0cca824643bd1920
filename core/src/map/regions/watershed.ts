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
  for (const code of passesByHeight(levels, width, label)) {
    const i = code >> 1;
    const j = code & 1 ? i + width : i + 1;
    const [a, b] = [rootOf(label[i]), rootOf(label[j])];
    if (a === b || Math.max(levels[i], levels[j]) - Math.max(bottom[a], bottom[b]) >= shallow) continue;
    const [keep, give] = bottom[a] <= bottom[b] ? [a, b] : [b, a];
    parent[give] = keep;
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

/** Cracks between basins in order of the height of the pass there: to the pixel right of i as 2 i, below it as 2 i + 1. */
function passesByHeight(levels: Uint16Array, width: number, label: Int32Array): Int32Array {
  const from = new Int32Array(maxSteps + 2);
  eachCrack(levels, width, label, (_, pass) => from[pass + 1]++);
  for (let pass = 1; pass < from.length; pass++) from[pass] += from[pass - 1];
  const sorted = new Int32Array(from[maxSteps + 1]);
  eachCrack(levels, width, label, (code, pass) => (sorted[from[pass]++] = code));
  return sorted;
}

/** Tells of every crack between basins in turn, and how high the pass over it is. */
function eachCrack(
  levels: Uint16Array,
  width: number,
  label: Int32Array,
  take: (code: number, pass: number) => void,
): void {
  const last = label.length - width;
  for (let row = 0; row < label.length; row += width) {
    for (let i = row, end = row + width - 1; i <= end; i++) {
      const [own, level] = [label[i], levels[i]];
      if (i < end && own !== label[i + 1]) take(2 * i, Math.max(level, levels[i + 1]));
      if (i < last && own !== label[i + width]) take(2 * i + 1, Math.max(level, levels[i + width]));
    }
  }
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

/** Floods from the basins in order of height, first come first served. */
function flood(levels: Uint16Array, width: number, label: Int32Array): void {
  // One queue a height, as linked lists.
  const next = new Int32Array(label.length);
  const head = new Int32Array(maxSteps + 1).fill(-1);
  const tail = new Int32Array(maxSteps + 1).fill(-1);
  const last = label.length - width;
  /** A lower place that is reached over a crest is flooded from there at once. */
  const push = (i: number, level: number) => {
    const h = levels[i] > level ? levels[i] : level;
    next[i] = -1;
    if (tail[h] === -1) head[h] = i;
    else next[tail[h]] = i;
    tail[h] = i;
  };
  let level = 0;
  const reach = (i: number, own: number) => {
    if (label[i] !== -1) return;
    label[i] = own;
    push(i, level);
  };
  const spread = (i: number) => {
    const own = label[i];
    const x = i % width;
    if (x > 0) reach(i - 1, own);
    if (x < width - 1) reach(i + 1, own);
    if (i >= width) reach(i - width, own);
    if (i < last) reach(i + width, own);
  };
  for (let i = 0; i < label.length; i++) if (label[i] !== -1) push(i, 0);
  for (; level <= maxSteps; level++) {
    while (head[level] !== -1) {
      const i = head[level];
      head[level] = next[i];
      if (head[level] === -1) tail[level] = -1;
      spread(i);
    }
  }
}
