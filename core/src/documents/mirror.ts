import type { MapDocument } from './map-document.js';

/**
 * The map as seen from the back of the sheet: x runs from the other side. Walking a line in the same order,
 * what was on the left is now on the right. Mirrored twice is the original.
 */
export function mirrorMap(map: MapDocument): MapDocument {
  const { width } = map.surface;
  const flip = (x: number) => width - x;
  return {
    ...map,
    frame: { ...map.frame, x: flip(map.frame.x + map.frame.width) },
    lines: map.lines.map((line) => ({
      ...line,
      points: line.points.map(([x, y]): [number, number] => [flip(x), y]),
      left: line.right,
      right: line.left,
    })),
  };
}
