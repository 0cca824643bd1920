import type { Neighbours } from './neighbours.js';
import type { PalmWeights } from './palm.js';
import type { Tour } from './tour.js';

/** A part of a tour, from one position to another, both within it, that is put in order by itself. */
export type Stretch = { from: number; to: number };

/** What an order is improved by. */
export type Improving = {
  tour: Tour;
  neighbours: Neighbours;
  /** What it costs to rest the palm on what is traced, or null where that does not count. */
  palm: PalmWeights | null;
};

/** Lines moved together at most, to lie elsewhere in the order. */
const maxMoved = 3;
/** A gain below this is rounding, mm. */
const minGainMm = 1e-7;
/** How palms count is worked out pair by pair: longer runs are not turned round for the sake of travel. */
const maxPalmRun = 120;

/**
 * Improves an order until no turned run (2-opt) and no moved short run (or-opt) makes it shorter: both look only at
 * lines near each other, and only where something has changed (J. Bentley, Fast algorithms for geometric traveling
 * salesman problems, 1992). A closed one begins where its neighbours in the order lie nearest.
 */
export class Improver {
  /** Lines to be looked at, a queue in a ring: each is in it once. */
  private readonly waiting: Int32Array;
  private head = 0;
  private queued = 0;
  private readonly isWaiting: Uint8Array;
  /** What was done since the last mark, so that it can be taken back: runs turned, and starts changed. */
  private log: number[] = [];
  private from = 0;
  private to: number;
  /** How much shorter it has become since the last mark, palms counted in. */
  private gainedMm = 0;

  constructor(private readonly by: Improving) {
    const { count } = by.tour;
    this.waiting = new Int32Array(Math.max(1, count));
    this.isWaiting = new Uint8Array(count);
    this.to = count - 1;
  }

  /** Improves a stretch from all of its lines on. */
  settle(stretch: Stretch): void {
    this.from = stretch.from;
    this.to = stretch.to;
    for (let k = stretch.from; k <= stretch.to; k++) this.wake(k);
    this.work();
    this.log = [];
  }

  /**
   * Escapes from where no single move helps: two neighbouring short runs change places at random, what is near is
   * improved again, and all of it is taken back if it came out no shorter (iterated local search, H. Lourenço, O. Martin,
   * T. Stützle, 2003).
   */
  shake(stretch: Stretch, times: number, random: () => number): void {
    const count = stretch.to - stretch.from + 1;
    if (count < 4) return;
    this.from = stretch.from;
    this.to = stretch.to;
    const longest = Math.min(20, Math.floor(count / 3));
    for (let n = 0; n < times; n++) {
      const first = 1 + Math.floor(random() * longest);
      const second = 1 + Math.floor(random() * longest);
      const begin = stretch.from + Math.floor(random() * (count - first - second + 1));
      this.log = [];
      this.gainedMm = 0;
      this.exchange(begin, begin + first, begin + first + second - 1);
      this.work();
      if (this.gainedMm < -minGainMm) this.takeBack();
    }
    this.log = [];
  }

  /** Lets the run from `begin` and the run from `middle` to `end` change places, each as it stands. */
  private exchange(begin: number, middle: number, end: number): void {
    const { tour } = this.by;
    const before = tour.way(begin - 1, begin) + tour.way(middle - 1, middle) + tour.way(end, end + 1);
    const after = tour.way(begin - 1, middle) + tour.way(end, begin) + tour.way(middle - 1, end + 1);
    this.gainedMm += before - after - this.palmOfExchange(begin, middle, end);
    const newMiddle = begin + end - middle + 1;
    this.turn(begin, end);
    this.turn(begin, newMiddle - 1);
    this.turn(newMiddle, end);
    for (const k of [begin - 1, begin, newMiddle - 1, newMiddle, end, end + 1]) this.wake(k);
  }

  private work(): void {
    const { tour } = this.by;
    while (this.queued > 0) {
      const line = this.waiting[this.head];
      this.head = (this.head + 1) % this.waiting.length;
      this.queued--;
      this.isWaiting[line] = 0;
      const k = tour.placeOf[line];
      if (k < this.from || k > this.to) continue;
      if (tour.isClosed(line)) this.chooseStart(k);
      if (this.turnRuns(k) || this.moveRuns(k)) this.wake(tour.placeOf[line]);
    }
  }

  private wake(k: number): void {
    const { tour } = this.by;
    if (k < this.from || k > this.to) return;
    const line = tour.at[k];
    if (this.isWaiting[line >> 1]) return;
    this.isWaiting[line >> 1] = 1;
    this.waiting[(this.head + this.queued) % this.waiting.length] = line >> 1;
    this.queued++;
  }

  private turn(from: number, to: number): void {
    this.by.tour.turnRound(from, to);
    this.log.push(from, to);
  }

  private takeBack(): void {
    const { tour } = this.by;
    for (let i = this.log.length - 2; i >= 0; i -= 2) {
      // A start is written down as -1 - line, with where it was.
      if (this.log[i] < 0) tour.beginAt(-1 - this.log[i], this.log[i + 1]);
      else tour.turnRound(this.log[i], this.log[i + 1]);
    }
  }

  private chooseStart(k: number): void {
    const { tour } = this.by;
    const line = tour.at[k] >> 1;
    const start = tour.nearestStart(k);
    if (start === tour.startOf[line]) return;
    const before = tour.way(k - 1, k) + tour.way(k, k + 1);
    this.log.push(-1 - line, tour.startOf[line]);
    tour.beginAt(line, start);
    this.gainedMm += before - tour.way(k - 1, k) - tour.way(k, k + 1);
    this.wake(k - 1);
    this.wake(k + 1);
  }

