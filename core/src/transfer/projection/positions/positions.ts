import type { Rect } from '../../../geometry/index.js';
import type { WallSize } from '../wall-fit.js';

/** So much of a projector's picture is drawn in: its rim is dim, and a hand needs room to place it. */
const usedShare = 0.94;
/** More positions than this are a matter for another projector. */
export const maxPositions = 60;

/** How the picture of a projector is moved over a wall that is larger. */
export type PositionsWanted = {
  /** The projector's whole picture on the wall, mm. */
  pictureWidthMm: number;
  pictureHeightMm: number;
  /** How much of it lies over what a neighbour showed, at least, 0–1. */
  overlap: number;
};

/**
 * Where the picture lies over the surface, one position after the other: row by row, back and forth, so that each
 * touches the one before; all of one size, and the overlap shared out evenly.
 *
 * @returns one position where the picture holds the whole surface
 */
export function planPositions(surface: WallSize, wanted: PositionsWanted): Rect[] {
  const width = Math.min(surface.width, usedShare * wanted.pictureWidthMm);
  const height = Math.min(surface.height, usedShare * wanted.pictureHeightMm);
  const along = startsAlong(surface.width, width, wanted.overlap);
  const down = startsAlong(surface.height, height, wanted.overlap);
  return down.flatMap((y, row) =>
    (row % 2 === 0 ? along : [...along].reverse()).map((x) => ({ x, y, width, height })),
  );
}

function startsAlong(whole: number, part: number, overlap: number): number[] {
  if (part >= whole) return [0];
  const count = Math.ceil((whole - overlap * part) / (part * (1 - overlap)) - 1e-9);
  return Array.from({ length: count }, (_, k) => ((whole - part) * k) / (count - 1));
}
