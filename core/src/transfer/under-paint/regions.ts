import Flatbush from 'flatbush';
import type { MapDocument, MapLine } from '../../documents/index.js';
import { isWithin, ringPoints } from '../../map/index.js';

/** Finds the values beside a line: of the regions it parts, or of the one it lies in; none where the ground stays bare. */
export function regionsBeside(map: MapDocument): (line: MapLine) => (number | null)[] {
  const levels = new Map(map.shapes.map(({ id, level }) => [id, level]));
  const levelAt = levelsByPlace(map);
  return (line) => {
    const parts = line.left !== null || line.right !== null;
    if (parts) return [line.left, line.right].map((id) => (id === null ? null : (levels.get(id) ?? null)));
    const [x, y] = line.points[line.points.length >> 1];
    return [levelAt(x, y)];
  };
}

/** The value at a place of the surface, mm: of the smallest region around it, or null on bare ground. */
function levelsByPlace(map: MapDocument): (x: number, y: number) => number | null {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const shapes = map.shapes.flatMap((shape) => {
    const rings = ringPoints(shape, lines);
    return rings[0].length < 3 ? [] : [{ ...shape, rings }];
  });
  if (shapes.length === 0) return () => null;
  const index = new Flatbush(shapes.length);
  for (const { rings } of shapes) {
    const xs = rings[0].map(([x]) => x);
    const ys = rings[0].map(([, y]) => y);
    index.add(
      xs.reduce((a, b) => Math.min(a, b)),
      ys.reduce((a, b) => Math.min(a, b)),
      xs.reduce((a, b) => Math.max(a, b)),
      ys.reduce((a, b) => Math.max(a, b)),
    );
  }
  index.finish();
  return (x, y) => {
    const around = index
      .search(x, y, x, y)
      .map((k) => shapes[k])
      .filter(({ rings }) => isWithin(rings, x, y));
    return around.sort((a, b) => a.area - b.area)[0]?.level ?? null;
  };
}
