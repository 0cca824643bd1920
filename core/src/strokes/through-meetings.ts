import { fitLine, nearestToLines, stepLength, turnBetween, type Line } from '../geometry/index.js';
import { median, type Plane } from '../raster/index.js';
import { centreRun, type Centred } from './centre.js';
import { chained, type PieceEnd, type Stroke } from './chain.js';
import type { Arm, Meeting, StrokeGraph } from './graph.js';

/** Two arms are one stroke carried through a meeting when it turns less than this there. */
const maxTurnRad = (38 * Math.PI) / 180;

/** Which way an arm leaves a meeting is read off at least so many of its points. */
const headingPoints = 7;

/** An arm read across its ink, with where it points at either end. */
type Read = Centred & { arm: Arm };

/**
 * Strokes from arms: each arm moved to the middle of its ink, meetings put where the arms' middles cross, and arms that
 * go straight on through a meeting made one stroke. The others end where they meet it.
 */
export function strokesThrough(graph: StrokeGraph, ink: Plane, depths: Float32Array): Stroke[] {
  const at = graph.armsByMeeting();
  const reads = graph.arms.map((arm) => arm && readArm(graph, arm, at, ink, depths));
  const onward = new Map<PieceEnd, PieceEnd>();
  at.forEach((own, node) => {
    const ends = [...new Set(own)].flatMap((k): PieceEnd[] => {
      const arm = graph.arms[k];
      if (!arm) return [];
      return [...(arm.from === node ? [2 * k] : []), ...(arm.to === node ? [2 * k + 1] : [])];
    });
    const meeting = graph.meetings[node];
    if (!isMeeting(meeting, ends.length)) return;
    const headings = ends.map((end) => headingOf(reads[end >> 1], end, meeting));
    Object.assign(meeting, crossingOf(meeting, headings));
    ends.forEach((end, k) => trimBehind(reads[end >> 1], end, meeting, headings[k]));
    const pairs: [number, number][] = ends.length === 2 ? [[0, 1]] : straightest(headings);
    for (const [a, b] of pairs) {
      onward.set(ends[a], ends[b]);
      onward.set(ends[b], ends[a]);
    }
  });
  return chained(
    reads.map((read) => read && pieceOf(graph, read, at)),
    onward,
  );
}

/** Whether arms meet at a place, or one only ends there. */
const isMeeting = ({ corner }: Meeting, arms: number) => arms >= 3 || (corner === true && arms === 2);

function readArm(
  graph: StrokeGraph,
  arm: Arm,
  at: readonly number[][],
  ink: Plane,
  depths: Float32Array,
): Read {
  const closed = arm.from < 0;
  const { width } = ink;
  const depth = (x: number, y: number) => depths[Math.floor(y) * width + Math.floor(x)];
  const run: number[] = [...arm.points];
  const meets = (node: number) => node >= 0 && isMeeting(graph.meetings[node], at[node].length);
  if (!closed && !meets(arm.from)) run.unshift(graph.meetings[arm.from].x, graph.meetings[arm.from].y);
  if (!closed && !meets(arm.to)) run.push(graph.meetings[arm.to].x, graph.meetings[arm.to].y);
  const kept = clearOf(graph, arm, run, meets);
  if (kept.length < 4)
    return { arm, points: new Float64Array(0), widths: new Float64Array(0), darkness: new Float64Array(0) };
  return { arm, ...centreRun(ink, Float64Array.from(kept), depth, closed) };
}

/** The part of an arm's run that lies outside the ink of the meetings at its ends, where it has one. */
function clearOf(
  graph: StrokeGraph,
  arm: Arm,
  run: readonly number[],
  meets: (node: number) => boolean,
): number[] {
  const outside = (node: number, share: number) => (x: number, y: number) => {
    if (!meets(node)) return true;
    const { x: cx, y: cy, reach } = graph.meetings[node];
    return stepLength(x - cx, y - cy) > share * reach + 1;
  };
  for (const share of [1.3, 0.9, 0.5]) {
    const [clearFrom, clearTo] = [outside(arm.from, share), outside(arm.to, share)];
    let first = 0;
    while (first < run.length && !clearFrom(run[first], run[first + 1])) first += 2;
    let last = run.length;
    while (last > first && !clearTo(run[last - 2], run[last - 1])) last -= 2;
    if (last - first >= 8) return run.slice(first, last);
  }
  return [];
}

/** How an arm leaves a meeting: the line through its first stretch, the direction along it, and how dark the arm is. */
type Heading = { line: Line; ux: number; uy: number; darkness: number };

