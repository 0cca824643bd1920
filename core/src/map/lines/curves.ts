import { crossing, fitLine, openedAtPoint, stepLength, turnBetween } from '../../geometry/index.js';
import {
  chordParameters,
  fitCubic,
  flatten,
  improved,
  worstFault,
  type Pair,
  type Tangents,
} from './cubic.js';

/** A turn sharper than this within a short stretch is a corner, not a curve. */
const cornerAngleRad = (35 * Math.PI) / 180;

/** How many times the parameters of a piece are improved before it is divided. */
const maxImprovements = 4;

export type CurveOptions = {
  /** Largest distance from the points, in their unit (mm). */
  tolerance: number;
  /** Length of the arms between which a corner's angle is judged (mm). */
  arm: number;
};

/**
 * Follows a run of points with smooth curves: cornered where the run has corners, otherwise cubic pieces
 * that share their tangents where they join (least-squares fitting after Schneider, "An algorithm for
 * automatically fitting digitized curves", 1990), returned as a polyline.
 *
 * @param points x0, y0 … in mm of an open run, or of a closed one that does not repeat its first point
 * @returns the same kind of run, with far fewer points
 */
export function smoothCurves(points: Float64Array, closed: boolean, options: CurveOptions): Float64Array {
  const n = points.length / 2;
  if (n < 4) return points.slice();
  const corners = findCorners(points, closed, options.arm);
  if (!closed) {
    const cuts = [0, ...corners.map((c) => c.index), n - 1];
    return fitBetween(points, cuts, corners, options);
  }
  // A closed run is opened at its first corner, or anywhere when it has none.
  const start = corners[0]?.index ?? 0;
  const opened = openedAtPoint(points, start);
  const moved = corners.map((c) => ({ ...c, index: c.index - start }));
  const cuts = [0, ...moved.slice(1).map((c) => c.index), n];
  if (corners.length > 0) moved.push({ ...moved[0], index: n });
  const curve = fitBetween(opened, cuts, moved, options, corners.length === 0);
  return curve.slice(0, -2);
}

type Corner = { index: number; x: number; y: number };

/** Corners: where the directions of the two arms differ most, placed where the arms' lines cross. */
function findCorners(points: Float64Array, closed: boolean, arm: number): Corner[] {
  const n = points.length / 2;
  const spacing = stepLength(points[2] - points[0], points[3] - points[1]) || arm / 6;
  const reach = Math.max(3, Math.min(Math.round(arm / Math.max(spacing, arm / 40)), Math.floor((n - 1) / 3)));
  if (n < 2 * reach + 1) return [];
  const ring = closed ? wrapped(points, reach) : points;
  const shift = closed ? reach : 0;
  const turn = new Float64Array(n);
  for (let i = closed ? 0 : reach; i < (closed ? n : n - reach); i++) {
    const c = i + shift;
    const ax = ring[2 * c] - ring[2 * (c - reach)];
    const ay = ring[2 * c + 1] - ring[2 * (c - reach) + 1];
    const bx = ring[2 * (c + reach)] - ring[2 * c];
    const by = ring[2 * (c + reach) + 1] - ring[2 * c + 1];
    turn[i] = turnBetween(ax, ay, bx, by);
  }
  const corners: Corner[] = [];
  for (let i = 0; i < n; i++) {
    if (turn[i] < cornerAngleRad || !isPeak(turn, i, reach, closed)) continue;
    if (!isSharp(turn, i, reach, closed)) continue;
    const c = i + shift;
    const meet = crossing(fitLine(ring, c - reach, c - 1), fitLine(ring, c + 1, c + reach));
    const near = meet && stepLength(meet[0] - points[2 * i], meet[1] - points[2 * i + 1]) < arm / 2;
    corners.push(
      near ? { index: i, x: meet[0], y: meet[1] } : { index: i, x: points[2 * i], y: points[2 * i + 1] },
    );
  }
  return corners;
}

/** A corner's turn falls off on both sides; along a tight curve it stays. */
function isSharp(turn: Float64Array, i: number, reach: number, closed: boolean): boolean {
  const n = turn.length;
  const at = (k: number) => (closed ? turn[(k + n) % n] : (turn[k] ?? 0));
  return at(i - reach) < 0.6 * turn[i] && at(i + reach) < 0.6 * turn[i];
}