  /** Turns a run round so that the line at a position comes to lie beside one near it. */
  private turnRuns(k: number): boolean {
    const { tour, neighbours } = this.by;
    const { each, lines, mm } = neighbours;
    const line = tour.at[k] >> 1;
    const wayOn = tour.way(k, k + 1);
    const wayTo = tour.way(k - 1, k);
    const longest = Math.max(wayOn, wayTo);
    for (let m = each * line; m < each * (line + 1) && lines[m] >= 0 && mm[m] < longest; m++) {
      const q = tour.placeOf[lines[m]];
      if (q < this.from || q > this.to) continue;
      // Both ends beside each other: what lies between is turned, without the first of the two.
      const endToEnd = tour.wayEndToEnd(k, q);
      if (endToEnd < wayOn) {
        const i = Math.min(k, q);
        const j = Math.max(k, q);
        const gain = wayOn + tour.way(q, q + 1) - endToEnd - tour.wayStartToStart(i + 1, j + 1);
        if (this.tryTurn(i + 1, j, gain)) return true;
      }
      // Both beginnings: without the second.
      const startToStart = tour.wayStartToStart(k, q);
      if (startToStart < wayTo) {
        const i = Math.min(k, q);
        const j = Math.max(k, q);
        const gain = wayTo + tour.way(q - 1, q) - startToStart - tour.wayEndToEnd(i - 1, j - 1);
        if (this.tryTurn(i, j - 1, gain)) return true;
      }
    }
    return false;
  }

  private tryTurn(from: number, to: number, gain: number): boolean {
    const { palm } = this.by;
    if (gain <= minGainMm || from > to) return false;
    let whole = gain;
    if (palm) {
      if (to - from > maxPalmRun) return false;
      whole -= this.palmOfTurn(from, to);
      if (whole <= minGainMm) return false;
    }
    this.turn(from, to);
    this.gainedMm += whole;
    for (const k of [from - 1, from, to, to + 1]) this.wake(k);
    return true;
  }

  /** Moves a run of up to three lines that begins or ends at a position to one near it. */
  private moveRuns(k: number): boolean {
    const { tour, neighbours } = this.by;
    const { each, lines, mm } = neighbours;
    const line = tour.at[k] >> 1;
    for (let length = 1; length <= maxMoved; length++) {
      for (let back = 0; back < (length === 1 ? 1 : 2); back++) {
        const i = back ? k - length + 1 : k;
        const j = i + length - 1;
        if (i < this.from || j > this.to) continue;
        const saved = tour.way(i - 1, i) + tour.way(j, j + 1) - tour.way(i - 1, j + 1);
        if (saved <= minGainMm) continue;
        for (let m = each * line; m < each * (line + 1) && lines[m] >= 0 && mm[m] < saved; m++) {
          const q = tour.placeOf[lines[m]];
          if (q < this.from || q > this.to || (q >= i && q <= j)) continue;
          if (this.tryMove(i, j, q, saved) || this.tryMove(i, j, q - 1, saved)) return true;
        }
      }
    }
    return false;
  }

  /** Moves the run i–j to between those at q and q + 1, whichever way round is shorter. */
  private tryMove(i: number, j: number, q: number, saved: number): boolean {
    if (q >= i - 1 && q <= j) return false;
    const { tour } = this.by;
    const opened = tour.way(q, q + 1);
    const asIs = tour.way(q, i) + tour.way(j, q + 1);
    const turned = tour.wayEndToEnd(q, j) + tour.wayStartToStart(i, q + 1);
    const gain = saved + opened - Math.min(asIs, turned);
    if (gain <= minGainMm) return false;
    const whole = gain - this.palmOfMove(i, j, q);
    if (whole <= minGainMm) return false;
    this.move(i, j, q, turned < asIs);
    this.gainedMm += whole;
    return true;
  }

  private move(i: number, j: number, q: number, turned: boolean): void {
    const length = j - i + 1;
    for (const k of [i - 1, i, j, j + 1, q, q + 1]) this.wake(k);
    if (q > j) {
      this.turn(i, q);
      this.turn(i, q - length);
      if (!turned) this.turn(q - length + 1, q);
    } else {
      this.turn(q + 1, j);
      this.turn(q + 1 + length, j);
      if (!turned) this.turn(q + 1, q + length);
    }
  }

  /** What turning a run round costs in palms, mm; negative where it spares some. */
  private palmOfTurn(from: number, to: number): number {
    const { palm, tour } = this.by;
    if (!palm) return 0;
    const { whenSwapped, mmEach } = palm;
    const { at, count } = tour;
    let sum = 0;
    for (let a = from; a < to; a++) {
      const row = (at[a] >> 1) * count;
      for (let b = a + 1; b <= to; b++) sum += whenSwapped[row + (at[b] >> 1)];
    }
    return sum * mmEach;
  }

  private palmOfMove(i: number, j: number, q: number): number {
    return q > j ? this.palmOfExchange(i, j + 1, q) : this.palmOfExchange(q + 1, i, j);
  }

  private palmOfExchange(begin: number, middle: number, end: number): number {
    const { palm, tour } = this.by;
    if (!palm) return 0;
    const { whenSwapped, mmEach } = palm;
    const { at, count } = tour;
    let sum = 0;
    for (let a = begin; a < middle; a++) {
      const row = (at[a] >> 1) * count;
      for (let b = middle; b <= end; b++) sum += whenSwapped[row + (at[b] >> 1)];
    }
    return sum * mmEach;
  }
}
