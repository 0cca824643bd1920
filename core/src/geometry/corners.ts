import { turnBetween } from './polyline.js';
import { smoothedRun } from './smooth-run.js';

/** How corners are told from bends. */
export type CornerLimits = {
  /** Directions before and behind a point are read over this many points; even. */
  arm: number;
  /** A corner turns at least so far. */
  turnRad: number;
};

/** Over half the arms a corner turns by this share of its turn, where a bend turns by half. */
const sharpShare = 0.65;

/**
 * The corners of a run: where it turns at once, and not little by little.
 *
 * @param points x0, y0 … about evenly spaced
 * @returns numbers of its points, ascending
 */
export function cornersOf(
  points: ArrayLike<number>,
  closed: boolean,
  { arm, turnRad }: CornerLimits,
): number[] {
  const n = points.length / 2;
  if (n < 2 * arm + 1) return [];
  const at = (i: number) => (((i % n) + n) % n) * 2;
  const turnOver = (i: number, reach: number) => {
    const [a, m, b] = [at(i - reach), at(i), at(i + reach)];
    return turnBetween(
      points[m] - points[a],
      points[m + 1] - points[a + 1],
      points[b] - points[m],
      points[b + 1] - points[m + 1],
    );
  };
  const margin = closed ? 0 : arm;
  const turns = new Float64Array(n);
  for (let i = margin; i < n - margin; i++) turns[i] = turnOver(i, arm);
  const corners: number[] = [];
  for (let i = margin; i < n - margin; i++) {
    if (turns[i] < turnRad || turnOver(i, arm / 2) < sharpShare * turns[i]) continue;
    let most = true;
    for (let k = -arm; k <= arm && most; k++) {
      const other = turns[at(i + k) / 2];
      most = k < 0 ? other < turns[i] : other <= turns[i];
    }
    if (most) corners.push(i);
  }
  return corners;
}

/** The points between neighbouring corners of a run, those of both corners with them; the whole run where it has none. */
export function pointsBetween(corners: readonly number[], count: number, closed: boolean): number[][] {
  const all = Array.from({ length: count }, (_, i) => i);
  if (!closed) {
    const cuts = [0, ...corners, count - 1];
    return cuts.slice(1).map((to, k) => all.slice(cuts[k], to + 1));
  }
  if (corners.length === 0) return [all];
  return corners.map((from, k) => {
    const next = corners[k + 1];
    return next === undefined
      ? [...all.slice(from), ...all.slice(0, corners[0] + 1)]
      : all.slice(from, next + 1);
  });
}

/** A run smoothed along its way as `smoothedRun` does, but for its corners, which stay where they are. */
export function smoothedBetweenCorners(
  points: Float64Array,
  closed: boolean,
  sigma: number,
  limits: CornerLimits,
): Float64Array {
  const corners = cornersOf(points, closed, limits);
  if (corners.length === 0) return smoothedRun(points, closed, sigma);
  const out = points.slice();
  for (const at of pointsBetween(corners, points.length / 2, closed)) {
    const own = Float64Array.from(at.flatMap((i) => [points[2 * i], points[2 * i + 1]]));
    const smooth = smoothedRun(own, false, sigma);
    at.forEach((i, k) => {
      out[2 * i] = smooth[2 * k];
      out[2 * i + 1] = smooth[2 * k + 1];
    });
  }
  return out;
}
