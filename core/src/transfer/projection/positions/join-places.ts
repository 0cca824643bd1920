import { isTraced, type MapDocument } from '../../../documents/index.js';
import { centroidOf, cornersOfRect, intersection, type Point, type Rect } from '../../../geometry/index.js';
import { landmarksOf } from '../../../check/measures/landmarks.js';

/** A place in the overlap of a position by which it is joined: something drawn, or a cross drawn for it. */
export type JoinPlace = Point & { drawn: boolean };

/** So many places join a position; more cost more time than they are worth. */
const joinPlaces = 5;
const minDrawn = 3;
/** Crosses lie so far within the overlap, as a share of its sides. */
const insetShare = 0.08;

/**
 * The places by which a position is joined to what was drawn at those before it: corners and ends of drawn lines in the
 * overlaps, chosen so that they tell most surely where the position lies. Where fewer than three are
 * drawn, or these lie close together, light crosses at the overlap's corners are drawn for it before the projector is
 * moved.
 *
 * @param linesBefore ids of the lines traced at earlier positions
 */
export function joinPlacesOf(
  map: MapDocument,
  positions: readonly Rect[],
  position: number,
  linesBefore: ReadonlySet<string>,
): JoinPlace[] {
  const overlaps = positions
    .slice(0, position)
    .flatMap((before) => intersection(before, positions[position]) ?? []);
  if (overlaps.length === 0) return [];
  const lines = map.lines.filter((line) => isTraced(line) && linesBefore.has(line.id));
  const isIn = ({ x, y }: Point) =>
    overlaps.some((o) => x >= o.x && y >= o.y && x <= o.x + o.width && y <= o.y + o.height);
  const drawn: JoinPlace[] = landmarksOf({ ...map, lines }, Infinity)
    .filter(isIn)
    .map(({ x, y }) => ({ x, y, drawn: true }));
  const crosses = overlaps.flatMap((overlap) => crossesIn(overlap));
  const reach = Math.max(...overlaps.map(({ width, height }) => Math.hypot(width, height)));
  const chosen = placesToJoin(drawn, joinPlaces, positions[position]);
  const isEnough = chosen.length >= minDrawn && spreadOf(chosen) >= reach / 4;
  return isEnough ? chosen : [...farApart(crosses, 4), ...chosen.slice(0, joinPlaces - 4)];
}

function crossesIn({ x, y, width, height }: Rect): JoinPlace[] {
  const inset = Math.max(insetShare * Math.min(width, height), Math.min(15, Math.min(width, height) / 4));
  return [
    [x + inset, y + inset],
    [x + width - inset, y + inset],
    [x + width - inset, y + height - inset],
    [x + inset, y + height - inset],
  ].map(([px, py]) => ({ x: px, y: py, drawn: false }));
}

/** At most so many places far from each other, mm: always the one farthest from all that were chosen. */
function farApart<T extends Point>(places: readonly T[], count: number): T[] {
  if (places.length <= 2) return [...places];
  const away = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
  const farthestFrom = (chosen: readonly Point[]) =>
    places.reduce((best, place) => (nearestTo(chosen, place) > nearestTo(chosen, best) ? place : best));
  const nearestTo = (chosen: readonly Point[], place: Point) =>
    Math.min(...chosen.map((each) => away(each, place)));
  const first = farthestFrom([places[0]]);
  const chosen = [first];
  while (chosen.length < Math.min(count, places.length)) chosen.push(farthestFrom(chosen));
  return chosen;
}

/**
 * At most so many of some places, those by which a shift and a turn tell most surely where all of a position lies: set by
 * hands of one skill, their least squares leave at a place p a variance in proportion to 1/n + |p − c|² / Σ|pᵢ − c|², c
 * the middle of the n places. From places far apart one after the other is exchanged for the best in its stead, until
 * the worst corner of the position gains no more.
 */
export function placesToJoin<T extends Point>(places: readonly T[], count: number, position: Rect): T[] {
  const corners = cornersOfRect(position);
  const doubtOf = (chosen: readonly Point[]) => {
    const middle = centroidOf(chosen);
    const squares = chosen.length * spreadOf(chosen) ** 2;
    const farthest = Math.max(...corners.map(({ x, y }) => (x - middle.x) ** 2 + (y - middle.y) ** 2));
    return 1 / chosen.length + farthest / squares;
  };
  const chosen = farApart(places, count);
  let least = doubtOf(chosen);
  for (let gained = true; gained;) {
    gained = false;
    for (let k = 0; k < chosen.length; k++)
      for (const place of places) {
        if (chosen.includes(place)) continue;
        const doubt = doubtOf(chosen.map((each, i) => (i === k ? place : each)));
        if (doubt >= least) continue;
        chosen[k] = place;
        least = doubt;
        gained = true;
      }
  }
  return chosen;
}

/** How far places lie from their middle (root of the mean square), mm. */
function spreadOf(places: readonly Point[]): number {
  const { x, y } = centroidOf(places);
  return Math.sqrt(
    places.reduce((sum, place) => sum + (place.x - x) ** 2 + (place.y - y) ** 2, 0) / places.length,
  );
}
