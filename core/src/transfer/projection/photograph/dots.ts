import type { Screen } from '../wall-fit.js';

/** A dot of the pattern a projector is calibrated with: where it is in the picture, pixels, and in its rows. */
export type Dot = { x: number; y: number; radiusPx: number; column: number; row: number };

/** Dots from left to right; as many down as keep them square. */
const columns = 16;
/** A dot's radius and that of the three that show the way, in distances between dots. */
const radiusShare = 0.075;
const waymarkShare = 0.15;
/**
 * Three larger dots near the middle: one, the next but one to its right, and the next below it. No turning of the
 * picture lays them onto each other, so that they tell which dot is which.
 */
export const waymarks = (size: { columns: number; rows: number }) => {
  const column = Math.floor(size.columns / 2) - 1;
  const row = Math.floor(size.rows / 2) - 1;
  return [
    { column, row },
    { column: column + 2, row },
    { column, row: row + 1 },
  ] as const;
};

/** How many dots there are across and down a picture. */
export function dotRows({ width, height }: Screen): { columns: number; rows: number } {
  return { columns, rows: Math.max(5, Math.round((height * columns) / width)) };
}

/** The dots a projector is calibrated with from one photograph: bright on black, in even rows. */
export function dotsOn(screen: Screen): Dot[] {
  const size = dotRows(screen);
  const step = { x: screen.width / size.columns, y: screen.height / size.rows };
  const marks = waymarks(size);
  return Array.from({ length: size.columns * size.rows }, (_, k) => {
    const [column, row] = [k % size.columns, Math.floor(k / size.columns)];
    const isWaymark = marks.some((mark) => mark.column === column && mark.row === row);
    return {
      x: (column + 0.5) * step.x,
      y: (row + 0.5) * step.y,
      radiusPx: (isWaymark ? waymarkShare : radiusShare) * Math.min(step.x, step.y),
      column,
      row,
    };
  });
}
