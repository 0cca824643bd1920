import { crossing, fitLine } from '../../geometry/index.js';

/**
 * Follows a run of points with the fewest straights within a tolerance.
 *
 * Optimal, not greedy: dynamic programming over all chords that keep every point between their ends within
 * the tolerance of their line (Imai & Iri 1988); of equal counts the one with the shortest chords-squared
 * sum, which spreads the joints evenly. The joints are then moved to where the lines fitted to the points
 * between them cross, so that a corner between two samples is found.
 *
 * @param points x0, y0 … of an open run, at least two points
 * @param tolerance largest distance allowed, in the unit of the points
 * @returns the joints, first and last point included
 */
export function fewestStraights(points: Float64Array, tolerance: number): Float64Array {
  const n = points.length / 2;
  if (n <= 2) return points.slice();
  const count = new Int32Array(n).fill(n);
  const cost = new Float64Array(n).fill(Infinity);
  const from = new Int32Array(n);
  count[0] = 0;
  cost[0] = 0;
  for (let i = 0; i < n - 1; i++) {
    reachable(points, i, tolerance, (j, squared) => {
      const better = count[i] + 1 < count[j] || (count[i] + 1 === count[j] && cost[i] + squared < cost[j]);
      if (!better) return;
      count[j] = count[i] + 1;
      cost[j] = cost[i] + squared;
      from[j] = i;
    });
  }
  const joints: number[] = [];
  for (let i = n - 1; i > 0; i = from[i]) joints.unshift(i);
  joints.unshift(0);
  return moveJoints(points, joints, tolerance);
}

/**
 * Visits every j after i whose chord from i passes within the tolerance of all points between. The
 * directions that do so form a wedge, which each further point narrows; once it is empty none follow.
 */
function reachable(
  points: Float64Array,
  i: number,
  tolerance: number,
  visit: (j: number, squaredLength: number) => void,
): void {
  const n = points.length / 2;
  const x = points[2 * i];
  const y = points[2 * i + 1];
  let reference = 0;
  let low = -Infinity;
  let high = Infinity;
  for (let j = i + 1; j < n; j++) {
    const dx = points[2 * j] - x;
    const dy = points[2 * j + 1] - y;
    const distance = Math.hypot(dx, dy);
    if (distance <= tolerance) {
      visit(j, distance * distance);
      continue;
    }
    const bearing = Math.atan2(dy, dx);
    if (low === -Infinity) reference = bearing;
    let angle = bearing - reference;
    if (angle > Math.PI) angle -= 2 * Math.PI;
    else if (angle < -Math.PI) angle += 2 * Math.PI;
    if (angle >= low && angle <= high) visit(j, distance * distance);
    const half = Math.asin(tolerance / distance);
    low = Math.max(low, angle - half);
    high = Math.min(high, angle + half);
    if (low > high) return;
  }
}

function moveJoints(points: Float64Array, joints: number[], tolerance: number): Float64Array {
  const out = new Float64Array(joints.length * 2);
  const at = (k: number): [number, number] => [points[2 * joints[k]], points[2 * joints[k] + 1]];
  joints.forEach((_, k) => {
    let [x, y] = at(k);
    if (k > 0 && k < joints.length - 1) {
      const before = fitLine(points, joints[k - 1], joints[k]);
      const after = fitLine(points, joints[k], joints[k + 1]);
      const meet = crossing(before, after);
      if (meet && Math.hypot(meet[0] - x, meet[1] - y) <= 2 * tolerance) [x, y] = meet;
    }
    out[2 * k] = x;
    out[2 * k + 1] = y;
  });
  return out;
}
