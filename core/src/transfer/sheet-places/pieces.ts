import type { Rect } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import type { TracedLines } from '../order/traced-lines.js';

/** A line, or a piece of one that is longer than the sheet, with the box around it. */
export type Piece = { line: number; box: Rect; lengthMm: number };

/** A line longer than the sheet is covered in pieces of this share of its shorter side. */
const pieceShare = 1 / 3;

/** What a sheet has to cover: every line whole where it fits under the sheet, in pieces where it does not. */
export function piecesOf({ points, lines, lengthsMm }: TracedLines, sheet: SizeMm): Piece[] {
  const shorter = Math.min(sheet.widthMm, sheet.heightMm);
  const longer = Math.max(sheet.widthMm, sheet.heightMm);
  return points.flatMap((own, line) => {
    const box = boxAround(own, 0, own.length / 2);
    const fits = Math.min(box.width, box.height) <= shorter && Math.max(box.width, box.height) <= longer;
    if (fits) return [{ line, box, lengthMm: lengthsMm[line] }];
    return cutUp(own, lines[line].closed, pieceShare * shorter).map((piece) => ({ line, ...piece }));
  });
}

/** A line in pieces whose boxes are about half as large as asked for. */
export function cutUp(points: Float64Array, closed: boolean, sideMm: number): Omit<Piece, 'line'>[] {
  const pieces: Omit<Piece, 'line'>[] = [];
  const n = points.length / 2;
  let run: number[] = [points[0], points[1]];
  const end = () => {
    const own = Float64Array.from(run);
    let lengthMm = 0;
    for (let i = 2; i < own.length; i += 2)
      lengthMm += Math.hypot(own[i] - own[i - 2], own[i + 1] - own[i - 1]);
    pieces.push({ box: boxAround(own, 0, own.length / 2), lengthMm });
    run = run.slice(-2);
  };
  for (let k = 1; k < n + (closed ? 1 : 0); k++) {
    const [ax, ay] = run.slice(-2);
    const bx = points[2 * (k % n)];
    const by = points[2 * (k % n) + 1];
    // A long straight is cut on its way.
    const steps = Math.max(1, Math.ceil((2 * Math.hypot(bx - ax, by - ay)) / sideMm));
    for (let s = 1; s <= steps; s++) {
      run.push(ax + ((bx - ax) * s) / steps, ay + ((by - ay) * s) / steps);
      const { width, height } = boxAround(Float64Array.from(run), 0, run.length / 2);
      if (Math.max(width, height) > sideMm / 2) end();
    }
  }
  if (run.length > 2) end();
  return pieces;
}

/** The box around some points, mm. */
export function boxAround(points: Float64Array, from: number, to: number): Rect {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = from; i < to; i++) {
    left = Math.min(left, points[2 * i]);
    right = Math.max(right, points[2 * i]);
    top = Math.min(top, points[2 * i + 1]);
    bottom = Math.max(bottom, points[2 * i + 1]);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The box around boxes. */
export function boxAroundAll(boxes: readonly Rect[]): Rect {
  const points = Float64Array.from(boxes.flatMap(({ x, y, width, height }) => [x, y, x + width, y + height]));
  return boxAround(points, 0, points.length / 2);
}

/** Rounding, mm: what touches the sheet's edge is under it. */
const slackMm = 1e-6;

export const holds = (sheet: Rect, box: Rect): boolean =>
  box.x >= sheet.x - slackMm &&
  box.y >= sheet.y - slackMm &&
  box.x + box.width <= sheet.x + sheet.width + slackMm &&
  box.y + box.height <= sheet.y + sheet.height + slackMm;
