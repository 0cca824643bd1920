import { nearestToLines, stepLength, type Line } from '../../geometry/index.js';
import type { Plane } from '../../raster/index.js';
import {
  carryOn,
  endsAt,
  faintest,
  headingOf,
  maxUnlikeness,
  shorten,
  turnInto,
  unlikeness,
  type Heading,
  type Read,
} from './arm-ends.js';
import { centreRun } from '../middles/centre.js';
import { chained, type PieceEnd } from '../middles/chain.js';
import type { Stroke } from '../stroke.js';
import { carryOverForks } from './forks.js';
import { carryOverNets } from './nets.js';
import type { OverNets } from './over-nets.js';
import { carryPastEachOther, touchingStrokes } from './touching.js';
import type { Arm, Meeting, StrokeGraph } from '../skeleton/graph.js';
import { centredByOwnRim } from './own-rim.js';
import { bentInto, settledMeeting, type Ink, type ReadArm } from './settle-meeting.js';

/** Two arms are one stroke carried through a meeting when it turns less than this there. */
const maxTurnRad = (38 * Math.PI) / 180;

/**
 * Strokes from arms: each arm moved to the middle of its ink, meetings put where the arms' middles cross, and arms that
 * go straight on through a meeting made one stroke. The others end where they meet it.
 */
export function strokesThrough(graph: StrokeGraph, ink: Plane, depths: Float32Array): Stroke[] {
  const at = graph.armsByMeeting();
  const reads = graph.arms.map((arm) => arm && readArm(graph, arm, at, ink, depths));
  const { onward, nodes } = carryOverForks(graph, reads, at);
  const inkDepths = { depths: { width: ink.width, height: ink.height, data: depths }, darkness: ink };
  const open = new Map<number, PieceEnd[]>();
  at.forEach((own, node) => {
    if (own.length < 3 || nodes.has(node) || graph.meetings[node].under) return;
    open.set(node, endsAt(graph, own, node));
  });
  const nets = carryOverNets(graph, reads, open, inkDepths.depths);
  for (const [one, other] of nets.onward) onward.set(one, other);
  for (const k of nets.gone) reads[k] = null;
  const carried = new Set(onward.keys());
  at.forEach((own, node) => {
    if (nodes.has(node)) return;
    const all = endsAt(graph, own, node);
    const meeting = graph.meetings[node];
    if (!isMeeting(meeting, all.length)) return;
    const ends = all.filter((end) => !carried.has(end) && !nets.gone.has(end >> 1));
    if (ends.length === 0) return;
    const isLeft = ends.length < all.length;
    if (!isLeft && carryPastEachOther(touchingStrokes(meeting, ends, reads), reads, onward)) {
      for (const end of ends) carried.add(end);
      return;
    }
    const headings = ends.map((end) => headingOf(reads[end >> 1], end, meeting));
    if (isLeft) leaveNet(meeting, { ends, headings, reads }, nets.over);
    else if (!meeting.under) settle(meeting, { ends, headings, reads }, inkDepths);
    const pairs: [number, number][] = all.length === 2 && !meeting.under ? [[0, 1]] : straightest(headings);
    for (const [a, b] of pairs) {
      onward.set(ends[a], ends[b]);
      onward.set(ends[b], ends[a]);
    }
  });
  return chained(
    reads.map((read, k) => read && pieceOf(graph, read, at, [carried.has(2 * k), carried.has(2 * k + 1)])),
    onward,
  );
}

/** Whether arms meet at a place, or one only ends there. */
const isMeeting = ({ corner, under }: Meeting, arms: number) =>
  arms >= 3 || under === true || (corner === true && arms === 2);

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
  const read = centreRun(ink, Float64Array.from(kept), depth, closed);
  const reachOf = (node: number) => (meets(node) ? graph.meetings[node].reach : 0);
  return { arm, ...(closed ? read : centredByOwnRim(read, [reachOf(arm.from), reachOf(arm.to)])) };
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

/** Where the lines of a meeting's arms cross, by least squares; its own place where they hardly do, or do so far away. */
function crossingOf(
  meeting: Meeting,
  headings: readonly (Heading | null)[],
  passing: readonly Line[] = [],
): { x: number; y: number } {
  const lines = [...headings.flatMap((heading) => (heading ? [heading.line] : [])), ...passing];
  const { x, y, determinant } = nearestToLines(lines, meeting.x, meeting.y, ownShare);
  if (determinant < minDeterminant) return meeting;
  return stepLength(x - meeting.x, y - meeting.y) > maxShiftOf(meeting) ? meeting : { x, y };
}

/** How much a meeting's own place counts beside a line, and below which determinant lines hardly cross. */
const ownShare = 1e-3;
const minDeterminant = 0.05;

