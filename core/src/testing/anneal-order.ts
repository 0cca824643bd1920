import { seeded } from '../camera/index.js';
import type { TracedLines } from '../transfer/index.js';

/**
 * A long search for a short order, to hold quick ones against: lines are moved, turned and begun elsewhere at random,
 * and what makes the way longer is kept less and less often (simulated annealing, S. Kirkpatrick, C. Gelatt, M. Vecchi,
 * 1983). Shares no code with the orders it judges.
 *
 * @param order to begin from: line, whether it is reversed, and where it starts
 * @param seconds to search
 * @returns the shortest way found, mm
 */
export function annealOrder(
  { lines, points }: TracedLines,
  order: readonly { line: number; reversed: boolean; start: number }[],
  seconds: number,
): number {
  const random = seeded(7);
  const n = order.length;
  const seq = Int32Array.from(order, ({ line }) => line);
  const back = new Uint8Array(n);
  const start = new Int32Array(n);
  for (const { line, reversed, start: at } of order) {
    back[line] = reversed ? 1 : 0;
    start[line] = at;
  }
  /** Entry (0) and exit (1) of a line. */
  const px = (line: number, exit: number) => points[line][index(line, exit)];
  const py = (line: number, exit: number) => points[line][index(line, exit) + 1];
  const index = (line: number, exit: number) =>
    lines[line].closed ? 2 * start[line] : exit === back[line] ? 0 : points[line].length - 2;
  const hop = (a: number, b: number) => {
    if (a < 0 || b >= n) return 0;
    const dx = px(seq[b], 0) - px(seq[a], 1);
    const dy = py(seq[b], 0) - py(seq[a], 1);
    return Math.sqrt(dx * dx + dy * dy);
  };
  const turn = (i: number, j: number) => {
    for (let a = i, b = j; a <= b; a++, b--) {
      [seq[a], seq[b]] = [seq[b], seq[a]];
      back[seq[a]] ^= 1;
      if (a !== b) back[seq[b]] ^= 1;
    }
  };
  let now = 0;
  for (let k = 0; k + 1 < n; k++) now += hop(k, k + 1);
  let best = now;
  const heat = now / n;
  const from = performance.now();
  let share = 0;
  for (let round = 0; share < 1; round++) {
    if (round % 256 === 0) share = (performance.now() - from) / (1000 * seconds);
    const temperature = heat * Math.pow(0.002, share);
    if (random() < 0.15) {
      const k = Math.floor(random() * n);
      const line = seq[k];
      if (!lines[line].closed) continue;
      const before = hop(k - 1, k) + hop(k, k + 1);
      const was = start[line];
      start[line] = Math.floor((random() * points[line].length) / 2);
      const change = hop(k - 1, k) + hop(k, k + 1) - before;
      if (change > 0 && random() >= Math.exp(-change / temperature)) start[line] = was;
      else now += change;
    } else {
      const i = Math.floor(random() * n);
      const j = Math.min(n - 1, i + Math.floor(Math.pow(random(), 3) * n));
      if (random() < 0.5 || j + 1 >= n) {
        const before = hop(i - 1, i) + hop(j, j + 1);
        turn(i, j);
        const change = hop(i - 1, i) + hop(j, j + 1) - before;
        if (change > 0 && random() >= Math.exp(-change / temperature)) turn(i, j);
        else now += change;
      } else {
        // A line moves to the end of the run.
        const m = Math.min(j, i + Math.floor(3 * random()));
        if (m === j) continue;
        const middle = i + j - m - 1;
        const before = hop(i - 1, i) + hop(m, m + 1) + hop(j, j + 1);
        turn(i, j);
        turn(i, middle);
        turn(middle + 1, j);
        const change = hop(i - 1, i) + hop(middle, middle + 1) + hop(j, j + 1) - before;
        if (change > 0 && random() >= Math.exp(-change / temperature)) {
          turn(middle + 1, j);
          turn(i, middle);
          turn(i, j);
        } else now += change;
      }
    }
    if (now < best) best = now;
  }
  return best;
}
