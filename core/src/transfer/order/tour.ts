import { stepLength } from '../../geometry/index.js';
import type { TracedLines } from './traced-lines.js';

/**
 * An order of lines with the way each is traced, changed by one move alone: a run of them is turned round, so that
 * its last comes first and each is traced the other way. Every other change is a few of these.
 *
 * Positions count from 0. Before the first line and after the last the point is free, which costs nothing.
 */
export class Tour {
  readonly count: number;
  /** At each position: twice the line's number, and one more where it is traced backwards. */
  readonly at: Int32Array;
  /** The position of each line. */
  readonly placeOf: Int32Array;
  /** Where each line begins when it is traced forwards, and when backwards, mm; a closed line ends where it begins. */
  private readonly ends: Float64Array;
  /** The point number a closed line begins at; 0 for open ones. */
  readonly startOf: Int32Array;

  constructor(readonly traced: TracedLines) {
    const { lines, points } = traced;
    this.count = lines.length;
    this.at = Int32Array.from(lines, (_line, i) => 2 * i);
    this.placeOf = Int32Array.from(lines, (_line, i) => i);
    this.startOf = new Int32Array(this.count);
    this.ends = new Float64Array(4 * this.count);
    for (let i = 0; i < this.count; i++) {
      const own = points[i];
      const last = lines[i].closed ? 0 : own.length - 2;
      this.ends.set([own[0], own[1], own[last], own[last + 1]], 4 * i);
    }
  }

  isClosed(line: number): boolean {
    return this.traced.lines[line].closed;
  }

  /** Places the lines in another order. */
  reorder(order: ArrayLike<number>): void {
    this.at.set(order);
    for (let k = 0; k < this.count; k++) this.placeOf[this.at[k] >> 1] = k;
  }

  /** The way of the lifted point from the line at one position to the line at another, mm. */
  way(from: number, to: number): number {
    if (from < 0 || to >= this.count) return 0;
    return this.between(this.at[from] ^ 1, this.at[to]);
  }

  /** The way from the end of one line to the end of another: what it comes to when the second is turned round. */
  wayEndToEnd(from: number, to: number): number {
    if (from < 0 || to < 0) return 0;
    return this.between(this.at[from] ^ 1, this.at[to] ^ 1);
  }

  /** The way from the beginning of one line to the beginning of another. */
  wayStartToStart(from: number, to: number): number {
    if (from >= this.count || to >= this.count) return 0;
    return this.between(this.at[from], this.at[to]);
  }

  /** From where one line, as it is traced, begins to where another does; a line traced the other way begins at its end. */
  private between(one: number, other: number): number {
    const { ends } = this;
    return stepLength(ends[2 * other] - ends[2 * one], ends[2 * other + 1] - ends[2 * one + 1]);
  }

  /** Turns round the run of lines from one position to another, both within it. */
  turnRound(from: number, to: number): void {
    const { at, placeOf } = this;
    for (let i = from, j = to; i <= j; i++, j--) {
      const first = at[i] ^ 1;
      const second = at[j] ^ 1;
      at[i] = second;
      placeOf[second >> 1] = i;
      at[j] = first;
      placeOf[first >> 1] = j;
    }
  }

  /** Begins a closed line at another of its points. */
  beginAt(line: number, start: number): void {
    const own = this.traced.points[line];
    const x = own[2 * start];
    const y = own[2 * start + 1];
    this.startOf[line] = start;
    this.ends.set([x, y, x, y], 4 * line);
  }

  /** The point of a closed line that the way from before it to after it is shortest through. */
  nearestStart(k: number): number {
    const own = this.traced.points[this.at[k] >> 1];
    const { ends } = this;
    const from = k > 0 ? 2 * (this.at[k - 1] ^ 1) : -1;
    const to = k + 1 < this.count ? 2 * this.at[k + 1] : -1;
    let best = this.startOf[this.at[k] >> 1];
    let shortest = Infinity;
    for (let i = 0; i < own.length; i += 2) {
      const before = from < 0 ? 0 : stepLength(own[i] - ends[from], own[i + 1] - ends[from + 1]);
      const after = to < 0 ? 0 : stepLength(own[i] - ends[to], own[i + 1] - ends[to + 1]);
      if (before + after < shortest) {
        shortest = before + after;
        best = i / 2;
      }
    }
    return best;
  }

  /** The way of the lifted point from line to line, mm, beginning at the first. */
  travelMm(): number {
    let sum = 0;
    for (let k = 0; k + 1 < this.count; k++) sum += this.way(k, k + 1);
    return sum;
  }
}