function isPeak(turn: Float64Array, i: number, reach: number, closed: boolean): boolean {
  const n = turn.length;
  for (let k = 1; k <= reach; k++) {
    const before = closed ? turn[(i - k + n) % n] : (turn[i - k] ?? 0);
    const after = closed ? turn[(i + k) % n] : (turn[i + k] ?? 0);
    if (before >= turn[i] || after > turn[i]) return false;
  }
  return true;
}

/** The closed run with `rim` points of its other end repeated before and behind. */
function wrapped(points: Float64Array, rim: number): Float64Array {
  const n = points.length / 2;
  const out = new Float64Array((n + 2 * rim) * 2);
  for (let i = 0; i < n + 2 * rim; i++) {
    const j = (i - rim + n) % n;
    out[2 * i] = points[2 * j];
    out[2 * i + 1] = points[2 * j + 1];
  }
  return out;
}

function fitBetween(
  source: Float64Array,
  cuts: number[],
  corners: Corner[],
  options: CurveOptions,
  seamless = false,
): Float64Array {
  const points = source.slice();
  for (const corner of corners) {
    points[2 * corner.index] = corner.x;
    points[2 * corner.index + 1] = corner.y;
  }
  const out: number[] = [points[0], points[1]];
  for (let k = 1; k < cuts.length; k++) {
    const run = points.slice(2 * cuts[k - 1], 2 * cuts[k] + 2);
    const n = run.length / 2;
    let tangents: Tangents = [tangentAt(run, 0, 1), tangentAt(run, n - 1, -1)];
    if (seamless && n > 6) {
      const x = run[2 * 2] - run[2 * (n - 3)];
      const y = run[2 * 2 + 1] - run[2 * (n - 3) + 1];
      const length = stepLength(x, y) || 1;
      tangents = [
        [x / length, y / length],
        [-x / length, -y / length],
      ];
    }
    new PieceFitter(run, options.tolerance, out).fit(0, n - 1, tangents);
  }
  return Float64Array.from(out);
}

/** Direction into the run at an end, over its first few points. */
function tangentAt(points: Float64Array, index: number, sense: 1 | -1): Pair {
  const n = points.length / 2;
  const far = Math.min(n - 1, Math.max(0, index + sense * Math.min(4, n - 1)));
  const x = points[2 * far] - points[2 * index];
  const y = points[2 * far + 1] - points[2 * index + 1];
  const length = stepLength(x, y) || 1;
  return [x / length, y / length];
}

/** Fits points with cubic pieces, and appends their flattened points to a run. */
class PieceFitter {
  constructor(
    private readonly points: Float64Array,
    private readonly tolerance: number,
    private readonly out: number[],
  ) {}

  /** Fits points a … b, and appends those after the first. */
  fit(a: number, b: number, tangents: Tangents): void {
    const { points, tolerance, out } = this;
    if (b - a < 3) {
      for (let i = a + 1; i <= b; i++) out.push(points[2 * i], points[2 * i + 1]);
      return;
    }
    const chord = stepLength(points[2 * b] - points[2 * a], points[2 * b + 1] - points[2 * a + 1]);
    if (chord === 0) {
      this.divide(a, b, (a + b) >> 1, tangents);
      return;
    }
    const run = { points, a, b };
    let parameters = chordParameters(run);
    let cubic = fitCubic(run, parameters, tangents);
    let fault = worstFault(run, cubic, parameters);
    for (
      let i = 0;
      i < maxImprovements && fault.distance > tolerance && fault.distance < 4 * tolerance;
      i++
    ) {
      parameters = improved(run, cubic, parameters);
      cubic = fitCubic(run, parameters, tangents);
      fault = worstFault(run, cubic, parameters);
    }
    if (fault.distance <= tolerance) flatten(cubic, out);
    else this.divide(a, b, Math.min(b - 2, Math.max(a + 2, fault.index)), tangents);
  }

  /** Fits points a … b in two halves that share their tangent. */
  private divide(a: number, b: number, split: number, [start, end]: Tangents): void {
    const { points } = this;
    const reach = Math.min(4, split - a, b - split);
    const x = points[2 * (split - reach)] - points[2 * (split + reach)];
    const y = points[2 * (split - reach) + 1] - points[2 * (split + reach) + 1];
    const length = stepLength(x, y) || 1;
    const back: Pair = [x / length, y / length];
    this.fit(a, split, [start, back]);
    this.fit(split, b, [[-back[0], -back[1]], end]);
  }
}
