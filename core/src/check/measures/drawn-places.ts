import type { CheckReport, MapDocument } from '../../documents/index.js';
import type { Point } from '../../geometry/index.js';
import { movedBy, type Similarity } from '../drawing/alignment.js';
import { wantedLines } from '../drawing/course.js';
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
  const wanted = new Map(wantedLines(map).map((line) => [line.id, line]));
  const parts = new Map(report.parts.flatMap((part) => part.lines.map((id) => [id, part] as const)));
  const found = report.lines.flatMap(({ id, status, dx, dy }) => {
    const line = wanted.get(id);
    if (!line || status === 'missing' || status === 'unclear') return [];
    const part = parts.get(id);
    const angleRad = ((part?.angleDeg ?? 0) * Math.PI) / 180;
    const scale = part?.scale ?? 1;
    const move: Similarity = part
      ? {
          cx: part.x,
          cy: part.y,
          dx: part.dx,
          dy: part.dy,
          a: scale * Math.cos(angleRad),
          b: scale * Math.sin(angleRad),
        }
      : { cx: line.cx, cy: line.cy, dx, dy, a: 1, b: 0 };
    return [{ course: line.course, move }];
  });
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
