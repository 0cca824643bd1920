import { stepLength } from '../../geometry/index.js';
import type { TracedLines } from './traced-lines.js';

export const hands = ['right', 'left'] as const;
export type Hand = (typeof hands)[number];

/** Places are told apart this finely: where a hand lies is known no better, mm. */
const minCellMm = 8;
/** Cells along the longer side at most: a drawing the size of a house front is told apart more coarsely. */
const maxCells = 1500;

/**
 * Where the hand rests while it holds a point at the origin, mm, for a right hand: from the tip of the little finger
 * to the heel of the palm, as a band of this breadth. Measured on a hand of middling size that holds a pencil as for
 * writing, to within a centimetre; a left hand is its mirror image.
 */
const restOf = { fromMm: { x: 18, y: 22 }, toMm: { x: 72, y: 92 }, breadthMm: 36 };

/** Which lines lie under the hand while each line is traced: pairs of line numbers, whatever the order. */
export type UnderPalm = {
  count: number;
  /** Whether the second line lies under the hand while the first is traced. */
  lies: (traced: number, under: number) => boolean;
  /** Lines under the hand while one is traced. */
  each: (traced: number, visit: (under: number) => void) => void;
};

/** Offsets of the cells that the hand covers. */
function restingCells(hand: Hand, cellMm: number): [number, number][] {
  const { fromMm, toMm, breadthMm } = restOf;
  const side = hand === 'right' ? 1 : -1;
  const reach = Math.ceil((Math.max(toMm.x, toMm.y) + breadthMm) / cellMm);
  const cells: [number, number][] = [];
  const lengthSquared = (toMm.x - fromMm.x) ** 2 + (toMm.y - fromMm.y) ** 2;
  for (let row = -reach; row <= reach; row++) {
    for (let column = -reach; column <= reach; column++) {
      const x = side * column * cellMm - fromMm.x;
      const y = row * cellMm - fromMm.y;
      const along = (x * (toMm.x - fromMm.x) + y * (toMm.y - fromMm.y)) / lengthSquared;
      const t = Math.min(1, Math.max(0, along));
      const off = Math.hypot(x - t * (toMm.x - fromMm.x), y - t * (toMm.y - fromMm.y));
      if (off <= breadthMm / 2) cells.push([column, row]);
    }
  }
  return cells;
}

/**
 * Works out which lines lie under the hand while each is traced.
 *
 * @param hand that traces
 */
export function linesUnderPalm(traced: TracedLines, hand: Hand): UnderPalm {
  const count = traced.points.length;
  const grid = new CellGrid(traced);
  const rest = restingCells(hand, grid.cellMm);
  const words = Math.ceil(count / 32);
  const bits = new Uint32Array(words * count);
  // The line that last covered a cell, so that each cell counts once for each line.
  const coveredBy = new Int32Array(grid.cells).fill(-1);
  for (let i = 0; i < count; i++) {
    for (const cell of grid.cellsOfLine[i]) {
      for (const [dx, dy] of rest) {
        const other = grid.shifted(cell, dx, dy);
        if (other < 0 || coveredBy[other] === i) continue;
        coveredBy[other] = i;
        for (const j of grid.linesIn[other] ?? []) if (j !== i) bits[words * i + (j >> 5)] |= 1 << (j & 31);
      }
    }
  }
  return {
    count,
    lies: (line, under) => ((bits[words * line + (under >> 5)] >>> (under & 31)) & 1) === 1,
    each: (line, visit) => {
      for (let w = 0; w < words; w++) {
        let left = bits[words * line + w];
        while (left !== 0) {
          visit(32 * w + 31 - Math.clz32(left & -left));
          left &= left - 1;
        }
      }
    },
  };
}

/** The drawing in square cells, with the lines that run through each. */
class CellGrid {
  readonly cells: number;
  readonly cellMm: number;
  readonly cellsOfLine: number[][];
  readonly linesIn: number[][] = [];
  private readonly columns: number;
  private readonly left: number;
  private readonly top: number;

