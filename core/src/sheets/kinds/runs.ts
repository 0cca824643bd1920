import type { MapLine } from '../../documents/index.js';
import { stepLength, turnBetween } from '../../geometry/index.js';
import { flat } from './lines.js';

/** A run of points with the length from its start to each. */
export type Run = { id: string; points: Float64Array; along: Float64Array; closed: boolean };

/** Directions before and behind a point are read over this length, mm. */
export const armMm = 1;

/** A line as a run; a closed one ends where it began. */
export function runOf({ id, points, closed }: MapLine): Run {
  const run = flat(closed ? [...points, points[0]] : points);
  const lengths = new Float64Array(run.length / 2);
  for (let i = 1; i < lengths.length; i++)
    lengths[i] = lengths[i - 1] + stepLength(run[2 * i] - run[2 * i - 2], run[2 * i + 1] - run[2 * i - 1]);
  return { id, points: run, along: lengths, closed };
}

/** The place at a length along a run. */
export function placeAt({ points, along }: Run, s: number): [number, number] {
  let low = 0;
  let high = along.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (along[middle] <= s) low = middle;
    else high = middle;
  }
  const length = along[high] - along[low];
  const t = length > 0 ? Math.min(1, Math.max(0, (s - along[low]) / length)) : 0;
  return [
    points[2 * low] + t * (points[2 * high] - points[2 * low]),
    points[2 * low + 1] + t * (points[2 * high + 1] - points[2 * low + 1]),
  ];
}

/** How far a run turns over an arm to each side of a place, rad; of a closed run also over its seam. */
export function turnAt(run: Run, s: number, arm: number): number {
  const total = run.along[run.along.length - 1];
  const at = (place: number) =>
    placeAt(run, run.closed ? (place + total) % total : Math.min(total, Math.max(0, place)));
  const [ax, ay] = at(s - arm);
  const [x, y] = at(s);
  const [bx, by] = at(s + arm);
  return turnBetween(x - ax, y - ay, bx - x, by - y);
}

/** Steps in which curvature is read and the wanted spacing is summed along a run, mm. */
export const stepMm = 0.25;

/** The curvature of a run at even steps along it, 1/mm: the turn over an arm to each side, by its length. */
export function curvatureOf(run: Run): Float64Array {
  const total = run.along[run.along.length - 1];
  const steps = Math.max(4, Math.ceil(total / stepMm));
  const places = new Float64Array(2 * (steps + 1));
  for (let i = 0, at = 1; i <= steps; i++) {
    const s = (i / steps) * total;
    while (at < run.along.length - 1 && run.along[at] < s) at++;
    const length = run.along[at] - run.along[at - 1];
    const t = length > 0 ? (s - run.along[at - 1]) / length : 0;
    for (const axis of [0, 1])
      places[2 * i + axis] =
        run.points[2 * at - 2 + axis] + t * (run.points[2 * at + axis] - run.points[2 * at - 2 + axis]);
  }
  const reach = Math.max(1, Math.min(Math.round(armMm / stepMm), steps >> 2));
  const arm = (reach / steps) * total;
  const out = new Float64Array(steps + 1);
  for (let i = 0; i <= steps; i++) {
    const before = run.closed ? (i - reach + steps) % steps : Math.max(0, i - reach);
    const after = run.closed ? (i + reach) % steps : Math.min(steps, i + reach);
    const ux = places[2 * i] - places[2 * before];
    const uy = places[2 * i + 1] - places[2 * before + 1];
    const vx = places[2 * after] - places[2 * i];
    const vy = places[2 * after + 1] - places[2 * i + 1];
    out[i] = turnBetween(ux, uy, vx, vy) / arm;
  }
  return out;
}
