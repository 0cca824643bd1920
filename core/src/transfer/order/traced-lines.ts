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
  const points = lines.map((line) => Float64Array.from(line.points.flat()));
  return {
    lines,
    points,
    lengthsMm: Float64Array.from(points, (own, i) => polylineLength(own, lines[i].closed)),
  };
}
