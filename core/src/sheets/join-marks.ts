import { intersection } from '../geometry/index.js';
import type { Tile, Tiling } from './tiling.js';

/** A numbered cross that two neighbouring sheets share: laid right, the two crosses coincide. */
export type JoinMark = { number: number; x: number; y: number; labels: string[] };

/**
 * Two marks in the overlap of every two neighbouring sheets, at a quarter and three quarters of the seam,
 * in mm on the surface. None without an overlap.
 */
export function joinMarks(tiling: Tiling): JoinMark[] {
  if (!(tiling.overlapMm > 0)) return [];
  const marks: JoinMark[] = [];
  const at = (column: number, row: number): Tile | undefined =>
    column < tiling.columns && row < tiling.rows ? tiling.tiles[row * tiling.columns + column] : undefined;
  for (const tile of tiling.tiles) {
    for (const [neighbour, upright] of [
      [at(tile.column + 1, tile.row), true],
      [at(tile.column, tile.row + 1), false],
    ] as const) {
      const shared = neighbour && intersection(tile.window, neighbour.window);
      if (!shared) continue;
      for (const share of [0.25, 0.75]) {
        marks.push({
          number: marks.length + 1,
          x: shared.x + shared.width * (upright ? 0.5 : share),
          y: shared.y + shared.height * (upright ? share : 0.5),
          labels: [tile.label, neighbour.label],
        });
      }
    }
  }
  return marks;
}
