import Flatbush from 'flatbush';
import { isTraced, type MapDocument } from '../documents/index.js';

/** Lines are looked at in steps of this share of the width, within limits, mm. */
const stepShare = 0.75;
const minStepMm = 0.3;
const maxStepMm = 1;
/** Where lines meet they lie close by nature: their ends are left out over this, in line widths. */
const endWidths = 4;

/** Where lines run together: what share of their length it is, 0–1, and the places along them, x0, y0, x1, y1 …, mm. */
export type Crowded = { share: number; spots: Float64Array };

/**
 * Where a map's traced lines lie nearer to another line than a width: there both become one on the surface.
 *
 * @param widthMm of the line as it comes out
 */
export function findCrowded(map: Pick<MapDocument, 'lines'>, widthMm: number): Crowded {
  const xs: number[] = [];
  const ys: number[] = [];
  const owners: number[] = [];
  const stepMm = Math.min(maxStepMm, Math.max(minStepMm, stepShare * widthMm));
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
  if (xs.length === 0) return { share: 0, spots: new Float64Array() };
  const index = new Flatbush(xs.length);
  xs.forEach((x, k) => index.add(x, ys[k]));
  index.finish();
  // Steps along the other line may straddle the nearest place: half a step is allowed for.
  const reach = Math.hypot(widthMm, stepMm / 2);
  const spots: number[] = [];
  for (let k = 0; k < xs.length; k++)
    if (index.neighbors(xs[k], ys[k], 1, reach, (other) => owners[other] !== owners[k]).length > 0)
      spots.push(xs[k], ys[k]);
  return { share: spots.length / 2 / xs.length, spots: Float64Array.from(spots) };
}
