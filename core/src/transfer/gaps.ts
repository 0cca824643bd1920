import Flatbush from 'flatbush';
import { isTraced, type MapDocument } from '../documents/index.js';

/** Lines are looked at in steps of this, mm. */
const stepMm = 1;
/** Where lines meet they lie close by nature: their ends are left out over this, in line widths. */
const endWidths = 4;

/**
 * How much of a map's traced lines lies nearer to another line than a width: there both become one on the surface.
 *
 * @param widthMm of the line as it comes out
 * @returns a share of their length, 0–1
 */
export function shareCrowded(map: Pick<MapDocument, 'lines'>, widthMm: number): number {
  const xs: number[] = [];
  const ys: number[] = [];
  const owners: number[] = [];
  map.lines.filter(isTraced).forEach(({ points, closed }, line) => {
    const ring = closed && points[0] ? [...points, points[0]] : points;
    const inner = closed ? 0 : endWidths * widthMm;
    const lengths = ring.map(([x, y], i) => {
      const before = ring[i - 1];
      return before ? Math.hypot(x - before[0], y - before[1]) : 0;
    });
    const whole = lengths.reduce((sum, length) => sum + length, 0);
    let along = 0;
    let next = inner;
    for (let i = 1; i < ring.length; i++) {
      const [ax, ay] = ring[i - 1];
      const [bx, by] = ring[i];
      for (; next <= along + lengths[i] && next <= whole - inner; next += stepMm) {
        const t = lengths[i] > 0 ? (next - along) / lengths[i] : 0;
        xs.push(ax + t * (bx - ax));
        ys.push(ay + t * (by - ay));
        owners.push(line);
      }
      along += lengths[i];
    }
  });
  if (xs.length === 0) return 0;
  const index = new Flatbush(xs.length);
  xs.forEach((x, k) => index.add(x, ys[k]));
  index.finish();
  // Steps along the other line may straddle the nearest place: half a step is allowed for.
  const reach = Math.hypot(widthMm, stepMm / 2);
  let crowded = 0;
  for (let k = 0; k < xs.length; k++)
    if (index.neighbors(xs[k], ys[k], 1, reach, (other) => owners[other] !== owners[k]).length > 0) crowded++;
  return crowded / xs.length;
}
