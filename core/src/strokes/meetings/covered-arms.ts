import type { PieceEnd } from '../middles/chain.js';
import type { Arm, StrokeGraph } from '../skeleton/graph.js';
import type { Read } from './arm-ends.js';
import type { OverNets } from './over-nets.js';

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
  over: OverNets,
  { endsOf, taken }: { endsOf: ReadonlyMap<number, readonly PieceEnd[]>; taken: ReadonlySet<PieceEnd> },
): number[] {
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
      const strokes = over.strokesAt(points[i], points[i + 1], coveredShare);
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
