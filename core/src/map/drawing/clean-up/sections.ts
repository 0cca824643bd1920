import { cornersOf, pointsBetween } from '../../../geometry/index.js';

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

/** Corners of lines drawn by hand. */
const handCorners = { arm: 10, turnRad: (40 * Math.PI) / 180 };

/** Parts runs at their corners. */
export function sectionsOf(runs: readonly Run[]): Section[] {
  return runs.flatMap(({ points, closed }, run) => {
    const corners = cornersOf(points, closed, handCorners);
    return pointsBetween(corners, points.length / 2, closed).map((at): Section => ({
      run,
      at,
      points: Float64Array.from(at.flatMap((i) => [points[2 * i], points[2 * i + 1]])),
      closed: closed && corners.length === 0,
    }));
  });
}
