import type { SizeMm } from '../units/index.js';
import { straightsThrough } from './drawn-stroke.js';

/** How far a ruler bends and slips, mm. */
const slipMm = 0.8;

/** Both diagonals of the surface, drawn along a ruler. */
export function diagonals({ widthMm, heightMm }: SizeMm, random: () => number): Float64Array[] {
  const off = () => slipMm * (random() - 0.5);
  return [
    [0, heightMm],
    [heightMm, 0],
  ].map(([from, to]) =>
    straightsThrough([
      [0, from + off()],
      [widthMm / 2, heightMm / 2 + off()],
      [widthMm, to + off()],
    ]),
  );
}

/** Lines of a grid, drawn along a ruler. */
export function gridLines(
  { widthMm, heightMm }: SizeMm,
  squareMm: number,
  random: () => number,
): Float64Array[] {
  const off = () => slipMm * (random() - 0.5);
  const lines: Float64Array[] = [];
  for (let x = squareMm; x < widthMm; x += squareMm)
    lines.push(
      straightsThrough([
        [x + off(), 0],
        [x + off(), heightMm / 2],
        [x + off(), heightMm],
      ]),
    );
  for (let y = squareMm; y < heightMm; y += squareMm)
    lines.push(
      straightsThrough([
        [0, y + off()],
        [widthMm / 2, y + off()],
        [widthMm, y + off()],
      ]),
    );
  return lines;
}
