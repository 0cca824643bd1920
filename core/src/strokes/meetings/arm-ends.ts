import {
  fitWay,
  pushCubic,
  reversedPoints,
  stepLength,
  turnBetween,
  type Way,
} from '../../geometry/index.js';
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
export type Heading = Way & { x: number; y: number; darkness: number };

/** Null for an arm too short to point anywhere. */
export function headingOf(read: Read | null, end: PieceEnd, { reach }: Meeting): Heading | null {
  const n = read ? read.points.length / 2 : 0;
  if (!read || n < 3) return null;
  const { points } = read;
  const first = (end & 1) === 0 ? 0 : n - 1;
  // Dark as the whole arm is, since a short stretch is as uneven as the hand.
  return {
    x: points[2 * first],
    y: points[2 * first + 1],
    ...wayOut(points, end, 0, pointsOfHeading(n, reach) - 1),
    darkness: median(read.darkness),
  };
}

/**
 * The line through a stretch of an arm, and the direction along it away from the meeting at one of its ends.
 *
 * @param points of the arm, pixels
 * @param near the point of the stretch nearest to the meeting, counted from that end
 * @param far the one furthest from it
 */
export function wayOut(points: Float64Array, end: PieceEnd, near: number, far: number): Way {
  const last = points.length / 2 - 1;
  return (end & 1) === 0 ? fitWay(points, near, far) : fitWay(points, last - near, last - far);
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

/** Drops the places of an arm next to one of its ends. */
export function shorten(read: Read, end: PieceEnd, count: number): void {
  const n = read.points.length / 2;
  const [from, to] = (end & 1) === 0 ? [count, n] : [0, n - count];
  read.points = read.points.subarray(2 * from, 2 * to);
  read.widths = read.widths.subarray(from, to);
  read.darkness = read.darkness.subarray(from, to);
}

/** Points of a stroke carried from one arm to another are about so far apart, pixels. */
const stepPx = 1.5;

/** A place where an arm leaves off, and a direction of length 1 in which it goes on. */
type Leaving = { x: number; y: number; ux: number; uy: number };

/**
 * The way from one arm to another that leaves and arrives as they point: a cubic with both their directions (Hermite).
 *
 * @returns its points, pixels, the first left out and the last the other arm's own place
 */
export function wayBetween(one: Leaving, other: Leaving): number[] {
  const length = stepLength(other.x - one.x, other.y - one.y);
  const handle = length / 3;
  const points: number[] = [];
  pushCubic(
    [
      ...[one.x, one.y, one.x + handle * one.ux, one.y + handle * one.uy],
      ...[other.x + handle * other.ux, other.y + handle * other.uy, other.x, other.y],
    ],
    Math.max(2, Math.round(length / stepPx)),
    points,
  );
  return points;
}

/** How much a stroke turns that goes on from one arm in another, both pointing away from where they meet, radians. */
export const turnInto = (one: Heading, other: Heading): number =>
  turnBetween(one.ux, one.uy, -other.ux, -other.uy);

/** How much darker or wider one arm is than another, whichever is (as a logarithm); what is next to nothing is alike. */
export const unlikeness = (one: number, other: number, nothing: number): number =>
  Math.abs(Math.log((one + nothing) / (other + nothing)));

/** Arms this much darker or wider than each other are two strokes. */
export const maxUnlikeness = Math.log(1.9);

/** Darkness that is next to nothing, L\*. */
export const faintest = 0.1;