  constructor({ points, lines }: TracedLines) {
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const own of points)
      for (let i = 0; i < own.length; i += 2) {
        left = Math.min(left, own[i]);
        right = Math.max(right, own[i]);
        top = Math.min(top, own[i + 1]);
        bottom = Math.max(bottom, own[i + 1]);
      }
    this.left = left;
    this.top = top;
    this.cellMm = Math.max(minCellMm, (right - left) / maxCells, (bottom - top) / maxCells);
    const across = (mm: number) => Math.floor(mm / this.cellMm) + 1;
    this.columns = points.length > 0 ? across(right - left) : 0;
    this.cells = points.length > 0 ? this.columns * across(bottom - top) : 0;
    this.cellsOfLine = points.map((own, i) => this.cellsAlong(own, lines[i].closed));
    this.cellsOfLine.forEach((cells, i) => {
      for (const cell of cells) (this.linesIn[cell] ??= []).push(i);
    });
  }

  /** The cell so many columns and rows away, or -1 where there is none. */
  shifted(cell: number, columns: number, rows: number): number {
    const column = (cell % this.columns) + columns;
    const other = cell + columns + rows * this.columns;
    return column < 0 || column >= this.columns || other < 0 || other >= this.cells ? -1 : other;
  }

  /** The cells a line runs through, each once. */
  private cellsAlong(points: Float64Array, closed: boolean): number[] {
    const { cellMm } = this;
    const cells = new Set<number>();
    const n = points.length;
    const steps = closed ? n : n - 2;
    for (let i = 0; i < steps; i += 2) {
      const j = (i + 2) % n;
      const dx = points[j] - points[i];
      const dy = points[j + 1] - points[i + 1];
      const parts = Math.max(1, Math.ceil(stepLength(dx, dy) / (cellMm / 2)));
      for (let k = 0; k <= parts; k++) {
        const column = Math.floor((points[i] + (dx * k) / parts - this.left) / cellMm);
        const row = Math.floor((points[i + 1] + (dy * k) / parts - this.top) / cellMm);
        cells.add(row * this.columns + column);
      }
    }
    return [...cells];
  }
}

/** What the palm on traced lines counts for while an order is made. */
export type PalmWeights = {
  /**
   * How many more times a hand rests on a line when the second of two is traced before the first, in a row for each
   * first line. A table, since it is asked for millions of times.
   */
  whenSwapped: Int8Array;
  /** The way of the lifted point that one rest on a line is worth, mm. */
  mmEach: number;
};

/** Prepares the table of {@link PalmWeights}. */
export function palmTable({ count, each }: UnderPalm): Int8Array {
  const table = new Int8Array(count * count);
  for (let line = 0; line < count; line++) {
    // What lies under the hand should not have been traced before.
    each(line, (under) => {
      table[line * count + under]++;
      table[under * count + line]--;
    });
  }
  return table;
}

/**
 * How often the hand rests on a line that was traced before: once for each line under it, for each line traced.
 *
 * @param order numbers of lines as they are traced
 */
export function palmCrossings({ count, each }: UnderPalm, order: ArrayLike<number>): number {
  const placeOf = new Int32Array(count);
  for (let k = 0; k < count; k++) placeOf[order[k]] = k;
  let sum = 0;
  for (let k = 0; k < count; k++) each(order[k], (under) => void (sum += placeOf[under] < k ? 1 : 0));
  return sum;
}

/** Pairs of lines of which each lies under the hand while the other is traced: no order keeps the hand off these. */
export function pairsUnderEachOther({ count, lies, each }: UnderPalm): number {
  let pairs = 0;
  for (let line = 0; line < count; line++)
    each(line, (under) => void (pairs += under > line && lies(under, line) ? 1 : 0));
  return pairs;
}

/** Which way the hand lies from the point it holds, a unit vector. */
export function palmDirection(hand: Hand): { x: number; y: number } {
  const x = ((hand === 'right' ? 1 : -1) * (restOf.fromMm.x + restOf.toMm.x)) / 2;
  const y = (restOf.fromMm.y + restOf.toMm.y) / 2;
  const length = Math.hypot(x, y);
  return { x: x / length, y: y / length };
}
