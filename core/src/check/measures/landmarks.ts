import { isTraced, type MapDocument } from '../../documents/index.js';
import { cornersOf, polylineLength, type Point } from '../../geometry/index.js';
import { samplesAlong } from '../registration/known-lines.js';

/** A place on a map that the eye holds on to: a corner, an end, or where a shape reaches furthest. */
export type Landmark = Point & {
  /** How much depends on it: the length of its line, mm. */
  weight: number;
};

/** Shorter lines are details, mm. */
const minLineMm = 15;

/** Corners turn by at least this over arms of so many samples. */
const corner = { arm: 6, turnRad: (50 * Math.PI) / 180 };

/** Landmarks keep so far from each other, as a share of the surface's diagonal. */
const apartShare = 0.05;

/** The landmarks of a map, those of its longest lines first, spread over it. */
export function landmarksOf(map: MapDocument, max = 24): Landmark[] {
  const { width, height } = map.surface;
  const all: Landmark[] = [];
  for (const line of map.lines.filter(isTraced)) {
    const run = Float64Array.from((line.closed ? [...line.points, line.points[0]] : line.points).flat());
    const weight = polylineLength(run);
    if (weight < minLineMm) continue;
    const places = samplesAlong(run).filter(({ x, y }) => x > 1 && y > 1 && x < width - 1 && y < height - 1);
    const [first, last] = [places[0], places[places.length - 1]];
    if (!first || !last) continue;
    const even = Float64Array.from(places.flatMap(({ x, y }) => [x, y]));
    const chosen = [
      ...cornersOf(even, line.closed, corner).map((k) => places[k]),
      ...(line.closed ? [] : [first, last]),
      ...furthest(places),
    ];
    all.push(...chosen.map(({ x, y }) => ({ x, y, weight })));
  }
  const apart = apartShare * Math.hypot(width, height);
  const kept: Landmark[] = [];
  for (const landmark of all.sort((a, b) => b.weight - a.weight)) {
    if (kept.length >= max) break;
    if (kept.every(({ x, y }) => Math.hypot(x - landmark.x, y - landmark.y) >= apart)) kept.push(landmark);
  }
  return kept;
}

/** Where a line reaches furthest to each side. */
function furthest<T extends Point>(places: readonly T[]): T[] {
  const by = (better: (a: T, b: T) => boolean) =>
    places.reduce((best, place) => (better(place, best) ? place : best));
  return [by((a, b) => a.x < b.x), by((a, b) => a.x > b.x), by((a, b) => a.y < b.y), by((a, b) => a.y > b.y)];
}
