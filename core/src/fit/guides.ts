import type { Rect } from '../geometry/index.js';

/** Lines of composition that can be laid over what is drawn. */
export const guideKinds = ['halves', 'thirds', 'diagonals', 'root-rectangles'] as const;
export type GuideKind = (typeof guideKinds)[number];

/** A line from one point to another, mm: x0, y0, x1, y1. */
export type Segment = readonly [number, number, number, number];

/** The lines of a guide over a rectangle. */
export function guideLines(kind: GuideKind, { x, y, width, height }: Rect): Segment[] {
  const right = x + width;
  const bottom = y + height;
  const upright = (share: number): Segment => [x + share * width, y, x + share * width, bottom];
  const level = (share: number): Segment => [x, y + share * height, right, y + share * height];
  switch (kind) {
    case 'halves':
      return [upright(1 / 2), level(1 / 2)];
    case 'thirds':
      return [upright(1 / 3), upright(2 / 3), level(1 / 3), level(2 / 3)];
    case 'diagonals':
      return [
        [x, y, right, bottom],
        [x, bottom, right, y],
      ];
    case 'root-rectangles':
      return rootShares(width, height).flatMap((share) =>
        width >= height ? [upright(share), upright(1 - share)] : [level(share), level(1 - share)],
      );
  }
}

/**
 * Where the square on the short side, and the rectangles of √2, √3, 2 and √5 swung from its diagonals, end
 * along the long side, as shares of it; those that reach past it are left out.
 */
export function rootShares(width: number, height: number): number[] {
  const ratio = Math.max(width, height) / Math.min(width, height);
  return [1, 2, 3, 4, 5].map((n) => Math.sqrt(n) / ratio).filter((share) => share < 1 - 1e-6);
}
