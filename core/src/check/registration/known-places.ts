import type { Grid } from '../../fit/index.js';
import type { MapDocument } from '../../documents/index.js';
import { cornersOfRect, type Point } from '../../geometry/index.js';

/** Places are settled on within this share of the surface's diagonal. */
const reachShare = 0.012;

/** … and of a narrow grid within this share of its squares, so that what lies between can still be pointed at. */
const reachOfSquare = 0.3;

/** Places of a surface that are found again on a photograph of it, and how near to one a place is taken to be it, mm. */
export type KnownPlaces = { places: readonly Point[]; reachMm: number };

/**
 * The places of a surface that are marked on it: corners of the frame, crosses of its printed sheets, crossings of its grid.
 *
 * @param grid null where there is none
 * @param crosses those printed sheets are joined by, mm on the surface
 */
export function knownPlaces(
  { surface, frame }: Pick<MapDocument, 'surface' | 'frame'>,
  grid: Grid | null,
  crosses: readonly Point[],
): KnownPlaces {
  const ofGrid = grid ? grid.xs.flatMap((x) => grid.ys.map((y) => ({ x, y }))) : [];
  const squareMm = grid ? Math.min(grid.squareX, grid.squareY) : Infinity;
  return {
    places: [...cornersOfRect(frame), ...crosses, ...ofGrid],
    reachMm: Math.min(reachShare * Math.hypot(surface.width, surface.height), reachOfSquare * squareMm),
  };
}

/** The known place that is meant by one pointed at; that itself where none is near, mm. */
export function settledOn({ places, reachMm }: KnownPlaces, at: Point): Point {
  let nearest = at;
  let least = reachMm;
  for (const { x, y } of places) {
    const away = Math.hypot(x - at.x, y - at.y);
    if (away > least) continue;
    nearest = { x, y };
    least = away;
  }
  return nearest;
}
