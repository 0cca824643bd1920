import KDBush from 'kdbush';
import { median } from '../../raster/index.js';
import type { PieceEnd } from '../middles/chain.js';
import type { StrokeGraph } from '../skeleton/graph.js';
import {
  faintest,
  maxUnlikeness,
  pointsOfHeading,
  shorten,
  turnInto,
  unlikeness,
  wayBetween,
  wayOut,
  type Heading,
  type Read,
} from './arm-ends.js';
import { coveredArms } from './covered-arms.js';
import { OverNets, type OverNet } from './over-nets.js';
import type { Depths } from './settle-meeting.js';
import { carryPastEachOther } from './touching.js';

/** A stroke goes straight on over a net of meetings for no more than this many times the depth of their ink. */
const maxReach = 18;

/** Two arms are one stroke over a net when it turns less than this and lies no further aside: pixels, or a share of its width, or of the way from one to the other. */
const maxTurnRad = (23 * Math.PI) / 180;
const maxAsidePx = 1.5;
const maxAsideShare = 0.3;
const maxAsideSlope = 0.23;

/** A stroke that goes on lies in ink nearly all the way, this share of its half width deep, and so deep on average. */
const maxBareShare = 0.15;
const minDepthShare = 0.2;
const meanDepthShare = 0.45;

/** How much a stretch as long as may be counts, beside as much of a turn as may be. */
const lengthShare = 1.5;

/** Where an arm points is read at its end and, since other ink draws that aside, further out: beyond so many times what is read. */
const skips = [0, 0.5, 1, 1.7, 2.5];

/** Where an arm points is read off no more of it than the ink of a meeting so many times its half width deep asks for. */
const headingHalves = 1.3;

/** Half a width that is next to nothing, pixels. */
const thinnestHalfPx = 0.5;

/** The fewest places that say where an arm points. */
const minPoints = 6;

/** An arm long enough to point somewhere, at the meeting where one of its ends lies. */
type Ray = {
  end: PieceEnd;
  node: number;
  heading: Heading;
  halfPx: number;
  /** How deep the ink of the meeting is, pixels. */
  deepest: number;
  /** How many places at its end are left out. */
  skipped: number;
};

/** What becomes of the meetings of nets. */
export type Nets = {
  /** Which ends go on in each other, both ways; their arms are carried on half way. */
  onward: Map<PieceEnd, PieceEnd>;
  /** Arms that are part of a stroke carried over them. */
  gone: Set<number>;
  over: OverNets;
};

/**
 * Carries strokes straight on over several meetings at once. Where wide strokes cross close beside each other their
 * thinned lines are a net of short arms of which none points anywhere; the arms that leave the net do. Two of these are
 * one stroke where they are straight ahead of each other (good continuation), alike in width and darkness, and inked all
 * the way; the straightest and nearest go first.
 *
 * @param reads are cut short and carried on where their strokes go on
 * @param endsOf the ends of arms at each meeting that is still open
 * @param depths how deep in the ink each pixel lies
 */
export function carryOverNets(
  graph: StrokeGraph,
  reads: readonly (Read | null)[],
  endsOf: ReadonlyMap<number, readonly PieceEnd[]>,
  depths: Depths,
): Nets {
  const rays = [...endsOf].flatMap(([node, ends]) => ends.flatMap((end) => raysOf(graph, reads, end, node)));
  const onward = new Map<PieceEnd, PieceEnd>();
  const carried: OverNet[] = [];
  const taken = new Set<PieceEnd>();
  for (const [one, other] of pairsOf(rays)) {
    if (taken.has(one.end) || taken.has(other.end)) continue;
    if (one.node !== other.node && !isInk(one, other, depths)) continue;
    taken.add(one.end);
    taken.add(other.end);
    // Strokes that cross in one meeting only are carried through that.
    if (one.node === other.node) continue;
    for (const { end, skipped } of [one, other]) {
      const read = reads[end >> 1];
      if (read) shorten(read, end, skipped);
    }
    const way = wayOver(one, other);
    carryPastEachOther([{ from: one.end, to: other.end, between: way.slice(0, -2) }], reads, onward);
    carried.push({
      points: [one.heading.x, one.heading.y, ...way],
      halfPx: Math.min(one.halfPx, other.halfPx),
    });
  }
  const over = new OverNets(carried);
  return { onward, gone: new Set(coveredArms(graph, reads, over, { endsOf, taken })), over };
}

