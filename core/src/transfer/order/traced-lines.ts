import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { polylineLength } from '../../geometry/index.js';

/** The lines of a map that a hand traces, in the map's own order. */
export type TracedLines = {
  lines: readonly MapLine[];
  /** x0, y0, x1, y1 … of each, mm. */
  points: readonly Float64Array[];
  /** Along each, back to where it began where it is closed. */
  lengthsMm: Float64Array;
};

/** Takes out of a map what is traced. */
export function tracedLinesOf(map: Pick<MapDocument, 'lines'>): TracedLines {
  const lines = map.lines.filter(isTraced);
  const points = lines.map(placesOf);
  return {
    lines,
    points,
    lengthsMm: Float64Array.from(points, (own, i) => polylineLength(own, lines[i].closed)),
  };
}

/** The points of a line one after the other. Long maps hold hundreds of thousands: no array of arrays is made on the way. */
function placesOf({ points }: MapLine): Float64Array {
  const places = new Float64Array(2 * points.length);
  points.forEach(([x, y], k) => {
    places[2 * k] = x;
    places[2 * k + 1] = y;
  });
  return places;
}
