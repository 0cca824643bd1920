import type { MapDocument } from '../../documents/index.js';
import { ringPoints } from '../corrections/index.js';

/** A number's height against the breadth of its shape, and its limits, mm. */
const numberShare = 0.5;
const minNumberMm = 2;
const maxNumberMm = 8;

/** Where the number of each shape's value stands: in its middle, sized by its room. Lengths in mm. */
export type ShapeNumber = { id: string; level: number; x: number; y: number; sizeMm: number };

/** Numbers of the values, one in each shape. */
export function shapeNumbers(map: MapDocument): ShapeNumber[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return map.shapes.flatMap((shape) => {
    const rings = ringPoints(shape, lines);
    if (rings[0].length < 3) return [];
    const { x, y, breadth } = roomiestRow(rings);
    const sizeMm = Math.min(maxNumberMm, Math.max(minNumberMm, numberShare * breadth));
    return [{ id: shape.id, level: shape.level, x, y, sizeMm }];
  });
}

/** Of some rows across a shape the middle of the widest stretch inside it. */
function roomiestRow(rings: readonly (readonly [number, number])[][]) {
  const ys = rings[0].map(([, y]) => y);
  const top = ys.reduce((least, y) => Math.min(least, y), Infinity);
  const height = ys.reduce((most, y) => Math.max(most, y), -Infinity) - top;
  let best = { x: rings[0][0][0], y: top + height / 2, breadth: 0 };
  for (let k = 1; k < 12; k++) {
    const y = top + (height * k) / 12;
    const crossings = rings.flatMap((ring) =>
      ring.flatMap(([ax, ay], i) => {
        const [bx, by] = ring[(i + 1) % ring.length];
        return ay > y !== by > y ? [ax + ((bx - ax) * (y - ay)) / (by - ay)] : [];
      }),
    );
    crossings.sort((a, b) => a - b);
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      // A number near the top or bottom of a shape has less room than its row is wide.
      const breadth = Math.min(crossings[i + 1] - crossings[i], 2 * Math.min(y - top, top + height - y));
      if (breadth > best.breadth) best = { x: (crossings[i] + crossings[i + 1]) / 2, y, breadth };
    }
  }
  return best;
}
