import { polylineLength, stepLength, type Polyline } from './polyline.js';

/**
 * Cuts a run of points at shares of its length.
 *
 * @param points x0, y0 … of an open run, or of a closed one that does not repeat its first point
 * @param cuts ascending shares 0–1; an open run's own ends are not given. A closed run needs at least one
 * @returns open runs that together are the whole; those of a closed run begin at the first cut
 */
export function divideRun(points: Polyline, closed: boolean, cuts: readonly number[]): Polyline[] {
  if (cuts.length === 0) return [points];
  const opened = closed ? openedAt(points, cuts[0]) : points;
  const shares = closed ? cuts.slice(1).map((cut) => cut - cuts[0]) : cuts;
  const whole = polylineLength(opened);
  const pieces: Polyline[] = [];
  let piece: number[] = [opened[0], opened[1]];
  let along = 0;
  let next = 0;
  for (let i = 2; i < opened.length; i += 2) {
    const length = stepLength(opened[i] - opened[i - 2], opened[i + 1] - opened[i - 1]);
    while (next < shares.length && shares[next] * whole < along + length) {
      const t = length > 0 ? (shares[next] * whole - along) / length : 0;
      const x = opened[i - 2] + (opened[i] - opened[i - 2]) * t;
      const y = opened[i - 1] + (opened[i + 1] - opened[i - 1]) * t;
      piece.push(x, y);
      pieces.push(Float64Array.from(piece));
      piece = [x, y];
      next++;
    }
    piece.push(opened[i], opened[i + 1]);
    along += length;
  }
  pieces.push(Float64Array.from(piece));
  return pieces;
}

/** A closed run opened at a share of its length; the point there is its first and last. */
function openedAt(points: Polyline, share: number): Polyline {
  const n = points.length;
  const whole = polylineLength(points, true);
  let along = 0;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    const length = stepLength(points[j] - points[i], points[j + 1] - points[i + 1]);
    if (share * whole <= along + length || i === n - 2) {
      const t = length > 0 ? Math.min(1, (share * whole - along) / length) : 0;
      const x = points[i] + (points[j] - points[i]) * t;
      const y = points[i + 1] + (points[j + 1] - points[i + 1]) * t;
      const rest = [...points.subarray(i + 2), ...points.subarray(0, i + 2)];
      return Float64Array.from([x, y, ...rest, x, y]);
    }
    along += length;
  }
  return points;
}
