import KDBush from 'kdbush';
import { stepLength } from '../../geometry/index.js';
import type { PieceEnd } from '../middles/chain.js';
import type { Arm, StrokeGraph } from '../skeleton/graph.js';
import type { Read } from './arm-ends.js';

/** A stroke carried over a net of meetings: its points and half its width, pixels. */
export type OverNet = { points: number[]; halfPx: number };

/** An arm is part of a stroke carried over it when it lies within this share of its half width, and a pixel, over so much of its length. */
const coveredShare = 0.7;
const minCovered = 0.8;

/**
 * Arms between the meetings of nets that are part of strokes carried over them, and in which no stroke goes on: those
 * that lie in one such stroke, and those that lie in several where no stroke is left that could need them.
 *
 * @param endsOf the ends of arms at each meeting that is open
 * @param taken the ends that go on
 * @returns the numbers of the arms
 */
export function coveredArms(
  graph: StrokeGraph,
  reads: readonly (Read | null)[],
  over: readonly OverNet[],
  { endsOf, taken }: { endsOf: ReadonlyMap<number, readonly PieceEnd[]>; taken: ReadonlySet<PieceEnd> },
): number[] {
  if (over.length === 0) return [];
  const strokesAt = findStrokesAt(over);
  const inner = new Set(
    [...endsOf.values()]
      .flat()
      .map((end) => end >> 1)
      .filter((k) => {
        const arm = graph.arms[k];
        return (
          arm && endsOf.has(arm.from) && endsOf.has(arm.to) && !taken.has(2 * k) && !taken.has(2 * k + 1)
        );
      }),
  );
  /** Whether every stroke of a meeting goes on, so that what is left there is of the thinning. */
  const isDone = (node: number) => endsOf.get(node)?.every((end) => taken.has(end) || inner.has(end >> 1));
  return [...inner].filter((k) => {
    const arm = graph.arms[k];
    if (!arm) return false;
    const points = tellingPoints(graph, arm, reads[k]);
    const counts = new Map<number, number>();
    let inked = 0;
    for (let i = 0; i < points.length; i += 2) {
      const strokes = strokesAt(points[i], points[i + 1]);
      for (const stroke of strokes) counts.set(stroke, (counts.get(stroke) ?? 0) + 1);
      if (strokes.size > 0) inked++;
    }
    const least = (minCovered * points.length) / 2;
    const inOne = [...counts.values()].some((count) => count >= least);
    return inOne || (inked >= least && isDone(arm.from) && isDone(arm.to));
  });
}

/** An arm's places clear of the ink of its meetings, or all of them where half of it lies in that. */
function tellingPoints(
  { meetings }: StrokeGraph,
  { points, from, to }: Arm,
  read: Read | null,
): ArrayLike<number> {
  if (read && 2 * read.points.length >= points.length) return read.points;
  return [meetings[from].x, meetings[from].y, ...points, meetings[to].x, meetings[to].y];
}

/** A search for the strokes that cover a place. */
function findStrokesAt(over: readonly OverNet[]): (x: number, y: number) => Set<number> {
  const places = over.flatMap(({ points, halfPx }, stroke) =>
    Array.from({ length: points.length / 2 }, (_, i) => ({
      x: points[2 * i],
      y: points[2 * i + 1],
      reach: coveredShare * halfPx + 1,
      stroke,
    })),
  );
  const index = indexOf(places);
  const widest = places.reduce((most, { reach }) => Math.max(most, reach), 0);
  return (x, y) =>
    new Set(
      index
        .within(x, y, widest)
        .map((i) => places[i])
        .filter((place) => stepLength(place.x - x, place.y - y) <= place.reach)
        .map(({ stroke }) => stroke),
    );
}

/** An index of places to be found by where they are; it may be empty. */
export function indexOf(places: readonly { x: number; y: number }[]): KDBush {
  const index = new KDBush(Math.max(1, places.length));
  for (const { x, y } of places) index.add(x, y);
  if (places.length === 0) index.add(Infinity, Infinity);
  index.finish();
  return index;
}
