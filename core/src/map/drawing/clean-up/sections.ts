import { turnBetween } from '../../../geometry/index.js';

/** A line of a drawing that is being cleaned up, mm; points about evenly spaced. */
export type Run = { points: Float64Array; closed: boolean };

/** A stretch of a run from corner or end to corner or end, or a whole ring without corners. */
export type Section = {
  run: number;
  /** Its points, by their numbers in the run. */
  at: number[];
  points: Float64Array;
  /** A ring without corners. */
  closed: boolean;
};

/** Directions before and behind a point are read over this many points. */
const arm = 10;

/** A corner turns at least so far … */
const cornerRad = (40 * Math.PI) / 180;

/** … and over half the arms still by this share of it, where a bend turns by half. */
const sharpShare = 0.65;

/** Parts runs at their corners. */
export function sectionsOf(runs: readonly Run[]): Section[] {
  return runs.flatMap((run, index) => {
    const n = run.points.length / 2;
    const corners = cornersOf(run);
    const all = Array.from({ length: n }, (_, i) => i);
    const section = (at: number[], closed = false): Section => ({
      run: index,
      at,
      points: Float64Array.from(at.flatMap((i) => [run.points[2 * i], run.points[2 * i + 1]])),
      closed,
    });
    if (!run.closed) {
      const cuts = [0, ...corners, n - 1];
      return cuts.slice(1).map((to, k) => section(all.slice(cuts[k], to + 1)));
    }
    if (corners.length === 0) return [section(all, true)];
    return corners.map((from, k) => {
      const next = corners[k + 1];
      return section(
        next === undefined
          ? [...all.slice(from), ...all.slice(0, corners[0] + 1)]
          : all.slice(from, next + 1),
      );
    });
  });
}

function cornersOf({ points, closed }: Run): number[] {
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
    if (turns[i] < cornerRad || turnOver(i, arm / 2) < sharpShare * turns[i]) continue;
    let first = true;
    for (let k = -arm; k <= arm && first; k++) {
      const other = turns[at(i + k) / 2];
      first = k < 0 ? other < turns[i] : other <= turns[i];
    }
    if (first) corners.push(i);
  }
  return corners;
}
