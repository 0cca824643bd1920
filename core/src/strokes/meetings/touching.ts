import { stepLength, turnBetween } from '../../geometry/index.js';
import type { PieceEnd } from '../middles/chain.js';
import type { Meeting } from '../skeleton/graph.js';
import { carryOn, pointsOfHeading, wayBetween, wayOut, type Read } from './arm-ends.js';

/** Where strokes touch, and how far their ink reaches around it, pixels. */
type Where = Pick<Meeting, 'x' | 'y' | 'reach'>;

/** Strokes that touch bend by at least so much from where their arms are read to where they touch; a straight is read as bending by less. */
const minBendRad = (12 * Math.PI) / 180;
const maxBendRad = (70 * Math.PI) / 180;

/** Where two strokes touch they run the same way within this, and each goes on in itself within this. */
const maxApartRad = (35 * Math.PI) / 180;
const maxTurnRad = (30 * Math.PI) / 180;

/** An arm carried on into a meeting as it bends: its end, where it leaves off, its heading there and how it arrives. */
type Bent = {
  end: PieceEnd;
  x: number;
  y: number;
  /** The way in, where it leaves off. */
  ux: number;
  uy: number;
  /** How far it turns from there on to the meeting, to the right on the page, and the way in there. */
  bendRad: number;
  inX: number;
  inY: number;
};

/** Two ends that go on in each other, and the points between them. */
type Carried = { from: PieceEnd; to: PieceEnd; between: number[] };

/**
 * The strokes of a meeting where two bends only touch, such as two rings side by side: each of its four arms goes on in
 * the one it bends to, though straight ahead lies the other stroke.
 *
 * @returns the two strokes carried past each other, or null where they cross or are no bends
 */
export function touchingStrokes(
  meeting: Where,
  ends: readonly PieceEnd[],
  reads: readonly (Read | null)[],
): Carried[] | null {
  if (ends.length !== 4) return null;
  const arms = ends.flatMap((end) => bentArm(reads[end >> 1], end, meeting) ?? []);
  if (arms.length < 4) return null;
  // In order about the meeting, so that neighbours do not cross.
  arms.sort((one, other) => angleAbout(meeting, one) - angleAbout(meeting, other));
  for (const first of [0, 1]) {
    const [a, b, c, d] = [0, 1, 2, 3].map((k) => arms[(first + k) % 4]);
    if (goOn(a, b) && goOn(c, d) && alongEachOther(a, c)) return [carried(a, b), carried(c, d)];
  }
  return null;
}

/**
 * Carries two strokes past each other.
 *
 * @param reads are carried on at their ends
 * @param onward is told which ends go on in each other, both ways
 * @returns whether there were such strokes
 */
export function carryPastEachOther(
  strokes: readonly Carried[] | null,
  reads: readonly (Read | null)[],
  onward: Map<PieceEnd, PieceEnd>,
): boolean {
  for (const { from, to, between } of strokes ?? []) {
    const read = reads[from >> 1];
    if (read) carryOn(read, from, between);
    onward.set(from, to);
    onward.set(to, from);
  }
  return strokes !== null;
}

const angleAbout = ({ x, y }: Where, arm: Bent) => Math.atan2(arm.y - y, arm.x - x);

/** Whether one arm, bending on, becomes the other. */
const goOn = (one: Bent, other: Bent): boolean =>
  Math.min(Math.abs(one.bendRad), Math.abs(other.bendRad)) >= minBendRad &&
  one.bendRad * other.bendRad < 0 &&
  turnBetween(one.inX, one.inY, -other.inX, -other.inY) < maxTurnRad;

const alongEachOther = (one: Bent, other: Bent): boolean => {
  const apart = turnBetween(one.inX, one.inY, other.inX, other.inY);
  return Math.min(apart, Math.PI - apart) < maxApartRad;
};

/** Reads how an arm bends, over a first stretch and the next. */
function bentArm(read: Read | null, end: PieceEnd, { x: cx, y: cy, reach }: Where): Bent | null {
  const n = (read?.points.length ?? 0) / 2;
  if (!read || n < 6) return null;
  const count = Math.min(pointsOfHeading(n, reach), n >> 1);
  const place = (k: number): [number, number] => {
    const i = 2 * ((end & 1) === 0 ? k : n - 1 - k);
    return [read.points[i], read.points[i + 1]];
  };
  const wayIn = (near: number, far: number): [number, number] => {
    const { ux, uy } = wayOut(read.points, end, near, far);
    return [-ux, -uy];
  };
  const [nearX, nearY] = wayIn(0, count - 1);
  const [farX, farY] = wayIn(count, 2 * count - 1);
  const turn = Math.atan2(farX * nearY - farY * nearX, farX * nearX + farY * nearY);
  const [x, y] = place(0);
  // From the middle of one stretch to that of the other lie as many points as a stretch has, a pixel apart or so.
  const [mx, my] = place(count >> 1);
  const [fx, fy] = place(count + (count >> 1));
  const apart = Math.max(1, stepLength(mx - fx, my - fy));
  const own = (turn * stepLength(x - mx, y - my)) / apart;
  const bend = (turn * stepLength(cx - x, cy - y)) / apart;
  const bendRad = Math.max(-maxBendRad, Math.min(maxBendRad, bend));
  const [ux, uy] = turned(nearX, nearY, own);
  const [inX, inY] = turned(ux, uy, bendRad);
  return { end, x, y, ux, uy, bendRad, inX, inY };
}

const turned = (x: number, y: number, rad: number): [number, number] => [
  x * Math.cos(rad) - y * Math.sin(rad),
  x * Math.sin(rad) + y * Math.cos(rad),
];

/** The other arm begins with its own first place. */
const carried = (one: Bent, other: Bent): Carried => ({
  from: one.end,
  to: other.end,
  between: wayBetween(one, other).slice(0, -2),
});
