import { Matrix, solve } from 'ml-matrix';
import type { KnownLines } from '../../registration/known-lines.js';

/** Places along lines of the map, mm, each with the direction of its line there. */
export type Course = { x: Float64Array; y: Float64Array; angleRad: Float64Array };

/** A shift, turn and scale about a middle: (x, y) goes to middle + shift + (a −b; b a)·((x, y) − middle). */
export type Similarity = { cx: number; cy: number; dx: number; dy: number; a: number; b: number };

/** Nothing moved, about a place. */
export const unmoved = (cx: number, cy: number): Similarity => ({ cx, cy, dx: 0, dy: 0, a: 1, b: 0 });

/** Where a place goes. */
export function movedBy({ cx, cy, dx, dy, a, b }: Similarity, x: number, y: number): [number, number] {
  const [u, v] = [x - cx, y - cy];
  return [cx + dx + a * u - b * v, cy + dy + b * u + a * v];
}

export const scaleOf = ({ a, b }: Similarity): number => Math.hypot(a, b);
export const turnRad = ({ a, b }: Similarity): number => Math.atan2(b, a);

/** The same movement told about another middle. */
export function about(move: Similarity, cx: number, cy: number): Similarity {
  const [x, y] = movedBy(move, cx, cy);
  return { ...move, cx, cy, dx: x - cx, dy: y - cy };
}

/** Of a course one place in so many tells how it was moved: they lie close. */
export const everyPlace = 4;

/** The movement that several lines' own ones amount to, by least squares over their places, about the middle of these. */
export function movementOf(lines: readonly { course: Course; move: Similarity }[]): Similarity {
  const pairs = lines.flatMap(({ course: { x, y }, move }) =>
    Array.from({ length: Math.ceil(x.length / everyPlace) }, (_, k) => {
      const [fromX, fromY] = [x[k * everyPlace], y[k * everyPlace]];
      const [toX, toY] = movedBy(move, fromX, fromY);
      return { x: fromX, y: fromY, dx: toX - fromX, dy: toY - fromY };
    }),
  );
  const n = Math.max(1, pairs.length);
  const mean = (key: 'x' | 'y' | 'dx' | 'dy') => pairs.reduce((sum, pair) => sum + pair[key], 0) / n;
  const [cx, cy, meanDx, meanDy] = [mean('x'), mean('y'), mean('dx'), mean('dy')];
  let [growth, turn, spread] = [0, 0, 0];
  for (const { x, y, dx, dy } of pairs) {
    const [u, v] = [x - cx, y - cy];
    growth += u * (dx - meanDx) + v * (dy - meanDy);
    turn += u * (dy - meanDy) - v * (dx - meanDx);
    spread += u * u + v * v;
  }
  return {
    cx,
    cy,
    dx: meanDx,
    dy: meanDy,
    a: 1 + growth / Math.max(1, spread),
    b: turn / Math.max(1, spread),
  };
}

/** How freely lines may be moved onto what is drawn. */
export type MoveFreedom = 'shift' | 'similarity';

/** What is drawn may be taken, or belong to another line already: by the number of its sample. */
export type Taken = (drawn: number) => boolean;

/** Lines are drawn to what runs within 25° of their direction, as a sine. */
const maxAslant = Math.sin((25 * Math.PI) / 180);

/** How much the last movement holds the next: as much as this share of the places. What they leave open stays as it was. */
const hold = 0.02;
/** Growth and turn are held besides by what a hand seldom goes beyond, a tenth. */
const holdSize = 0.1;

const rounds = 6;

/** A place of a course that is drawn, and where. */
export type Hit = { i: number; drawn: number; x: number; y: number; away: number; across: number };

