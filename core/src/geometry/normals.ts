import { stepLength } from './polyline.js';

/** Unit normals of a run of points, pointing to its right as seen walking along it on the page. */
export function normalsOf(points: Float64Array, closed: boolean): Float64Array {
  const n = points.length / 2;
  const out = new Float64Array(points.length);
  const span = Math.min(3, Math.max(1, (n - 1) >> 1));
  for (let i = 0; i < n; i++) {
    const a = closed ? (i - span + n) % n : Math.max(0, i - span);
    const b = closed ? (i + span) % n : Math.min(n - 1, i + span);
    const dx = points[2 * b] - points[2 * a];
    const dy = points[2 * b + 1] - points[2 * a + 1];
    const length = stepLength(dx, dy) || 1;
    // Walking along +x on a page whose y points down, the right hand is +y.
    out[2 * i] = -dy / length;
    out[2 * i + 1] = dx / length;
  }
  return out;
}
