import { distanceToSegment, stepLength } from '../../geometry/index.js';

/** Flattened curves stay this close to the true curve, as the map document promises 0.05 (mm). */
const flatnessMm = 0.045;

/** A point or a direction. */
export type Pair = [number, number];

/** Directions into a run at its first and its last point, each of length 1. */
export type Tangents = readonly [Pair, Pair];

/** Points a … b, both included, of x0, y0 … */
export type PointRun = { points: Float64Array; a: number; b: number };

/** Parameters 0–1 of the points of a run by the length along them. */
export function chordParameters({ points, a, b }: PointRun): Float64Array {
  const out = new Float64Array(b - a + 1);
  for (let i = a + 1; i <= b; i++) {
    const dx = points[2 * i] - points[2 * i - 2];
    const dy = points[2 * i + 1] - points[2 * i - 1];
    out[i - a] = out[i - a - 1] + stepLength(dx, dy);
  }
  const total = out[b - a] || 1;
  for (let i = 0; i < out.length; i++) out[i] /= total;
  return out;
}

/** Control points x0, y0 … x3, y3. */
export type Cubic = Float64Array;

/** The cubic with given end tangents that lies closest to the points of a run between its ends, by least squares. */
export function fitCubic({ points, a, b }: PointRun, parameters: Float64Array, [t1, t2]: Tangents): Cubic {
  const x0 = points[2 * a];
  const y0 = points[2 * a + 1];
  const x3 = points[2 * b];
  const y3 = points[2 * b + 1];
  const [t1x, t1y] = t1;
  const [t2x, t2y] = t2;
  const turn = t1x * t2x + t1y * t2y;
  let c11 = 0;
  let c12 = 0;
  let c22 = 0;
  let r1 = 0;
  let r2 = 0;
  for (let i = 0; i < parameters.length; i++) {
    const u = parameters[i];
    const v = 1 - u;
    const b1 = 3 * u * v * v;
    const b2 = 3 * u * u * v;
    const b0 = v * v * v + b1;
    const b3 = u * u * u + b2;
    const dx = points[2 * (a + i)] - x0 * b0 - x3 * b3;
    const dy = points[2 * (a + i) + 1] - y0 * b0 - y3 * b3;
    c11 += b1 * b1;
    c12 += b1 * b2 * turn;
    c22 += b2 * b2;
    r1 += b1 * (t1x * dx + t1y * dy);
    r2 += b2 * (t2x * dx + t2y * dy);
  }
  const chord = stepLength(x3 - x0, y3 - y0);
  const determinant = c11 * c22 - c12 * c12;
  let first = determinant ? (r1 * c22 - r2 * c12) / determinant : 0;
  let second = determinant ? (c11 * r2 - c12 * r1) / determinant : 0;
  // Arms that vanish, run backwards or overshoot would kink or loop: a third of the chord is always safe.
  if (!(first > 1e-3 * chord && first < 2 * chord)) first = chord / 3;
  if (!(second > 1e-3 * chord && second < 2 * chord)) second = chord / 3;
  return Float64Array.of(
    x0,
    y0,
    x0 + t1[0] * first,
    y0 + t1[1] * first,
    x3 + t2[0] * second,
    y3 + t2[1] * second,
    x3,
    y3,
  );
}

function pointAt(c: Cubic, u: number): Pair {
  const v = 1 - u;
  const b0 = v * v * v;
  const b1 = 3 * u * v * v;
  const b2 = 3 * u * u * v;
  const b3 = u * u * u;
  return [b0 * c[0] + b1 * c[2] + b2 * c[4] + b3 * c[6], b0 * c[1] + b1 * c[3] + b2 * c[5] + b3 * c[7]];
}

/** The point of a run furthest from its place on the cubic, and how far. */
export function worstFault({ points, a, b }: PointRun, cubic: Cubic, parameters: Float64Array) {
  let index = (a + b) >> 1;
  let worst = 0;
  const [x0, y0, x1, y1, x2, y2, x3, y3] = cubic;
  for (let i = 1; i < parameters.length - 1; i++) {
    const u = parameters[i];
    const v = 1 - u;
    const b0 = v * v * v;
    const b1 = 3 * u * v * v;
    const b2 = 3 * u * u * v;
    const b3 = u * u * u;
    const dx = b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3 - points[2 * (a + i)];
    const dy = b0 * y0 + b1 * y1 + b2 * y2 + b3 * y3 - points[2 * (a + i) + 1];
    const squared = dx * dx + dy * dy;
    if (squared > worst) {
      worst = squared;
      index = a + i;
    }
  }
  return { distance: Math.sqrt(worst), index };
}

/** One Newton step of each parameter towards the nearest place on the curve. */
export function improved({ points, a }: PointRun, c: Cubic, parameters: Float64Array): Float64Array {
  const out = parameters.slice();
  const [x0, y0, x1, y1, x2, y2, x3, y3] = c;
  // Sides of the control polygon, and their differences.
  const [ax, ay, bx, by, cx, cy] = [x1 - x0, y1 - y0, x2 - x1, y2 - y1, x3 - x2, y3 - y2];
  const [abx, aby, bcx, bcy] = [bx - ax, by - ay, cx - bx, cy - by];
  for (let i = 0; i < out.length; i++) {
    const u = parameters[i];
    const v = 1 - u;
    const [b0, b1, b2, b3] = [v * v * v, 3 * u * v * v, 3 * u * u * v, u * u * u];
    const ex = b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3 - points[2 * (a + i)];
    const ey = b0 * y0 + b1 * y1 + b2 * y2 + b3 * y3 - points[2 * (a + i) + 1];
    const dx = 3 * (v * v * ax + 2 * u * v * bx + u * u * cx);
    const dy = 3 * (v * v * ay + 2 * u * v * by + u * u * cy);
    const ddx = 6 * (v * abx + u * bcx);
    const ddy = 6 * (v * aby + u * bcy);
    const bottom = dx * dx + dy * dy + ex * ddx + ey * ddy;
    if (bottom > 1e-12) out[i] = Math.min(1, Math.max(0, u - (ex * dx + ey * dy) / bottom));
  }
  return out;
}

/** Appends points of the cubic after its first, halving until each stretch is flat. */
export function flatten(c: Cubic, out: number[]): void {
  const halve = (from: number, to: number, start: Pair, end: Pair, depth: number) => {
    const middle = (from + to) / 2;
    const between = pointAt(c, middle);
    const isNear = (point: Pair) => distanceToSegment(...point, ...start, ...end) < flatnessMm;
    if (depth === 0 || (isNear(between) && isNear(pointAt(c, from + (to - from) / 4)))) {
      out.push(...end);
      return;
    }
    halve(from, middle, start, between, depth - 1);
    halve(middle, to, between, end, depth - 1);
  };
  halve(0, 1, [c[0], c[1]], [c[6], c[7]], 8);
}
