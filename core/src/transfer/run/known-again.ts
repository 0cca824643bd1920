import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { polylineLength, stepLength } from '../../geometry/index.js';
import type { Run, TracedLine } from './run.js';

/** A line of another map is the same when its middle lies this near, mm, and its length is alike to this share. */
const nearMm = 1.5;
const alikeShare = 0.15;

/**
 * What is kept of a line that is traced.
 *
 * @param seconds it took, or null where nobody timed it
 * @param goesOn whether it was traced in one go with the one before it
 */
export function tracedLineOf(line: MapLine, seconds: number | null, goesOn = false): TracedLine {
  const { x, y, lengthMm } = middleOfWay(line);
  const rounded = (mm: number) => Math.round(100 * mm) / 100;
  return {
    id: line.id,
    x: rounded(x),
    y: rounded(y),
    lengthMm: rounded(lengthMm),
    seconds: seconds === null ? null : Math.round(10 * Math.min(3600, seconds)) / 10,
    goesOn,
  };
}

/** The lines of a run on a map: those that are there, by id, and those that the map no longer has. */
export type KnownAgain = {
  /** For each line of the map that is traced, the record of it. */
  done: Map<string, TracedLine>;
  lost: TracedLine[];
};

/**
 * Finds the traced lines of a run on a map that may have been made anew since: by id where the line still lies there,
 * otherwise by place and length.
 */
export function knownAgain(run: Pick<Run, 'traced'>, map: Pick<MapDocument, 'lines'>): KnownAgain {
  const places = placesOn(map);
  const byId = new Map(places.map((place) => [place.line.id, place]));
  const done = new Map<string, TracedLine>();
  const lost: TracedLine[] = [];
  const toFind: TracedLine[] = [];
  for (const traced of run.traced) {
    const there = byId.get(traced.id);
    if (there && isSame(traced, there)) done.set(traced.id, traced);
    else toFind.push(traced);
  }
  for (const traced of toFind) {
    const there = places.find((place) => isSame(traced, place) && !done.has(place.line.id));
    if (there) done.set(there.line.id, traced);
    else lost.push(traced);
  }
  return { done, lost };
}

/** Where the lines of a map lie: asked for after every stroke, and the same as long as the map is. */
const remembered = new WeakMap<Pick<MapDocument, 'lines'>, ({ line: MapLine } & Place)[]>();

function placesOn(map: Pick<MapDocument, 'lines'>): readonly ({ line: MapLine } & Place)[] {
  const there = remembered.get(map);
  if (there) return there;
  const places = map.lines.filter(isTraced).map((line) => ({ line, ...middleOfWay(line) }));
  remembered.set(map, places);
  return places;
}

type Place = { x: number; y: number; lengthMm: number };

const isSame = (a: Place, b: Place) =>
  stepLength(a.x - b.x, a.y - b.y) <= nearMm &&
  Math.abs(a.lengthMm - b.lengthMm) <= Math.max(nearMm, alikeShare * a.lengthMm);

/** The point halfway along a line; of a closed one the middle of its points, which does not depend on where it begins. */
function middleOfWay({ points, closed }: MapLine): Place {
  const lengthMm = polylineLength(points.flat(), closed);
  if (closed) {
    const sum = points.reduce((so, [x, y]) => ({ x: so.x + x, y: so.y + y }), { x: 0, y: 0 });
    return { x: sum.x / points.length, y: sum.y / points.length, lengthMm };
  }
  let left = lengthMm / 2;
  for (let i = 1; i < points.length; i++) {
    const [ax, ay] = points[i - 1];
    const [bx, by] = points[i];
    const length = stepLength(bx - ax, by - ay);
    if (left <= length && length > 0)
      return { x: ax + (left / length) * (bx - ax), y: ay + (left / length) * (by - ay), lengthMm };
    left -= length;
  }
  return { x: points[0][0], y: points[0][1], lengthMm };
}
