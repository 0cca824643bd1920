/** A run of points as x0, y0, x1, y1 … in one flat array. */
export type Polyline = Float64Array;

/** Length of an open polyline, in its own unit; of a closed one with `closed`. */
export function polylineLength(points: ArrayLike<number>, closed = false): number {
  const n = points.length;
  let sum = 0;
  for (let i = 2; i < n; i += 2) sum += stepLength(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  if (closed && n > 2) sum += stepLength(points[0] - points[n - 2], points[1] - points[n - 1]);
  return sum;
}

/** Length from the first point to each; of a closed one with `closed`, whose last entry is the whole length. */
export function lengthsAlong(points: ArrayLike<number>, closed = false): Float64Array {
  const n = points.length / 2;
  const lengths = new Float64Array(closed ? n + 1 : n);
  for (let i = 1; i < lengths.length; i++) {
    const [a, b] = [2 * (i - 1), 2 * (i % n)];
    lengths[i] = lengths[i - 1] + stepLength(points[b] - points[a], points[b + 1] - points[a + 1]);
  }
  return lengths;
}

/**
 * Signed area of the ring through the points (shoelace formula), positive when the ring runs clockwise as
 * seen on a page whose y axis points down.
 */
export function signedArea(points: ArrayLike<number>): number {
  const n = points.length;
  let sum = 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2)
    sum += points[j] * points[i + 1] - points[i] * points[j + 1];
  return sum / 2;
}

/** Distance from a point to the segment a–b. */
export function distanceToSegment(
  x: number,
  y: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): number {
  const dx = bx - ax;
  const dy = by - ay;
  const squared = dx * dx + dy * dy;
  const t = squared > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / squared)) : 0;
  return stepLength(x - ax - t * dx, y - ay - t * dy);
}

/** How far one direction is turned from another, rad: 0 when they are the same, π when they are opposite. */
export function turnBetween(ux: number, uy: number, vx: number, vy: number): number {
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}

/** The same points in the opposite order, as a new array. */
export function reversedPoints(points: ArrayLike<number>): Polyline {
  const n = points.length;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i += 2) {
    out[i] = points[n - 2 - i];
    out[i + 1] = points[n - 1 - i];
  }
  return out;
}

/** What belongs to a ring (a number or several a point), begun at one of its numbers, as a new array. */
export function begunAt(values: Float64Array, at: number): Float64Array {
  const out = new Float64Array(values.length);
  out.set(values.subarray(at));
  out.set(values.subarray(0, at), values.length - at);
  return out;
}

/** A ring opened at one of its points, counted in pairs, which then stands first and last. */
export function openedAtPoint(points: Polyline, point: number): Polyline {
  const out = new Float64Array(points.length + 2);
  out.set(begunAt(points, 2 * point));
  out.set(points.subarray(2 * point, 2 * point + 2), points.length);
  return out;
}

/** Length of a step. `Math.hypot` guards against overflow, which no drawing reaches, at several times the cost. */
export function stepLength(dx: number, dy: number): number {
  return Math.sqrt(dx * dx + dy * dy);
}