/** Null for an arm too short to point anywhere. */
function headingOf(read: Read | null, end: PieceEnd, { reach }: Meeting): Heading | null {
  const n = read ? read.points.length / 2 : 0;
  if (!read || n < 3) return null;
  const { points } = read;
  const count = Math.min(n, Math.max(headingPoints, Math.round(1.5 * reach)));
  const [first, last] = (end & 1) === 0 ? [0, count - 1] : [n - 1, n - count];
  const line = fitLine(points, Math.min(first, last), Math.max(first, last));
  const along =
    line.ny * (points[2 * last] - points[2 * first]) -
    line.nx * (points[2 * last + 1] - points[2 * first + 1]);
  const sense = along < 0 ? -1 : 1;
  // Dark as the whole arm is, since a short stretch is as uneven as the hand.
  return { line, ux: sense * line.ny, uy: -sense * line.nx, darkness: median(read.darkness) };
}

/** Where the lines of a meeting's arms cross, by least squares; its own place where they hardly do, or do so far away. */
function crossingOf(meeting: Meeting, headings: readonly (Heading | null)[]): { x: number; y: number } {
  const lines = headings.flatMap((heading) => (heading ? [heading.line] : []));
  const { x, y, determinant } = nearestToLines(lines, meeting.x, meeting.y, ownShare);
  if (determinant < minDeterminant) return meeting;
  return stepLength(x - meeting.x, y - meeting.y) > maxShift * meeting.deepest + 2 ? meeting : { x, y };
}

/** How much a meeting's own place counts beside a line, and below which determinant lines hardly cross. */
const ownShare = 1e-3;
const minDeterminant = 0.05;

/** Strokes that meet at a sharp angle run in one ink for a while: their middles cross this many times its depth further on. */
const maxShift = 3.5;

/** Drops what an arm has behind the meeting it leaves. */
function trimBehind(read: Read | null, end: PieceEnd, meeting: Meeting, heading: Heading | null): void {
  if (!read || !heading) return;
  const { ux, uy } = heading;
  const n = read.points.length / 2;
  const at = (k: number) => ((end & 1) === 0 ? k : n - 1 - k);
  let behind = 0;
  while (
    behind < n - 2 &&
    (read.points[2 * at(behind)] - meeting.x) * ux + (read.points[2 * at(behind) + 1] - meeting.y) * uy < 0.5
  )
    behind++;
  if (behind === 0) return;
  const [from, to] = (end & 1) === 0 ? [behind, n] : [0, n - behind];
  read.points = read.points.subarray(2 * from, 2 * to);
  read.widths = read.widths.subarray(from, to);
  read.darkness = read.darkness.subarray(from, to);
}

/** Arms this much darker than each other (as a logarithm) are two strokes; less, and it counts as a turn of so much. */
const maxUnlike = Math.log(1.9);
const unlikeRad = 0.35;

/** Pairs of arms that go on in each other, the straightest first. */
function straightest(headings: readonly (Heading | null)[]): [number, number][] {
  const pairs: { a: number; b: number; turn: number }[] = [];
  headings.forEach((one, a) => {
    for (let b = a + 1; b < headings.length; b++) {
      const other = headings[b];
      if (!one || !other) continue;
      const turn = turnBetween(one.ux, one.uy, -other.ux, -other.uy);
      const unlike = Math.abs(Math.log((one.darkness + 0.1) / (other.darkness + 0.1)));
      if (turn < maxTurnRad && unlike < maxUnlike) pairs.push({ a, b, turn: turn + unlikeRad * unlike });
    }
  });
  pairs.sort((one, other) => one.turn - other.turn);
  const taken = new Set<number>();
  return pairs.flatMap(({ a, b }): [number, number][] => {
    if (taken.has(a) || taken.has(b)) return [];
    taken.add(a);
    taken.add(b);
    return [[a, b]];
  });
}

/** An arm with the meetings at its ends. */
function pieceOf(
  { meetings }: StrokeGraph,
  { arm, points, widths, darkness }: Read,
  at: readonly number[][],
): Stroke | null {
  if (arm.from < 0)
    return points.length < 6 ? null : { points, widths, darkness, closed: true, free: [false, false] };
  const ends = [arm.from, arm.to].map((node): Meeting | null =>
    isMeeting(meetings[node], at[node].length) ? meetings[node] : null,
  );
  const before = ends[0] ?? (points.length === 0 ? meetings[arm.from] : null);
  const after = ends[1] ?? (points.length === 0 ? meetings[arm.to] : null);
  const run = [...(before ? [before.x, before.y] : []), ...points, ...(after ? [after.x, after.y] : [])];
  const padded = (values: Float64Array) =>
    Float64Array.from([...(before ? [NaN] : []), ...values, ...(after ? [NaN] : [])]);
  return {
    points: Float64Array.from(run),
    widths: padded(widths),
    darkness: padded(darkness),
    closed: false,
    free: [ends[0] === null, ends[1] === null],
  };
}
