import type { Separation } from '../setting-choices.js';

/** Steps of the histogram over L\* 0–100; 0.4 L\* is finer than any eye tells apart. */
const bins = 256;
const binsPerLightness = bins / 100;

/**
 * Counts of lightness in even steps over L\* 0–100.
 *
 * @param marks a number for each pixel; pixels whose number is more than `most` are left out
 */
export function lightnessHistogram(lightness: Float32Array, marks?: Uint8Array, most = 0): Float64Array {
  const histogram = new Float64Array(bins);
  for (let i = 0; i < lightness.length; i++) {
    if (marks && marks[i] > most) continue;
    const bin = Math.floor(lightness[i] * binsPerLightness);
    histogram[bin < 0 ? 0 : bin >= bins ? bins - 1 : bin]++;
  }
  return histogram;
}

/**
 * Limits between values by best separation: the split of the histogram into `count` runs with the least
 * spread within them (the criterion of Otsu 1979, solved exactly for many levels by dynamic programming as
 * in Fisher 1958).
 *
 * @param histogram counts over L\* 0–100
 * @param count how many values, 2 or more
 * @returns ascending L\* limits between values; fewer than `count` − 1 when the picture holds fewer tones
 */
export function bestSeparation(histogram: Float64Array, count: number): number[] {
  const n = histogram.length;
  const weight = new Float64Array(n + 1);
  const first = new Float64Array(n + 1);
  const second = new Float64Array(n + 1);
  let occupied = 0;
  for (let i = 0; i < n; i++) {
    const centre = i + 0.5;
    weight[i + 1] = weight[i] + histogram[i];
    first[i + 1] = first[i] + histogram[i] * centre;
    second[i + 1] = second[i] + histogram[i] * centre * centre;
    if (histogram[i] > 0) occupied++;
  }
  const classes = Math.min(count, occupied);
  if (classes < 2) return [];
  const spread = (from: number, to: number): number => {
    const w = weight[to] - weight[from];
    if (w <= 0) return 0;
    const sum = first[to] - first[from];
    return second[to] - second[from] - (sum * sum) / w;
  };
  // least[j] after round k: least spread of bins 0…j in k + 1 runs; split[k][j]: where its last run begins.
  let least = Float64Array.from({ length: n + 1 }, (_, j) => spread(0, j));
  const split: Int32Array[] = [];
  for (let k = 1; k < classes; k++) {
    const next = new Float64Array(n + 1).fill(Infinity);
    const begin = new Int32Array(n + 1);
    for (let j = k + 1; j <= n; j++) {
      for (let i = k; i < j; i++) {
        const total = least[i] + spread(i, j);
        if (total < next[j]) {
          next[j] = total;
          begin[j] = i;
        }
      }
    }
    split.push(begin);
    least = next;
  }
  const limits: number[] = [];
  for (let k = classes - 2, end = n; k >= 0; k--) {
    end = split[k][end];
    limits.unshift(centred(histogram, end));
  }
  return limits.map((edge) => (edge / n) * 100);
}

/** Any limit inside a gap of empty bins separates equally well; the middle of the gap is the safest. */
function centred(histogram: Float64Array, edge: number): number {
  let low = edge;
  while (low > 0 && histogram[low - 1] === 0) low--;
  let high = edge;
  while (high < histogram.length && histogram[high] === 0) high++;
  return (low + high) / 2;
}

/** Share of the picture at either end that does not count as its darkest and lightest tone. */
const endShare = 0.005;

/** Lightness below which a share of the histogram lies. */
function lightnessAt(histogram: Float64Array, share: number): number {
  const total = histogram.reduce((sum, count) => sum + count, 0);
  let sum = 0;
  for (let i = 0; i < histogram.length; i++) {
    const next = sum + histogram[i];
    if (next >= share * total && histogram[i] > 0) {
      return ((i + (share * total - sum) / histogram[i]) / histogram.length) * 100;
    }
    sum = next;
  }
  return 100;
}

/** Limits at even steps of lightness from the picture's darkest tone to its lightest. */
export function evenSteps(histogram: Float64Array, count: number): number[] {
  const low = lightnessAt(histogram, endShare);
  const high = lightnessAt(histogram, 1 - endShare);
  return rising(Array.from({ length: count - 1 }, (_, i) => low + ((high - low) * (i + 1)) / count));
}

/** Limits that give every value the same share of the picture. */
export function evenShares(histogram: Float64Array, count: number): number[] {
  return rising(Array.from({ length: count - 1 }, (_, i) => lightnessAt(histogram, (i + 1) / count)));
}

/** Limits set by hand, put in order; where there are too few the widest gap is halved. */
export function byHand(limits: readonly number[], count: number): number[] {
  const set = [...limits].sort((a, b) => a - b).slice(0, count - 1);
  while (set.length < count - 1) {
    const ends = [0, ...set, 100];
    let widest = 0;
    for (let i = 1; i < ends.length - 1; i++) {
      if (ends[i + 1] - ends[i] > ends[widest + 1] - ends[widest]) widest = i;
    }
    set.splice(widest, 0, (ends[widest] + ends[widest + 1]) / 2);
  }
  return rising(set);
}

/** Two limits at one place leave a value no room, so that the second goes. */
function rising(limits: readonly number[]): number[] {
  return limits.filter((limit, i) => i === 0 || limit > limits[i - 1] + 1e-6);
}

/** Limits between the values as the settings ask for them, ascending L\*. */
export function limitsBetween(
  histogram: Float64Array,
  { values, separation, limits }: { values: number; separation: Separation; limits: readonly number[] },
): number[] {
  switch (separation) {
    case 'best':
      return bestSeparation(histogram, values);
    case 'even-steps':
      return evenSteps(histogram, values);
    case 'even-shares':
      return evenShares(histogram, values);
    case 'by-hand':
      return byHand(limits, values);
  }
}
