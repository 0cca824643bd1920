import Flatbush from 'flatbush';
import type { Run } from './runs.js';

/** Where runs cross others, as lengths along each. Runs that only meet at their ends do not cross. */
export function findCrossings(runs: readonly Run[]): number[][] {
  const found: number[][] = runs.map(() => []);
  const owner: [number, number][] = [];
  runs.forEach(({ along: lengths }, r) => {
    for (let i = 1; i < lengths.length; i++) owner.push([r, i]);
  });
  if (owner.length === 0) return found;
  const index = new Flatbush(owner.length);
  for (const [r, i] of owner) {
    const p = runs[r].points;
    index.add(
      Math.min(p[2 * i - 2], p[2 * i]),
      Math.min(p[2 * i - 1], p[2 * i + 1]),
      Math.max(p[2 * i - 2], p[2 * i]),
      Math.max(p[2 * i - 1], p[2 * i + 1]),
    );
  }
  index.finish();
  owner.forEach(([r, i], own) => {
    const p = runs[r].points;
    const [ax, ay, bx, by] = [p[2 * i - 2], p[2 * i - 1], p[2 * i], p[2 * i + 1]];
    for (const other of index.search(
      Math.min(ax, bx),
      Math.min(ay, by),
      Math.max(ax, bx),
      Math.max(ay, by),
    )) {
      const [r2, j] = owner[other];
      if (other <= own || r2 === r) continue;
      const q = runs[r2].points;
      const shares = crossingShares(p, i, q, j);
      if (!shares) continue;
      const [t, u] = shares;
      found[r].push(runs[r].along[i - 1] + t * (runs[r].along[i] - runs[r].along[i - 1]));
      found[r2].push(runs[r2].along[j - 1] + u * (runs[r2].along[j] - runs[r2].along[j - 1]));
    }
  });
  return found;
}

/** Shares of two segments, those of runs of points that end at their i-th and j-th, at which they cross, or null. */
function crossingShares(
  p: ArrayLike<number>,
  i: number,
  q: ArrayLike<number>,
  j: number,
): [number, number] | null {
  const [ax, ay, bx, by] = [p[2 * i - 2], p[2 * i - 1], p[2 * i], p[2 * i + 1]];
  const [cx, cy, dx, dy] = [q[2 * j - 2], q[2 * j - 1], q[2 * j], q[2 * j + 1]];
  const cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx);
  if (Math.abs(cross) < 1e-12) return null;
  const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / cross;
  const u = ((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [t, u] : null;
}