/** Strokes that meet at a sharp angle run in one ink for a while: their middles cross this many times its depth further on. */
const maxShift = 3.5;
const maxShiftOf = ({ deepest }: Meeting) => maxShift * deepest + 2;

/** Drops what an arm has behind the meeting it leaves, no further off than that may have moved: an arm that wriggles lies beside its heading. */
function trimBehind(read: Read | null, end: PieceEnd, meeting: Meeting, heading: Heading | null): void {
  if (!read || !heading) return;
  const { ux, uy } = heading;
  const n = read.points.length / 2;
  const at = (k: number) => ((end & 1) === 0 ? k : n - 1 - k);
  const isBehind = (i: number) => {
    const [dx, dy] = [read.points[2 * i] - meeting.x, read.points[2 * i + 1] - meeting.y];
    return dx * ux + dy * uy < 0.5 && stepLength(dx, dy) < maxShiftOf(meeting);
  };
  let behind = 0;
  while (behind < n - 2 && isBehind(at(behind))) behind++;
  shorten(read, end, behind);
}

/** The arms of a meeting: their ends there, where each points, and every arm as it is read. */
type Ends = {
  ends: readonly PieceEnd[];
  headings: readonly (Heading | null)[];
  reads: readonly (Read | null)[];
};

/** Puts a meeting where its strokes meet, and carries its arms on to it. */
function settle(meeting: Meeting, { ends, headings, reads }: Ends, ink: Ink): void {
  Object.assign(meeting, crossingOf(meeting, headings));
  trimAll(meeting, { ends, headings, reads });
  const arms = headings.flatMap((heading, k) => armUpTo(meeting, reads[ends[k] >> 1], ends[k], heading));
  Object.assign(meeting, settledMeeting(meeting, arms, ink));
  bringTo(meeting, { ends, headings, reads });
}

/** Brings the arms that are left at a meeting of a net to the strokes carried over it. */
function leaveNet(meeting: Meeting, arms: Ends, over: OverNets): void {
  Object.assign(meeting, crossingOf(meeting, arms.headings, over.linesOver(meeting)));
  bringTo(meeting, arms);
}

const trimAll = (meeting: Meeting, { ends, headings, reads }: Ends) =>
  ends.forEach((end, k) => trimBehind(reads[end >> 1], end, meeting, headings[k]));

/** Carries arms on to a meeting, bent into it as they point. */
function bringTo(meeting: Meeting, { ends, headings, reads }: Ends): void {
  trimAll(meeting, { ends, headings, reads });
  ends.forEach((end, k) => {
    const read = reads[end >> 1];
    for (const arm of armUpTo(meeting, read, end, headings[k]))
      if (read) carryOn(read, end, bentInto(arm, meeting.x, meeting.y));
  });
}

/** An arm from its end at a meeting outwards, as far as its ink tells on the meeting; none where nothing can be read. */
function armUpTo({ reach }: Meeting, read: Read | null, end: PieceEnd, heading: Heading | null): ReadArm[] {
  const n = (read?.points.length ?? 0) / 2;
  if (!read || !heading || n < 2) return [];
  const points = Array.from({ length: Math.min(n, Math.round(2 * reach) + 2) }, (_, k) =>
    (end & 1) === 0 ? k : n - 1 - k,
  ).flatMap((i) => [read.points[2 * i], read.points[2 * i + 1]]);
  return [{ points, heading: { ...heading, x: points[0], y: points[1] } }];
}

/** What an arm as much darker as may be counts as: a turn of so much, for each step of unlikeness. */
const unlikeRad = 0.35;

/** Pairs of arms that go on in each other, the straightest first. */
function straightest(headings: readonly (Heading | null)[]): [number, number][] {
  const pairs: { a: number; b: number; turn: number }[] = [];
  headings.forEach((one, a) => {
    for (let b = a + 1; b < headings.length; b++) {
      const other = headings[b];
      if (!one || !other) continue;
      const turn = turnInto(one, other);
      const unlike = unlikeness(one.darkness, other.darkness, faintest);
      if (turn < maxTurnRad && unlike < maxUnlikeness) pairs.push({ a, b, turn: turn + unlikeRad * unlike });
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

/**
 * An arm with the meetings at its ends.
 *
 * @param carried whether an end is carried over forks, past their meetings
 */
function pieceOf(
  { meetings }: StrokeGraph,
  { arm, points, widths, darkness }: Read,
  at: readonly number[][],
  carried: readonly [boolean, boolean],
): Stroke | null {
  if (arm.from < 0)
    return points.length < 6 ? null : { points, widths, darkness, closed: true, free: [false, false] };
  const ends = [arm.from, arm.to].map((node, side): Meeting | null =>
    !carried[side] && isMeeting(meetings[node], at[node].length) ? meetings[node] : null,
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
    free: [!carried[0] && ends[0] === null, !carried[1] && ends[1] === null],
  };
}
