import {
  composed,
  cornersOfRect,
  ontoQuad,
  quadBy,
  scaling,
  type Homography,
  type Rect,
} from '@nobrel/core/geometry';
import type { WallSize } from '@nobrel/core/transfer';
import type { Thrown } from './warped.js';

/** A picture bent by a lens is thrown in so many pieces across and down, each warped by its own corners. */
const pieces = 12;
/** Pieces lie over each other by this much, pixels, so that no seam shows. */
const overPx = 0.5;

/** The pieces of a surface, mm: one where the lens is true, since a projective map is then exact. */
export function piecesOf({ width, height }: WallSize, { isBent, perMm }: Thrown): Rect[] {
  if (!isBent) return [{ x: 0, y: 0, width, height }];
  const over = overPx / perMm;
  const [across, down] = [width / pieces, height / pieces];
  return Array.from({ length: pieces * pieces }, (_, k) => ({
    x: (k % pieces) * across - over,
    y: Math.floor(k / pieces) * down - over,
    width: across + 2 * over,
    height: down + 2 * over,
  }));
}

/** How a piece, laid out at the window's upper left in its size on the wall, comes to its place. */
export function pieceToWall(piece: Rect, { pixel, perMm }: Thrown): Homography {
  const corners = cornersOfRect(piece);
  const quad = quadBy((k) => pixel(corners[k].x, corners[k].y));
  return composed(ontoQuad(quad), scaling(1 / (piece.width * perMm), 1 / (piece.height * perMm)));
}
