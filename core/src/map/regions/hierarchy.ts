import FlatQueue from 'flatqueue';
import { boundaryKinds, type ContourModel } from './contour-model.js';
import { regionSums, sums, type ContourGraph } from './contour-graph.js';
import { describeBoundary, featureCount, isUnseen } from './features.js';

/**
 * Regions joined from the least to the most contour-like boundary. Cutting the order of joins anywhere leaves
 * closed regions; regions at a coarser cut are made of whole regions of a finer one.
 */
export type Hierarchy = {
  cellCount: number;
  /** Joins in order: the two regions, each named by one of its cells. */
  keep: Int32Array;
  give: Int32Array;
  /**
   * How much the boundary that went matters, 0–1, never falling: under 0.5 by the chance that it is a contour at all,
   * above it by how large a region it bounds.
   */
  strength: Float64Array;
  /** Length of the boundary that went with each join, mm. */
  lengthMm: Float64Array;
};

/** Told of every join before it happens, for learning. */
export type Watcher = (edge: number, low: number, high: number, features: Float64Array) => void;

const contourKind = boundaryKinds.indexOf('contour');

/**
 * From this chance on a boundary is taken for a contour: where the F of what is found and what is wrong is best on the
 * scenes learned on.
 */
const likely = 0.08;

/** A region of this size on one side makes a contour the least and the most important, mm². */
const smallMm2 = 2;
const largeMm2 = 6000;

/** A boundary found this much more contour-like than when it was queued is queued again. */
const slack = 0.01;

/** Joins all regions of a graph; the graph's sums are used up. */
export function joinRegions(
  graph: ContourGraph,
  model: ContourModel,
  pxPerMm: number,
  watch?: Watcher,
): Hierarchy {
  const { regionCount, edgeCount, low, high, edge, region } = graph;
  const features = new Float64Array(featureCount);
  const joins = {
    keep: [] as number[],
    give: [] as number[],
    strength: [] as number[],
    lengthMm: [] as number[],
  };
  const edgesOf: number[][] = Array.from({ length: regionCount }, () => []);
  const pair = new Map<number, number>();
  const keyOf = (a: number, b: number) => (a < b ? a * regionCount + b : b * regionCount + a);
  for (let e = 0; e < edgeCount; e++) {
    edgesOf[low[e]].push(e);
    edgesOf[high[e]].push(e);
    pair.set(low[e] * regionCount + high[e], e);
  }
  const gone = new Uint8Array(edgeCount);
  const judge = (e: number): number => {
    describeBoundary(
      edge,
      e * sums.count,
      region,
      low[e] * regionSums.count,
      high[e] * regionSums.count,
      pxPerMm,
      features,
    );
    if (isUnseen(features)) return 0;
    model.judge(features);
    const chance = model.chance[contourKind];
    if (chance < likely) return (0.5 * chance) / likely;
    // What is surely a contour is ranked by how much of the picture hangs on it.
    const smaller = Math.min(region[low[e] * regionSums.count], region[high[e] * regionSums.count]);
    const size = Math.log(smaller / (pxPerMm * pxPerMm) / smallMm2) / Math.log(largeMm2 / smallMm2);
    return 0.5 + 0.5 * Math.min(1, Math.max(0, size)) * chance;
  };
  const queue = new FlatQueue<number>();
  const queuedAt = new Float64Array(edgeCount);
  // How many joins there had been when an edge was judged, and when a region was last joined to another.
  const judgedAfter = new Int32Array(edgeCount);
  const changedAfter = new Int32Array(regionCount);
  const push = (e: number) => {
    queuedAt[e] = judge(e);
    judgedAfter[e] = joins.keep.length;
    queue.push(e, queuedAt[e]);
  };
  const isAsJudged = (e: number) => Math.max(changedAfter[low[e]], changedAfter[high[e]]) <= judgedAfter[e];
  for (let e = 0; e < edgeCount; e++) push(e);
  let strength = 0;
  while (queue.length > 0) {
    const queued = queue.peekValue()!;
    const e = queue.pop()!;
    if (gone[e] || queued !== queuedAt[e]) continue;
    // One who learns wants to know what every boundary looked like as it went.
    const now = !watch && isAsJudged(e) ? queued : judge(e);
    if (now > queued + slack) {
      queuedAt[e] = now;
      judgedAfter[e] = joins.keep.length;
      queue.push(e, now);
      continue;
    }
    watch?.(e, low[e], high[e], features);
    strength = Math.max(strength, now);
    const [a, b] = edgesOf[low[e]].length >= edgesOf[high[e]].length ? [low[e], high[e]] : [high[e], low[e]];
    gone[e] = 1;
    pair.delete(keyOf(a, b));
    joins.keep.push(a);
    joins.give.push(b);
    joins.strength.push(strength);
    joins.lengthMm.push(edge[e * sums.count + sums.length] / pxPerMm);
    changedAfter[a] = joins.keep.length;
    const [ra, rb] = [a * regionSums.count, b * regionSums.count];
    for (let k = 0; k < regionSums.count; k++) region[ra + k] += region[rb + k];
    region[ra + regionSums.perimeter] -= 2 * edge[e * sums.count];
    for (const f of edgesOf[b]) {
      if (gone[f]) continue;
      const other = low[f] === b ? high[f] : low[f];
      pair.delete(keyOf(b, other));
      const same = pair.get(keyOf(a, other));
      if (same === undefined) {
        const wasLow = low[f] === b;
        // Signed sums run from the lower region to the higher.
        if (wasLow !== a < other) turn(edge, f * sums.count);
        low[f] = Math.min(a, other);
        high[f] = Math.max(a, other);
        pair.set(keyOf(a, other), f);
        edgesOf[a].push(f);
      } else {
        const turned = (low[f] === b) !== a < other;
        if (turned) turn(edge, f * sums.count);
        const [into, from] = [same * sums.count, f * sums.count];
        for (let k = 0; k < sums.count; k++) edge[into + k] += edge[from + k];
        gone[f] = 1;
        push(same);
      }
    }
    edgesOf[b] = [];
  }
  return {
    cellCount: regionCount,
    keep: Int32Array.from(joins.keep),
    give: Int32Array.from(joins.give),
    strength: Float64Array.from(joins.strength),
    lengthMm: Float64Array.from(joins.lengthMm),
  };
}

function turn(edge: Float64Array, at: number): void {
  for (let k = 0; k < 3; k++) edge[at + sums.signed + k] = -edge[at + sums.signed + k];
  edge[at + sums.signedFine] = -edge[at + sums.signedFine];
  const side = edge[at + sums.sideLow];
  edge[at + sums.sideLow] = edge[at + sums.sideHigh];
  edge[at + sums.sideHigh] = side;
}
