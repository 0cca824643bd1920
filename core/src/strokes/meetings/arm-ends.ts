import { fitLine, reversedPoints, type Line } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import type { Centred } from '../stroke.js';
import { carriedOn } from '../middles/centre.js';
import type { PieceEnd } from '../middles/chain.js';
import type { Arm, Meeting, StrokeGraph } from '../skeleton/graph.js';

/** An arm read across its ink, with where it points at either end. */
export type Read = Centred & { arm: Arm };

/** Which way an arm leaves a meeting is read off at least so many of its points. */
const headingPoints = 7;

/** Of how many of an arm's points, counted from a meeting of some reach (pixels), its direction there is read. */
export const pointsOfHeading = (points: number, reach: number): number =>
  Math.min(points, Math.max(headingPoints, Math.round(1.5 * reach)));

/** The ends of arms that lie at a meeting. */
export function endsAt(graph: StrokeGraph, own: readonly number[], node: number): PieceEnd[] {
  return [...new Set(own)].flatMap((k): PieceEnd[] => {
    const arm = graph.arms[k];
    if (!arm) return [];
    return [...(arm.from === node ? [2 * k] : []), ...(arm.to === node ? [2 * k + 1] : [])];
  });
}

/** How an arm leaves a meeting: where, the line through its first stretch, the direction along it, and how dark the arm is. */
export type Heading = { x: number; y: number; line: Line; ux: number; uy: number; darkness: number };

/** Null for an arm too short to point anywhere. */
export function headingOf(read: Read | null, end: PieceEnd, { reach }: Meeting): Heading | null {
  const n = read ? read.points.length / 2 : 0;
  if (!read || n < 3) return null;
  const { points } = read;
  const count = pointsOfHeading(n, reach);
  const [first, last] = (end & 1) === 0 ? [0, count - 1] : [n - 1, n - count];
  const line = fitLine(points, Math.min(first, last), Math.max(first, last));
  const along =
    line.ny * (points[2 * last] - points[2 * first]) -
    line.nx * (points[2 * last + 1] - points[2 * first + 1]);
  const sense = along < 0 ? -1 : 1;
  // Dark as the whole arm is, since a short stretch is as uneven as the hand.
  return {
    x: points[2 * first],
    y: points[2 * first + 1],
    line,
    ux: sense * line.ny,
    uy: -sense * line.nx,
    darkness: median(read.darkness),
  };
}

/** Carries an arm on at one of its ends over points, the nearest first; it is as wide and dark there as at its end. */
export function carryOn(read: Read, end: PieceEnd, points: readonly number[]): void {
  const isFirst = (end & 1) === 0;
  const [before, after] = isFirst ? [points.length / 2, 0] : [0, points.length / 2];
  read.points = Float64Array.from(
    isFirst ? [...reversedPoints(points), ...read.points] : [...read.points, ...points],
  );
  read.widths = carriedOn(read.widths, before, after);
  read.darkness = carriedOn(read.darkness, before, after);
}
