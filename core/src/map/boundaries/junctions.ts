import KDBush from 'kdbush';
import { fitLine } from '../../geometry/index.js';
import type { LocatedArc } from './locate.js';
import { untrusted } from './offsets.js';
import type { PlanarMap } from './planar-map.js';

/** A junction never moves further than this from where the regions put it, pixels. */
const maxShiftPx = 3.5;

/** Nor by more than this share of the way to the nearest other one, so that no two ever meet. */
const maxShare = 0.4;

/** How far along each arc its course into the junction is read, pixels. */
const readPx = 9;

/** The raster the arcs lie on: its sides and the distance from point to point along an arc, pixels. */
export type Raster = { width: number; height: number; step: number };

/** Normal equations of the point nearest to a set of lines. */
type Equations = { xx: number; xy: number; yy: number; bx: number; by: number };

/**
 * Puts each junction where the boundaries that meet there lead, by least squares over the straight
 * continuation of each, and leads the arcs into it. Close to a junction a third tone mixes into every
 * profile, so what was measured there is not used. Junctions on the picture's border stay on it.
 *
 * @param located arcs of the map in the same order; their points are changed in place
 */
export function solveJunctions(map: PlanarMap, located: LocatedArc[], raster: Raster): void {
  const ends: { arc: number; atEnd: boolean }[][] = map.junctions.map(() => []);
  map.arcs.forEach((arc, index) => {
    if (arc.closed) return;
    ends[arc.from].push({ arc: index, atEnd: false });
    ends[arc.to].push({ arc: index, atEnd: true });
  });
  const { width, height, step } = raster;
  const junctions = map.junctions.map(({ x, y }) => ({
    x: Math.min(width, x * step),
    y: Math.min(height, y * step),
  }));
  const limits = shiftLimits(junctions, maxShiftPx * step);
  junctions.forEach((junction, index) => {
    // A slight pull to the lattice point decides what the arcs leave open.
    const sum: Equations = { xx: 0.02, xy: 0, yy: 0.02, bx: 0.02 * junction.x, by: 0.02 * junction.y };
    for (const end of ends[index]) {
      const arc = map.arcs[end.arc];
      if (arc.left < 0 || arc.right < 0) continue;
      addLine(sum, located[end.arc].points, end.atEnd, step);
    }
    const [x, y] = place(sum, junction, limits[index], width, height);
    for (const { arc, atEnd } of ends[index]) leadInto(located[arc], atEnd, x, y, untrusted(step));
  });
}

/** How far each junction may move in x and in y, pixels. */
function shiftLimits(junctions: readonly { x: number; y: number }[], maxPx: number): number[] {
  const index = new KDBush(junctions.length);
  for (const { x, y } of junctions) index.add(x, y);
  index.finish();
  const around = maxPx / maxShare;
  return junctions.map(({ x, y }, own) => {
    let nearest = around;
    for (const other of index.range(x - around, y - around, x + around, y + around)) {
      if (other === own) continue;
      // Both may move in x and y at once, so the larger of the two distances is what keeps them apart.
      nearest = Math.min(
        nearest,
        Math.max(Math.abs(junctions[other].x - x), Math.abs(junctions[other].y - y)),
      );
    }
    return maxShare * nearest;
  });
}

function place(
  sum: Equations,
  junction: { x: number; y: number },
  maxShift: number,
  width: number,
  height: number,
): [number, number] {
  const onSide = junction.x === 0 || junction.x === width;
  const onTop = junction.y === 0 || junction.y === height;
  if (onSide && onTop) return [junction.x, junction.y];
  const limit = (value: number, middle: number) =>
    Math.min(middle + maxShift, Math.max(middle - maxShift, value));
  if (onSide) return [junction.x, limit((sum.by - sum.xy * junction.x) / sum.yy, junction.y)];
  if (onTop) return [limit((sum.bx - sum.xy * junction.y) / sum.xx, junction.x), junction.y];
  const determinant = sum.xx * sum.yy - sum.xy * sum.xy;
  return [
    limit((sum.bx * sum.yy - sum.by * sum.xy) / determinant, junction.x),
    limit((sum.by * sum.xx - sum.bx * sum.xy) / determinant, junction.y),
  ];
}

/** Adds the line through an arc's points short of the junction, found by total least squares. */
function addLine(sum: Equations, points: Float64Array, atEnd: boolean, step: number): void {
  const n = points.length / 2;
  const first = Math.min(untrusted(step), Math.max(0, n - 3));
  const last = Math.min(n - 1, first + Math.ceil(readPx / step));
  if (last - first < 2) return;
  const { nx, ny, offset } = atEnd
    ? fitLine(points, n - 1 - last, n - 1 - first)
    : fitLine(points, first, last);
  sum.xx += nx * nx;
  sum.xy += nx * ny;
  sum.yy += ny * ny;
  sum.bx += nx * offset;
  sum.by += ny * offset;
}

/** Replaces the untrusted points next to a junction by a straight run into it. */
function leadInto(located: LocatedArc, atEnd: boolean, x: number, y: number, blurred: number): void {
  const n = located.points.length / 2;
  const drop = Math.max(1, Math.min(blurred, Math.floor((n - 2) / 2)));
  const first = atEnd ? 0 : drop - 1;
  const last = atEnd ? n - drop + 1 : n;
  located.points = located.points.slice(2 * first, 2 * last);
  located.contrast = located.contrast.slice(first, last);
  located.softnessPx = located.softnessPx.slice(first, last);
  located.points.set([x, y], atEnd ? located.points.length - 2 : 0);
}
