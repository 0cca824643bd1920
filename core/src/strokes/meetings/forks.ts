import { stepLength } from '../../geometry/index.js';
import { endsAt, type Read } from './arm-ends.js';
import type { PieceEnd } from '../middles/chain.js';
import { carryPastEachOther, touchingStrokes } from './touching.js';
import type { Meeting, StrokeGraph } from '../skeleton/graph.js';

/** Strokes that touch are thinned to forks no further apart than this many times the depth of their ink. */
const maxForkReach = 7;

/** Strokes that touch are joined by their own ink only, no further than this many times its depth; what is longer is a stroke from one to the other. */
const maxTouchReach = 2.6;

/** More bridges than this are no such place: they are a net. */
const maxBridges = 8;

/** Strokes carried over forks: which ends go on in each other, both ways, and the forks they pass. */
export type OverForks = { onward: Map<PieceEnd, PieceEnd>; nodes: Set<number> };

/** Carries strokes that only touch past each other where they are thinned to forks that lie close together. What lies between the forks goes. */
export function carryOverForks(
  graph: StrokeGraph,
  reads: (Read | null)[],
  at: readonly number[][],
): OverForks {
  const over: OverForks = { onward: new Map(), nodes: new Set() };
  const bridges = new Set<number>();
  graph.arms.forEach((arm, k) => {
    if (!arm || arm.from < 0 || arm.from === arm.to) return;
    if (at[arm.from].length < 3 || at[arm.to].length < 3) return;
    const deepest = Math.max(graph.meetings[arm.from].deepest, graph.meetings[arm.to].deepest);
    if (graph.lengthOf(arm) <= maxForkReach * deepest + 1) bridges.add(k);
  });
  const tried = new Set<number>();
  for (const k of bridges) {
    if (tried.has(k)) continue;
    const cluster = clusterOf(graph, at, bridges, k);
    for (const own of cluster) tried.add(own);
    if (!carry(graph, reads, at, cluster, over) && cluster.length > 1)
      for (const own of cluster) carry(graph, reads, at, [own], over);
  }
  return over;
}

/** The bridges that hang together with one. */
function clusterOf(
  { arms }: StrokeGraph,
  at: readonly number[][],
  bridges: ReadonlySet<number>,
  first: number,
): number[] {
  const cluster = [first];
  for (let i = 0; i < cluster.length; i++) {
    const arm = arms[cluster[i]];
    for (const k of arm ? [...at[arm.from], ...at[arm.to]] : [])
      if (bridges.has(k) && !cluster.includes(k)) cluster.push(k);
    if (cluster.length > maxBridges) return [first];
  }
  return cluster;
}

/** Carries the strokes past each other over the forks that some bridges join, when every one of them goes on. */
function carry(
  graph: StrokeGraph,
  reads: (Read | null)[],
  at: readonly number[][],
  cluster: readonly number[],
  { onward, nodes: passed }: OverForks,
): boolean {
  const nodes = new Set(cluster.flatMap((k) => [graph.arms[k]?.from ?? -1, graph.arms[k]?.to ?? -1]));
  if ([...nodes].some((node) => node < 0 || passed.has(node))) return false;
  const ends = [...nodes].flatMap((node) =>
    endsAt(graph, at[node], node)
      .filter((end) => !cluster.includes(end >> 1))
      .map((end) => ({ end, node })),
  );
  if (ends.length !== 4) return false;
  const bridgePx = Math.max(...cluster.map((k) => lengthOf(graph, k)));
  if (ends.some(({ end }) => isBeside(graph, end >> 1, nodes, bridgePx))) return false;
  const middle = middleOf([...nodes].map((node) => graph.meetings[node]));
  const bends = touchingStrokes(
    middle,
    ends.map(({ end }) => end),
    reads,
  );
  if (!bends) return false;
  const deepest = Math.max(...[...nodes].map((node) => graph.meetings[node].deepest));
  const forkOf = new Map(ends.map(({ end, node }) => [end, node]));
  // Where each stroke passes one fork only, what joins the forks is one more stroke, unless it is short.
  const isLadder =
    bridgePx > maxTouchReach * deepest + 1 &&
    bends.every(({ from, to }) => forkOf.get(from) === forkOf.get(to));
  if (isLadder) return false;
  carryPastEachOther(bends, reads, onward);
  for (const node of nodes) passed.add(node);
  for (const k of cluster) reads[k] = null;
  return true;
}

const lengthOf = (graph: StrokeGraph, k: number): number => {
  const arm = graph.arms[k];
  return arm ? graph.lengthOf(arm) : 0;
};

/**
 * Whether an arm runs beside a bridge, from fork to fork, and would go on in itself: the rim of a leaf beside its rib. The
 * arm of a ring that touches another is longer by far.
 */
function isBeside(graph: StrokeGraph, k: number, nodes: ReadonlySet<number>, bridgePx: number): boolean {
  const arm = graph.arms[k];
  return !!arm && nodes.has(arm.from) && nodes.has(arm.to) && lengthOf(graph, k) < maxBeside * bridgePx;
}

/** No longer than so many bridges. */
const maxBeside = 2;

/** Between forks, reaching to the ink of all of them. */
function middleOf(forks: readonly Meeting[]): Pick<Meeting, 'x' | 'y' | 'reach'> {
  const [x, y] = (['x', 'y'] as const).map(
    (axis) => forks.reduce((sum, fork) => sum + fork[axis], 0) / forks.length,
  );
  return { x, y, reach: Math.max(...forks.map((fork) => fork.reach + stepLength(fork.x - x, fork.y - y))) };
}
