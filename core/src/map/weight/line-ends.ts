import type { MapLine } from '../../documents/index.js';

/** The places a line begins and ends at, first and last, as keys that are alike where lines meet; none of a closed one. */
export function endPlacesOf({ closed, points }: MapLine): string[] {
  if (closed || points.length < 2) return [];
  return [points[0], points[points.length - 1]].map(([x, y]) => `${x} ${y}`);
}
