import type { Rect } from '../geometry/index.js';
import { columnLetters, mmPerInch, type LengthUnit } from '../units/index.js';
import { maxSquares, type GridDecisions, type HelpLevel } from './grid-decisions.js';
import type { Segment } from './guides.js';

/** A grid as it lies on the surface. */
export type Grid = {
  /** Lines from the first edge to the last, mm on the surface. */
  xs: number[];
  ys: number[];
  /** Sides of a whole square, mm. */
  squareX: number;
  squareY: number;
  /** What is left for the last, narrower column and row when squares have a set spacing; 0 for none, mm. */
  restX: number;
  restY: number;
};

/** Leftovers narrower than this are the pencil's, mm. */
const hair = 1e-6;

/**
 * The lines of a grid. Every line is reckoned from the edge, so that counts times spacing is exactly the side.
 *
 * @param drawing what the grid covers, mm
 */
export function gridOf(
  drawing: Rect,
  grid: Pick<GridDecisions, 'by' | 'columns' | 'rows' | 'spacingMm'>,
): Grid {
  if (grid.by === 'counts') {
    return {
      xs: evenly(drawing.x, drawing.width, grid.columns),
      ys: evenly(drawing.y, drawing.height, grid.rows),
      squareX: drawing.width / grid.columns,
      squareY: drawing.height / grid.rows,
      restX: 0,
      restY: 0,
    };
  }
  const across = spaced(drawing.x, drawing.width, grid.spacingMm);
  const down = spaced(drawing.y, drawing.height, grid.spacingMm);
  return {
    xs: across.lines,
    ys: down.lines,
    squareX: grid.spacingMm,
    squareY: grid.spacingMm,
    restX: across.rest,
    restY: down.rest,
  };
}

function evenly(from: number, length: number, count: number): number[] {
  return Array.from({ length: count + 1 }, (_, i) => from + length * (i / count));
}

function spaced(from: number, length: number, spacing: number): { lines: number[]; rest: number } {
  const whole = Math.min(Math.floor(length / spacing + hair), maxSquares * 5);
  const lines = Array.from({ length: whole + 1 }, (_, i) => from + i * spacing);
  const rest = length - whole * spacing;
  if (rest <= hair * length) {
    lines[whole] = from + length;
    return { lines, rest: 0 };
  }
  return { lines: [...lines, from + length], rest };
}

/** Name of a square: A1 is top left. */
export const squareName = (column: number, row: number): string => `${columnLetters(column)}${row + 1}`;

/** The square a place falls in, or null beside the grid. */
export function squareAt({ xs, ys }: Grid, x: number, y: number): { column: number; row: number } | null {
  const column = xs.findLastIndex((line) => line <= x);
  const row = ys.findLastIndex((line) => line <= y);
  const inside = column >= 0 && row >= 0 && column < xs.length - 1 && row < ys.length - 1;
  return inside ? { column, row } : null;
}

/** The lines of a grid from edge to edge. */
export function wholeLines({ xs, ys }: Pick<Grid, 'xs' | 'ys'>): Segment[] {
  const [left, right, top, bottom] = [xs[0], xs[xs.length - 1], ys[0], ys[ys.length - 1]];
  return [...xs.map((x): Segment => [x, top, x, bottom]), ...ys.map((y): Segment => [left, y, right, y])];
}

/** The lines inside squares: diagonals everywhere, halves in the chosen ones. */
export function innerLines(
  { xs, ys }: Grid,
  { diagonals, halved }: Pick<GridDecisions, 'diagonals' | 'halved'>,
): Segment[] {
  const chosen = new Set(halved);
  const lines: Segment[] = [];
  for (let row = 0; row + 1 < ys.length; row++) {
    for (let column = 0; column + 1 < xs.length; column++) {
      const [left, right, top, bottom] = [xs[column], xs[column + 1], ys[row], ys[row + 1]];
      if (diagonals) lines.push([left, top, right, bottom], [left, bottom, right, top]);
      if (chosen.has(squareName(column, row))) {
        const x = (left + right) / 2;
        const y = (top + bottom) / 2;
        lines.push([x, top, x, bottom], [left, y, right, y]);
      }
    }
  }
  return lines;
}

