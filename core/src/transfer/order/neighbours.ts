import type { StartingPoints } from './starting-points.js';

/** Lines near each line, `each` of them, nearest first. */
export type Neighbours = { each: number; lines: Int32Array; mm: Float64Array };

/** Around a closed line it is asked from so many of its points about what is near: those between see the same. */
const maxAsked = 8;

/**
 * For each line those that begin or end nearest to where it does, nearest first.
 *
 * @param each how many are kept of each
 * @returns line after line, `each` numbers of lines, -1 where there are fewer; and how far each is, mm
 */
export function neighboursOf(starts: StartingPoints, each: number): Neighbours {
  const { x, y, line, first } = starts;
  const count = first.length - 1;
  const lines = new Int32Array(each * count).fill(-1);
  const mm = new Float64Array(each * count);
  if (count === 0) return { each, lines, mm };
  const index = starts.indexed(x.map((_, place) => place));
  const nearest = new Map<number, number>();
  for (let i = 0; i < count; i++) {
    nearest.clear();
    const step = Math.max(1, Math.floor((first[i + 1] - first[i]) / maxAsked));
    for (let place = first[i]; place < first[i + 1]; place += step) {
      for (const other of index.neighbors(x[place], y[place], each, Infinity, (k) => line[k] !== i)) {
        const squared = (x[other] - x[place]) ** 2 + (y[other] - y[place]) ** 2;
        if (squared < (nearest.get(line[other]) ?? Infinity)) nearest.set(line[other], squared);
      }
    }
    const sorted = [...nearest].sort((a, b) => a[1] - b[1]);
    for (let m = 0; m < each && m < sorted.length; m++) {
      lines[each * i + m] = sorted[m][0];
      mm[each * i + m] = Math.sqrt(sorted[m][1]);
    }
  }
  return { each, lines, mm };
}
