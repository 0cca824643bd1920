import { stepLength } from '../geometry/index.js';
import type { SizeMm } from '../units/index.js';

/** Known lines are looked up by samples this far apart, mm. */
const sampleMm = 0.5;

/** The sheet is divided into about so many cells. */
const usualCells = 400_000;
const minCellMm = 0.5;

/** Directions are told apart by bins of half a turn; a sample belongs to every bin whose middle is within two half bins. */
const bins = 6;
const binRad = Math.PI / bins;

/** What lies beyond the sheet by more than this is not looked for, mm. */
const beyondMm = 15;

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

  private readonly cellMm: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly nearestIn: Int32Array[];

  /**
   * @param lines x0, y0, x1, y1 … mm; a closed one ends where it begins
   * @param sheet what they lie on, mm
   */
  constructor(lines: readonly ArrayLike<number>[], sheet: SizeMm) {
    const samples = lines.flatMap((points, line) => [...samplesOf(points, line)]);
    this.x = Float64Array.from(samples, ({ x }) => x);
    this.y = Float64Array.from(samples, ({ y }) => y);
    this.tx = Float64Array.from(samples, ({ tx }) => tx);
    this.ty = Float64Array.from(samples, ({ ty }) => ty);
    this.line = Int32Array.from(samples, ({ line }) => line);
    const [width, height] = [sheet.widthMm + 2 * beyondMm, sheet.heightMm + 2 * beyondMm];
    this.cellMm = Math.max(minCellMm, Math.sqrt((width * height) / usualCells));
    this.columns = Math.ceil(width / this.cellMm);
    this.rows = Math.ceil(height / this.cellMm);
    this.nearestIn = Array.from({ length: bins }, (_, bin) => this.spread(bin));
  }

  get count(): number {
    return this.x.length;
  }

  /**
   * The sample nearest to a spot, of lines that run in nearly the direction given: within 15° for certain, never more
   * than 45° off. −1 when there is none.
   */
  nearest(x: number, y: number, angleRad: number): number {
    const column = Math.floor((x + beyondMm) / this.cellMm);
    const row = Math.floor((y + beyondMm) / this.cellMm);
    if (!(column >= 0 && row >= 0 && column < this.columns && row < this.rows)) return -1;
    return this.nearestIn[binOf(angleRad)][row * this.columns + column];
  }

  /** How far a spot lies off the line of a sample: signed, across the line; and in all. */
  off(sample: number, x: number, y: number): { across: number; away: number } {
    const [dx, dy] = [x - this.x[sample], y - this.y[sample]];
    const across = dy * this.tx[sample] - dx * this.ty[sample];
    const along = Math.max(0, Math.abs(dx * this.tx[sample] + dy * this.ty[sample]) - sampleMm);
    return { across, away: stepLength(across, along) };
  }

  /**
   * The nearest sample to every cell, carried from neighbour to neighbour in two sweeps (Danielsson, "Euclidean distance
   * mapping", 1980): within a small part of a cell of the true nearest.
   */
  private spread(bin: number): Int32Array {
    const { columns, rows, cellMm } = this;
    const label = new Int32Array(columns * rows).fill(-1);
    const middleRad = (bin + 0.5) * binRad;
    for (let i = 0; i < this.count; i++) {
      const turn = (((Math.atan2(this.ty[i], this.tx[i]) - middleRad) % Math.PI) + Math.PI) % Math.PI;
      if (Math.min(turn, Math.PI - turn) > binRad) continue;
      const column = Math.floor((this.x[i] + beyondMm) / cellMm);
      const row = Math.floor((this.y[i] + beyondMm) / cellMm);
      if (column >= 0 && row >= 0 && column < columns && row < rows) label[row * columns + column] = i;
    }
    const squared = (sample: number, column: number, row: number) => {
      const dx = this.x[sample] + beyondMm - (column + 0.5) * cellMm;
      const dy = this.y[sample] + beyondMm - (row + 0.5) * cellMm;
      return dx * dx + dy * dy;
    };
    const take = (column: number, row: number, fromColumn: number, fromRow: number) => {
      if (fromColumn < 0 || fromRow < 0 || fromColumn >= columns || fromRow >= rows) return;
      const offered = label[fromRow * columns + fromColumn];
      const at = row * columns + column;
      const own = label[at];
      if (offered < 0 || offered === own) return;
      if (own < 0 || squared(offered, column, row) < squared(own, column, row)) label[at] = offered;
    };
    for (const step of [1, -1] as const) {
      for (let r = 0; r < rows; r++) {
        const row = step > 0 ? r : rows - 1 - r;
        for (let c = 0; c < columns; c++) {
          const column = step > 0 ? c : columns - 1 - c;
          for (const side of [-1, 0, 1]) take(column, row, column + side, row - step);
          take(column, row, column - step, row);
        }
        for (let c = 0; c < columns; c++) {
          const column = step > 0 ? columns - 1 - c : c;
          take(column, row, column + step, row);
        }
      }
    }
    return label;
  }
}

function binOf(angleRad: number): number {
  const turned = ((angleRad % Math.PI) + Math.PI) % Math.PI;
  return Math.min(bins - 1, Math.floor(turned / binRad));
}

function* samplesOf(points: ArrayLike<number>, line: number) {
  let next = 0;
  for (let i = 2; i < points.length; i += 2) {
    const [ax, ay] = [points[i - 2], points[i - 1]];
    const [dx, dy] = [points[i] - ax, points[i + 1] - ay];
    const length = stepLength(dx, dy);
    if (length === 0) continue;
    for (; next <= length; next += sampleMm)
      yield {
        x: ax + (dx * next) / length,
        y: ay + (dy * next) / length,
        tx: dx / length,
        ty: dy / length,
        line,
      };
    next -= length;
  }
}