/** A way to divide what is drawn. */
export type GridSuggestion = {
  columns: number;
  rows: number;
  spacingMm: number;
  by: GridDecisions['by'];
  /** The squares are really square and none is cut. */
  exact: boolean;
  /** The spacing is a whole number on the surface, and on the original when its size is known. */
  wholeOnSurface: boolean;
  wholeOnOriginal: boolean;
};

/** Squares along the long side that each level of help stands for. */
const aimedAt: Readonly<Record<HelpLevel, number>> = { low: 5, middle: 8, high: 14 };

/** Squares are at least this many point widths wide: in smaller ones the grid crowds the drawing. */
const pointsASquare = 15;

/** Squares this close to square are square to any hand: a fifth of a millimetre over the whole side. */
const squareEnoughMm = 0.2;

/** Spacings counted as whole: 5 mm on a metric rule, a quarter of an inch on the other. */
const wholeMm = (unit: LengthUnit) => (unit === 'in' ? mmPerInch / 4 : 5);

/**
 * Grids ranked for a level of help: squares really square, spacing whole on surface and original, and as
 * many as the help asks for, but never so small that the point crowds them.
 *
 * @param drawing sides of what the grid covers, mm
 * @param perSurfaceMm millimetres of the original on one of the surface, or null when its size is not known
 */
export function gridSuggestions(
  drawing: { width: number; height: number },
  help: HelpLevel,
  pencilMm: number,
  unit: LengthUnit,
  perSurfaceMm: number | null,
): GridSuggestion[] {
  const long = Math.max(drawing.width, drawing.height);
  const least = Math.max(pointsASquare * pencilMm, long / maxSquares);
  const spacings = new Set<number>();
  for (let count = 2; count <= 40; count++) spacings.add(long / count);
  for (let i = 1; i <= 200; i++) spacings.add(i * wholeMm(unit));
  const ranked = [...spacings]
    .filter((spacing) => spacing >= least && long / spacing >= 2 && long / spacing <= 40)
    .map((spacing) => ({ ...dividedBy(spacing, drawing, unit, perSurfaceMm), spacing }))
    .map((suggestion) => ({ suggestion, cost: costOf(suggestion, drawing, aimedAt[help]) }))
    .sort((a, b) => a.cost - b.cost);
  const best: GridSuggestion[] = [];
  for (const { suggestion } of ranked) {
    const { spacing: _, ...rest } = suggestion;
    if (!best.some(({ columns, rows }) => columns === rest.columns && rows === rest.rows)) best.push(rest);
    if (best.length === 4) break;
  }
  return best;
}

function dividedBy(
  spacingMm: number,
  { width, height }: { width: number; height: number },
  unit: LengthUnit,
  perSurfaceMm: number | null,
): GridSuggestion {
  const exact = isMultiple(width, spacingMm, squareEnoughMm) && isMultiple(height, spacingMm, squareEnoughMm);
  return {
    columns: exact ? Math.round(width / spacingMm) : Math.ceil(width / spacingMm - hair),
    rows: exact ? Math.round(height / spacingMm) : Math.ceil(height / spacingMm - hair),
    spacingMm,
    by: exact ? 'counts' : 'spacing',
    exact,
    wholeOnSurface: isMultiple(spacingMm, wholeMm(unit), 0.01),
    wholeOnOriginal: perSurfaceMm !== null && isMultiple(spacingMm * perSurfaceMm, wholeMm(unit), 0.05),
  };
}

function isMultiple(length: number, of: number, within: number): boolean {
  const count = Math.round(length / of);
  return count >= 1 && Math.abs(length - count * of) <= within;
}

function costOf(
  suggestion: GridSuggestion,
  { width, height }: { width: number; height: number },
  aim: number,
): number {
  const count = Math.max(width, height) / suggestion.spacingMm;
  return (
    2 * Math.abs(Math.log(count / aim)) +
    (suggestion.exact ? 0 : 1) +
    (suggestion.wholeOnSurface ? 0 : 0.8) +
    (suggestion.wholeOnOriginal ? 0 : 0.3)
  );
}

/** Share of what is drawn that the lines of a grid cover, 0–1. */
export function gridCover(drawing: Rect, { xs, ys }: Grid, lineMm: number): number {
  const across = Math.min(1, (xs.length * lineMm) / drawing.width);
  const down = Math.min(1, (ys.length * lineMm) / drawing.height);
  return 1 - (1 - across) * (1 - down);
}
