import type { Plane } from '../raster/index.js';
import { centreRun, type Centred } from './centre.js';
import { medianOf } from './paper.js';
import { chained, type Piece, type PieceEnd, type Stroke } from './chain.js';
import type { StrokeGraph } from './graph.js';
import { type Arm, type Meeting } from './graph.js';

/** Two arms are one stroke carried through a meeting when it turns less than this there. */
const maxTurnRad = (38 * Math.PI) / 180;

/** Which way an arm leaves a meeting is read off at least so much of it, pixels. */
const headingPx = 7;

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
    if (ends.length < 3) return;
    const meeting = graph.meetings[node];
    const headings = ends.map((end) => headingOf(reads[end >> 1], end, meeting));
    Object.assign(meeting, crossingOf(meeting, headings));
    ends.forEach((end, k) => trimBehind(reads[end >> 1], end, meeting, headings[k]));
    for (const [a, b] of straightest(headings)) {
      onward.set(ends[a], ends[b]);
      onward.set(ends[b], ends[a]);
    }
  });
  return chained(
    reads.map((read) => read && pieceOf(graph, read, at)),
    onward,
  );
}

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
  const isMeeting = (node: number) => node >= 0 && at[node].length >= 3;
  if (!closed && !isMeeting(arm.from)) run.unshift(graph.meetings[arm.from].x, graph.meetings[arm.from].y);
  if (!closed && !isMeeting(arm.to)) run.push(graph.meetings[arm.to].x, graph.meetings[arm.to].y);
  const kept = clearOf(graph, arm, run, isMeeting);
  if (kept.length < 4)
    return { arm, points: new Float64Array(0), widths: new Float64Array(0), darkness: new Float64Array(0) };
  return { arm, ...centreRun(ink, Float64Array.from(kept), depth, closed) };
}

/** The part of an arm's run that lies outside the ink of the meetings at its ends, where it has one. */
function clearOf(
  graph: StrokeGraph,
  arm: Arm,
  run: readonly number[],
  isMeeting: (node: number) => boolean,
): number[] {
  const outside = (node: number, share: number) => (x: number, y: number) => {
    if (!isMeeting(node)) return true;
    const { x: cx, y: cy, reach } = graph.meetings[node];
    return Math.hypot(x - cx, y - cy) > share * reach + 1;
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

/** Where an arm begins at a meeting, and the direction in which it leaves it. */
type Heading = { x: number; y: number; ux: number; uy: number; known: boolean; darkness: number };

function headingOf(
  read: Read | null,
  end: PieceEnd,
  meeting: { x: number; y: number; reach: number },
): Heading {
  const points = read?.points ?? new Float64Array(0);
  const n = points.length / 2;
  if (n < 3) return { x: meeting.x, y: meeting.y, ux: 0, uy: 0, known: false, darkness: 0 };
  const count = Math.min(n, Math.max(headingPx, Math.round(1.5 * meeting.reach)));
  const index = (k: number) => 2 * ((end & 1) === 0 ? k : n - 1 - k);
  // The line through the arm's first stretch, by least squares.
  let [mx, my] = [0, 0];
  for (let k = 0; k < count; k++) {
    mx += points[index(k)] / count;
    my += points[index(k) + 1] / count;
  }
  let [xx, xy, yy] = [0, 0, 0];
  for (let k = 0; k < count; k++) {
    const [dx, dy] = [points[index(k)] - mx, points[index(k) + 1] - my];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  let [ux, uy] = [Math.cos(angle), Math.sin(angle)];
  const last = index(count - 1);
  if (ux * (points[last] - points[index(0)]) + uy * (points[last + 1] - points[index(0) + 1]) < 0)
    [ux, uy] = [-ux, -uy];
  // Of the whole arm, since a short stretch is as uneven as the hand.
  return { x: mx, y: my, ux, uy, known: true, darkness: medianOf(read?.darkness ?? []) };
}

/** Where the lines of a meeting's arms cross, by least squares; its own place where they hardly do, or do so far away. */
function crossingOf(meeting: Meeting, headings: readonly Heading[]): { x: number; y: number } {
  let [a, b, c, p, q] = [1e-3, 0, 1e-3, 1e-3 * meeting.x, 1e-3 * meeting.y];
  for (const { x, y, ux, uy, known } of headings) {
    if (!known) continue;
    const [xx, xy, yy] = [1 - ux * ux, -ux * uy, 1 - uy * uy];
    a += xx;
    b += xy;
    c += yy;
    p += xx * x + xy * y;
    q += xy * x + yy * y;
  }
  const det = a * c - b * b;
  if (det < 0.05) return meeting;
  const [x, y] = [(c * p - b * q) / det, (a * q - b * p) / det];
  return Math.hypot(x - meeting.x, y - meeting.y) > maxShift * meeting.deepest + 2 ? meeting : { x, y };
}

/** Strokes that meet at a sharp angle run in one ink for a while: their middles cross this many times its depth further on. */
const maxShift = 3.5;

/** Drops what an arm has behind the meeting it leaves. */
function trimBehind(read: Read | null, end: PieceEnd, meeting: Meeting, { ux, uy, known }: Heading): void {
  if (!read || !known) return;
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
function straightest(headings: readonly Heading[]): [number, number][] {
  const pairs: { a: number; b: number; turn: number }[] = [];
  headings.forEach((one, a) => {
    for (let b = a + 1; b < headings.length; b++) {
      const other = headings[b];
      if (!one.known || !other.known) continue;
      const turn = Math.PI - Math.acos(Math.max(-1, Math.min(1, one.ux * other.ux + one.uy * other.uy)));
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
): Piece | null {
  if (arm.from < 0)
    return points.length < 6 ? null : { points, widths, darkness, closed: true, free: [false, false] };
  const ends = [arm.from, arm.to].map((node): Meeting | null =>
    at[node].length >= 3 ? meetings[node] : null,
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
