import { stepLength } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';

/** Known lines are looked up by samples this far apart, mm. */
export const sampleMm = 0.5;

/** Samples are kept by cells of this size, mm. */
const cellMm = 2;

/** What lies beyond the sheet by more than this is not looked for, mm. */
const beyondMm = 15;

/** A line runs in a direction when it is turned from it by no more than this, as a cosine. */
export const minAlong = Math.cos((30 * Math.PI) / 180);

/** Lines whose course is known, for asking which of them runs nearest to a spot in a direction. */
export class KnownLines {
  /** Place of each sample, mm. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Unit direction of its line there. */
  readonly tx: Float64Array;
  readonly ty: Float64Array;
  /** Number of its line. */
  readonly line: Int32Array;

  private readonly columns: number;
  private readonly rows: number;
  /** Numbers of the samples cell by cell, and where each cell's begin among them. */
  private readonly inCells: Int32Array;
  private readonly begins: Int32Array;

  /**
   * @param lines x0, y0, x1, y1 … mm; a closed one ends where it begins
   * @param sheet what they lie on, mm
   */
  constructor(lines: readonly ArrayLike<number>[], sheet: SizeMm) {
    let count = 0;
    for (const points of lines) goAlong(points, () => count++);
    this.x = new Float64Array(count);
    this.y = new Float64Array(count);
    this.tx = new Float64Array(count);
    this.ty = new Float64Array(count);
    this.line = new Int32Array(count);
    let at = 0;
    lines.forEach((points, line) =>
      goAlong(points, (x, y, tx, ty) => {
        this.x[at] = x;
        this.y[at] = y;
        this.tx[at] = tx;
        this.ty[at] = ty;
        this.line[at++] = line;
      }),
    );
    this.columns = Math.ceil((sheet.widthMm + 2 * beyondMm) / cellMm);
    this.rows = Math.ceil((sheet.heightMm + 2 * beyondMm) / cellMm);
    const cells = new Int32Array(count);
    for (let i = 0; i < count; i++) cells[i] = this.cellOf(this.x[i], this.y[i]);
    this.begins = new Int32Array(this.columns * this.rows + 1);
    for (const cell of cells) if (cell >= 0) this.begins[cell + 1]++;
    for (let cell = 1; cell < this.begins.length; cell++) this.begins[cell] += this.begins[cell - 1];
    const next = this.begins.slice();
    this.inCells = new Int32Array(this.begins[this.begins.length - 1]);
    for (let i = 0; i < count; i++) if (cells[i] >= 0) this.inCells[next[cells[i]]++] = i;
  }

  get count(): number {
    return this.x.length;
  }

  /**
   * The sample nearest to a spot, of lines that run within 30° of the direction given, or of all; −1 when there is none
   * within reach.
   */
  nearest(x: number, y: number, angleRad: number | null, reachMm: number): number {
    // Asked for thousands of times, from the first photograph on: nothing is made that has to be thrown away.
    const { columns, rows, begins, inCells } = this;
    const { x: xs, y: ys, tx, ty } = this;
    const column = Math.floor((x + beyondMm) / cellMm);
    const row = Math.floor((y + beyondMm) / cellMm);
    const inX = x + beyondMm - column * cellMm;
    const inY = y + beyondMm - row * cellMm;
    const toEdge = Math.min(inX, cellMm - inX, inY, cellMm - inY);
    const ux = Math.cos(angleRad ?? 0);
    const uy = Math.sin(angleRad ?? 0);
    const along = angleRad === null ? -1 : minAlong;
    let best = -1;
    let least = (reachMm + sampleMm) ** 2;
    // Ring by ring of cells, as long as one further out could hold a nearer sample.
    for (let ring = 0; ring === 0 || ((ring - 1) * cellMm + toEdge) ** 2 < least; ring++) {
      const bottom = Math.min(rows - 1, row + ring);
      for (let r = Math.max(0, row - ring); r <= bottom; r++) {
        const isWhole = r === row - ring || r === row + ring;
        const step = isWhole || ring === 0 ? 1 : 2 * ring;
        for (let c = column - ring; c <= column + ring; c += step) {
          if (c < 0 || c >= columns) continue;
          const cell = r * columns + c;
          for (let k = begins[cell]; k < begins[cell + 1]; k++) {
            const sample = inCells[k];
            const dx = x - xs[sample];
            const dy = y - ys[sample];
            const squared = dx * dx + dy * dy;
            if (squared >= least) continue;
            if (Math.abs(ux * tx[sample] + uy * ty[sample]) < along) continue;
            best = sample;
            least = squared;
          }
        }
      }
    }
    return best;
  }

  /** How far a spot lies off the line of a sample: signed, across the line; and in all. */
  off(sample: number, x: number, y: number): { across: number; away: number } {
    const dx = x - this.x[sample];
    const dy = y - this.y[sample];
    const across = dy * this.tx[sample] - dx * this.ty[sample];
    const along = Math.max(0, Math.abs(dx * this.tx[sample] + dy * this.ty[sample]) - sampleMm);
    return { across, away: stepLength(across, along) };
  }

  /** Whether a line passes within some mm of a spot, running within 30° of the direction given, or any way. */
  passesBy(x: number, y: number, angleRad: number | null, withinMm: number): boolean {
    const nearest = this.nearest(x, y, angleRad, withinMm);
    return nearest >= 0 && this.off(nearest, x, y).away <= withinMm;
  }

  /** What of the lines is wanted, as runs (x0, y0 …) of two samples and more. */
  runsWhere(wanted: (sample: number) => boolean): Float64Array[] {
    const runs: number[][] = [];
    for (let i = 0; i < this.count; i++) {
      if (!wanted(i)) continue;
      const goesOn = i > 0 && this.line[i] === this.line[i - 1] && wanted(i - 1);
      if (!goesOn) runs.push([]);
      runs[runs.length - 1].push(this.x[i], this.y[i]);
    }
    return runs.filter((run) => run.length >= 4).map((run) => Float64Array.from(run));
  }

  private cellOf(x: number, y: number): number {
    const column = Math.floor((x + beyondMm) / cellMm);
    const row = Math.floor((y + beyondMm) / cellMm);
    return column >= 0 && row >= 0 && column < this.columns && row < this.rows
      ? row * this.columns + column
      : -1;
  }
}

/** Goes along a run (x0, y0 …, mm) in even steps: hands over each place, and the unit direction of the stretch it lies on. */
function goAlong(
  points: ArrayLike<number>,
  take: (x: number, y: number, tx: number, ty: number) => void,
): void {
  let next = 0;
  for (let i = 2; i < points.length; i += 2) {
    const ax = points[i - 2];
    const ay = points[i - 1];
    const dx = points[i] - ax;
    const dy = points[i + 1] - ay;
    const length = stepLength(dx, dy);
    if (length === 0) continue;
    for (; next <= length; next += sampleMm)
      take(ax + (dx * next) / length, ay + (dy * next) / length, dx / length, dy / length);
    next -= length;
  }
}

/** Places along a run (x0, y0 …, mm) in even steps, each with the unit direction of the stretch it lies on. */
export function samplesAlong(points: ArrayLike<number>): { x: number; y: number; tx: number; ty: number }[] {
  const samples: { x: number; y: number; tx: number; ty: number }[] = [];
  goAlong(points, (x, y, tx, ty) => samples.push({ x, y, tx, ty }));
  return samples;
}
