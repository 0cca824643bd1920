import type { CheckReport, MapDocument } from '../../documents/index.js';
import type { Point } from '../../geometry/index.js';
import { movedBy } from '../drawing/match/alignment.js';
import { lineMoves } from '../line-moves.js';
import { KnownLines } from '../registration/known-lines.js';

/** A place belongs to the line that runs within this of it, mm. */
const reachMm = 6;

/**
 * Where places of the map were drawn: each with the line that runs nearest to it and was found.
 *
 * @returns for a place on the map its place in the drawing; null where the line there was not found
 */
export function drawnPlaces(report: CheckReport, map: MapDocument): (place: Point) => Point | null {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const found = lineMoves(report, map).filter(({ status }) => status === 'true' || status === 'moved');
  const known = new KnownLines(
    found.map(({ course: { x, y } }) => Float64Array.from(Array.from(x, (_, i) => [x[i], y[i]]).flat())),
    size,
  );
  return ({ x, y }) => {
    const k = known.nearest(x, y, null, reachMm);
    if (k < 0) return null;
    const [toX, toY] = movedBy(found[known.line[k]].move, x, y);
    return { x: toX, y: toY };
  };
}
