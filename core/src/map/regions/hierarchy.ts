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
  return new Joining(graph, model, pxPerMm, watch).finish();
}

/** The joining of a graph's regions, as far as it has come. */
class Joining {
  private readonly features = new Float64Array(featureCount);
  private readonly joins = {
    keep: [] as number[],
    give: [] as number[],
    strength: [] as number[],
    lengthMm: [] as number[],
  };
  private readonly edgesOf: number[][];
  /** The edge between two regions, by the key of both. */
  private readonly pair = new Map<number, number>();
  private readonly gone: Uint8Array;
  private readonly queue = new FlatQueue<number>();
  private readonly queuedAt: Float64Array;
  /** How many joins there had been when an edge was judged, and when a region was last joined to another. */
  private readonly judgedAfter: Int32Array;
  private readonly changedAfter: Int32Array;

  constructor(
    private readonly graph: ContourGraph,
    private readonly model: ContourModel,
    private readonly pxPerMm: number,
    private readonly watch: Watcher | undefined,
  ) {
    const { regionCount, edgeCount, low, high } = graph;
    this.edgesOf = Array.from({ length: regionCount }, () => []);
    this.gone = new Uint8Array(edgeCount);
    this.queuedAt = new Float64Array(edgeCount);
    this.judgedAfter = new Int32Array(edgeCount);
    this.changedAfter = new Int32Array(regionCount);
    for (let e = 0; e < edgeCount; e++) {
      this.edgesOf[low[e]].push(e);
      this.edgesOf[high[e]].push(e);
      this.pair.set(this.keyOf(low[e], high[e]), e);
    }
    for (let e = 0; e < edgeCount; e++) this.push(e, this.judge(e));
  }

  /** Joins from the least likely contour on, until nothing is left to join. */
  finish(): Hierarchy {
    const { queue, queuedAt, gone, joins, features } = this;
    const { low, high, regionCount } = this.graph;
    let strength = 0;
    while (queue.length > 0) {
      const queued = queue.peekValue()!;
      const e = queue.pop()!;
      if (gone[e] || queued !== queuedAt[e]) continue;
      // One who learns wants to know what every boundary looked like as it went.
      const now = !this.watch && this.isAsJudged(e) ? queued : this.judge(e);
      if (now > queued + slack) {
        this.push(e, now);
        continue;
      }
      this.watch?.(e, low[e], high[e], features);
      strength = Math.max(strength, now);
      this.join(e, strength);
    }
    return {
      cellCount: regionCount,
      keep: Int32Array.from(joins.keep),
      give: Int32Array.from(joins.give),
      strength: Float64Array.from(joins.strength),
      lengthMm: Float64Array.from(joins.lengthMm),
    };
  }

  private keyOf(a: number, b: number): number {
    const { regionCount } = this.graph;
    return a < b ? a * regionCount + b : b * regionCount + a;
  }

  private push(e: number, strength: number): void {
    this.queuedAt[e] = strength;
    this.judgedAfter[e] = this.joins.keep.length;
    this.queue.push(e, strength);
  }

  private isAsJudged(e: number): boolean {
    const { low, high } = this.graph;
    return Math.max(this.changedAfter[low[e]], this.changedAfter[high[e]]) <= this.judgedAfter[e];
  }

  /** How much a boundary matters, 0–1. */
  private judge(e: number): number {
    const { low, high, edge, region } = this.graph;
    const { features, model, pxPerMm } = this;
    const [p, q] = [low[e] * regionSums.count, high[e] * regionSums.count];
    describeBoundary(edge, e * sums.count, region, p, q, pxPerMm, features);
    if (isUnseen(features)) return 0;
    model.judge(features);
    const chance = model.chance[contourKind];
    if (chance < likely) return (0.5 * chance) / likely;
    // What is surely a contour is ranked by how much of the picture hangs on it.
    const smaller = Math.min(region[p], region[q]);
    const size = Math.log(smaller / (pxPerMm * pxPerMm) / smallMm2) / Math.log(largeMm2 / smallMm2);
    return 0.5 + 0.5 * Math.min(1, Math.max(0, size)) * chance;
  }

  /** Takes a boundary away: the region with fewer neighbours becomes part of the other. */
  private join(e: number, strength: number): void {
    const { joins, gone, edgesOf } = this;
    const { low, high, edge, region } = this.graph;
    const [a, b] = edgesOf[low[e]].length >= edgesOf[high[e]].length ? [low[e], high[e]] : [high[e], low[e]];
    gone[e] = 1;
    this.pair.delete(this.keyOf(a, b));
    joins.keep.push(a);
    joins.give.push(b);
    joins.strength.push(strength);
    joins.lengthMm.push(edge[e * sums.count + sums.length] / this.pxPerMm);
    this.changedAfter[a] = joins.keep.length;
    const [ra, rb] = [a * regionSums.count, b * regionSums.count];
    for (let k = 0; k < regionSums.count; k++) region[ra + k] += region[rb + k];
    region[ra + regionSums.perimeter] -= 2 * edge[e * sums.count];
    for (const f of edgesOf[b]) if (!gone[f]) this.handOn(f, b, a);
    edgesOf[b] = [];
  }

  /** A boundary of one region becomes one of the region it was joined to, or part of the one that has already. */
  private handOn(f: number, from: number, to: number): void {
    const { pair, gone, edgesOf } = this;
    const { low, high, edge } = this.graph;
    const other = low[f] === from ? high[f] : low[f];
    // Signed sums run from the lower region to the higher.
    if ((low[f] === from) !== to < other) turn(edge, f * sums.count);
    pair.delete(this.keyOf(from, other));
    const same = pair.get(this.keyOf(to, other));
    if (same === undefined) {
      low[f] = Math.min(to, other);
      high[f] = Math.max(to, other);
      pair.set(this.keyOf(to, other), f);
      edgesOf[to].push(f);
      return;
    }
    const [into, at] = [same * sums.count, f * sums.count];
    for (let k = 0; k < sums.count; k++) edge[into + k] += edge[at + k];
    gone[f] = 1;
    this.push(same, this.judge(same));
  }
}

function turn(edge: Float64Array, at: number): void {
  for (let k = 0; k < 3; k++) edge[at + sums.signed + k] = -edge[at + sums.signed + k];
  edge[at + sums.signedFine] = -edge[at + sums.signedFine];
  const side = edge[at + sums.sideLow];
  edge[at + sums.sideLow] = edge[at + sums.sideHigh];
  edge[at + sums.sideHigh] = side;
}
