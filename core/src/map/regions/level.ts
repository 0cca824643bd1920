import type { Hierarchy } from './hierarchy.js';
import type { Cells } from './watershed.js';

/** The contours of a picture at one level of detail: regions, and how much the boundary between two of them matters. */
export type Contours = {
  width: number;
  height: number;
  /** Region of each pixel, 0 … count − 1. */
  label: Int32Array;
  count: number;
  /** The detail, 0–1, from which on the boundary between two regions is drawn. */
  fromDetail: (one: number, other: number) => number;
};

/** What a boundary must matter to be drawn at a detail, 0–1: 0 shows the largest regions only, 1 everything. */
export const strengthAt = (detail: number): number => 1 - detail;

/** Cuts a hierarchy at a detail. */
export function contoursAt(cells: Cells, hierarchy: Hierarchy, detail: number): Contours {
  const { cellCount, keep, give, strength } = hierarchy;
  const limit = strengthAt(detail);
  let end = 0;
  while (end < strength.length && strength[end] < limit) end++;
  const into = Int32Array.from({ length: cellCount }, (_, i) => i);
  // Later joins are higher up: walked backwards, every cell finds the region it ended in.
  for (let k = end - 1; k >= 0; k--) into[give[k]] = into[keep[k]];
  const joined = new Int32Array(cellCount).fill(strength.length);
  const parent = Int32Array.from({ length: cellCount }, (_, i) => i);
  for (let k = end; k < strength.length; k++) {
    joined[give[k]] = k;
    parent[give[k]] = keep[k];
  }
  const number = new Int32Array(cellCount).fill(-1);
  const names: number[] = [];
  const label = new Int32Array(cells.label.length);
  for (let i = 0; i < label.length; i++) {
    const region = into[cells.label[i]];
    if (number[region] === -1) number[region] = names.push(region) - 1;
    label[i] = number[region];
  }
  const fromDetail = (one: number, other: number): number => {
    let a = names[one];
    let b = names[other];
    let last = -1;
    while (a !== b) {
      if (joined[a] < joined[b]) {
        last = joined[a];
        a = parent[a];
      } else {
        last = joined[b];
        b = parent[b];
      }
      if (last >= strength.length) return 0;
    }
    return last < 0 ? 1 : 1 - strength[last];
  };
  return { width: cells.width, height: cells.height, label, count: names.length, fromDetail };
}

/** How long all contours are at even steps of detail from 0 to 1, mm. */
export function lengthsByDetail({ strength, lengthMm }: Hierarchy, steps: number): number[] {
  const lengths = new Array<number>(steps + 1).fill(0);
  for (let k = 0; k < strength.length; k++) {
    // What is joined at a strength is drawn from the detail on at which that is the limit.
    const from = Math.ceil((1 - strength[k]) * steps - 1e-9);
    if (from <= steps) lengths[Math.max(0, from)] += lengthMm[k];
  }
  for (let i = 1; i <= steps; i++) lengths[i] += lengths[i - 1];
  return lengths;
}