/** The places of a course, moved, beside which something is drawn in their direction within a reach. */
export function hitsOf(
  course: Course,
  move: Similarity,
  drawn: KnownLines,
  reachMm: number,
  taken: Taken = () => false,
): Hit[] {
  const hits: Hit[] = [];
  const turn = turnRad(move);
  // As `movedBy` does, written out: it is gone through hundreds of thousands of times.
  const { cx, cy, dx, dy, a, b } = move;
  for (let i = 0; i < course.x.length; i++) {
    const u = course.x[i] - cx;
    const v = course.y[i] - cy;
    const x = cx + dx + a * u - b * v;
    const y = cy + dy + b * u + a * v;
    const angleRad = course.angleRad[i] + turn;
    const nearest = drawn.nearest(x, y, angleRad, reachMm);
    if (nearest < 0 || taken(nearest)) continue;
    const { away, across } = drawn.off(nearest, x, y);
    if (away >= reachMm) continue;
    const aslant = Math.abs(Math.cos(angleRad) * drawn.ty[nearest] - Math.sin(angleRad) * drawn.tx[nearest]);
    if (aslant <= maxAslant) hits.push({ i, drawn: nearest, x, y, away, across });
  }
  return hits;
}

/**
 * Moves lines of the map onto what is drawn beside them, by iterated closest points with Tukey's weights.
 *
 * @param steps how far off what is drawn may be, mm, and what may change, from far to near
 */
export function aligned(
  course: Course,
  start: Similarity,
  drawn: KnownLines,
  steps: readonly (readonly [number, MoveFreedom])[],
  taken: Taken = () => false,
): Similarity {
  let move = start;
  for (const [reachMm, freedom] of steps)
    for (let round = 0; round < rounds; round++) {
      const next = step(course, move, drawn, reachMm, freedom, taken);
      if (!next) return move;
      const done =
        Math.hypot(next.dx - move.dx, next.dy - move.dy) < 0.002 && Math.abs(next.a - move.a) < 1e-5;
      move = next;
      if (done) break;
    }
  return move;
}

function step(
  course: Course,
  move: Similarity,
  drawn: KnownLines,
  reachMm: number,
  freedom: MoveFreedom,
  taken: Taken,
): Similarity | null {
  const size = freedom === 'shift' ? 2 : 4;
  const normal = new Float64Array(size * size);
  const right = new Float64Array(size);
  const row = new Float64Array(4);
  let [count, spread] = [0, 0];
  for (const { i, drawn: k, across, away } of hitsOf(course, move, drawn, reachMm, taken)) {
    const weight = (1 - (away / reachMm) ** 2) ** 2;
    const nx = -drawn.ty[k];
    const ny = drawn.tx[k];
    const u = course.x[i] - move.cx;
    const v = course.y[i] - move.cy;
    row[0] = nx;
    row[1] = ny;
    row[2] = nx * u + ny * v;
    row[3] = ny * u - nx * v;
    for (let p = 0; p < size; p++) {
      right[p] -= weight * row[p] * across;
      for (let q = 0; q < size; q++) normal[p * size + q] += weight * row[p] * row[q];
    }
    count += weight;
    spread += weight * (u * u + v * v);
  }
  if (count < 4) return null;
  const held = [hold * count, hold * count, hold * spread, hold * spread];
  for (let p = 0; p < size; p++) normal[p * size + p] += held[p] + 1e-9;
  if (freedom === 'similarity') {
    // Held to no growth and no turn by as much as places 1 mm off each.
    const own = (0.01 * count) / (holdSize * holdSize);
    [move.a - 1, move.b].forEach((value, k) => {
      normal[(2 + k) * (size + 1)] += own;
      right[2 + k] -= own * value;
    });
  }
  const change = solve(Matrix.from1DArray(size, size, normal), Matrix.columnVector(right)).to1DArray();
  if (!change.every(Number.isFinite)) return null;
  const [dx, dy, growth = 0, turn = 0] = change;
  return { ...move, dx: move.dx + dx, dy: move.dy + dy, a: move.a + growth, b: move.b + turn };
}