/** The ways one end of an arm may point; none where it is too short to tell. */
function raysOf(graph: StrokeGraph, reads: readonly (Read | null)[], end: PieceEnd, node: number): Ray[] {
  const read = reads[end >> 1];
  if (!read) return [];
  const n = read.points.length / 2;
  const halfPx = median(read.widths) / 2;
  const count = pointsOfHeading(Infinity, Math.min(graph.meetings[node].reach, headingHalves * halfPx));
  const darkness = median(read.darkness);
  return skips.flatMap((share) => {
    const skipped = Math.round(share * count);
    // As much may be left out at its other end.
    if (n < 2 * skipped + (share === 0 ? minPoints : count)) return [];
    const first = (end & 1) === 0 ? skipped : n - 1 - skipped;
    const heading = {
      x: read.points[2 * first],
      y: read.points[2 * first + 1],
      ...wayOut(read.points, end, skipped, Math.min(n, skipped + count) - 1),
      darkness,
    };
    return [{ end, node, heading, halfPx, deepest: graph.meetings[node].deepest, skipped }];
  });
}

/** Rays that may go on in each other, the straightest and nearest first. */
function pairsOf(rays: readonly Ray[]): [Ray, Ray][] {
  if (rays.length === 0) return [];
  const index = new KDBush(rays.length);
  for (const { heading } of rays) index.add(heading.x, heading.y);
  index.finish();
  const pairs: { pair: [Ray, Ray]; fault: number }[] = [];
  rays.forEach((one, k) => {
    for (const i of index.within(one.heading.x, one.heading.y, maxReach * one.deepest)) {
      const other = rays[i];
      if (other.end >> 1 === one.end >> 1) continue;
      // The one in deeper ink looks for the other.
      if (other.deepest > one.deepest || (other.deepest === one.deepest && i < k)) continue;
      const fault = faultOf(one, other);
      if (fault < Infinity) pairs.push({ pair: [one, other], fault });
    }
  });
  return pairs.sort((a, b) => a.fault - b.fault).map(({ pair }) => pair);
}

/** How far from straight a stroke goes on from one ray in another; endless when they are no one stroke. */
function faultOf(one: Ray, other: Ray): number {
  const [a, b] = [one.heading, other.heading];
  const ahead = (a.x - b.x) * a.ux + (a.y - b.y) * a.uy;
  if (ahead < 0) return Infinity;
  const turn = turnInto(a, b);
  const half = Math.min(one.halfPx, other.halfPx);
  const unlike = Math.max(
    unlikeness(a.darkness, b.darkness, faintest),
    unlikeness(one.halfPx, other.halfPx, thinnestHalfPx),
  );
  const aside = Math.max(
    Math.abs(a.line.nx * b.x + a.line.ny * b.y - a.line.offset),
    Math.abs(b.line.nx * a.x + b.line.ny * a.y - b.line.offset),
  );
  const maxAside = Math.max(maxAsidePx, 2 * maxAsideShare * half, maxAsideSlope * ahead);
  if (turn > maxTurnRad || unlike > maxUnlikeness || aside > maxAside) return Infinity;
  return (
    turn / maxTurnRad +
    aside / maxAside +
    (lengthShare * ahead) / (maxReach * Math.max(one.deepest, other.deepest))
  );
}

/** The way from one ray to the other, without its first point. */
const wayOver = ({ heading: one }: Ray, { heading: other }: Ray): number[] =>
  wayBetween(inwards(one), inwards(other));

const inwards = ({ x, y, ux, uy }: Heading) => ({ x, y, ux: -ux, uy: -uy });

/** Whether there is ink on the way from one ray to the other. */
function isInk(one: Ray, other: Ray, { width, data }: Depths): boolean {
  const half = Math.min(one.halfPx, other.halfPx);
  const points = wayOver(one, other);
  const n = points.length / 2;
  let sum = 0;
  let bare = 0;
  for (let i = 0; i < n; i++) {
    const depth = data[Math.floor(points[2 * i + 1]) * width + Math.floor(points[2 * i])] ?? 0;
    if (depth < minDepthShare * half) bare++;
    sum += Math.min(depth, half);
  }
  return bare <= maxBareShare * n && sum >= meanDepthShare * half * n;
}
