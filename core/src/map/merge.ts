import FlatQueue from 'flatqueue';
import type { Plane } from '../raster/index.js';
import type { Regions } from './regions.js';

/** What makes a shape too small to draw. */
export type SmallestShape = {
  areaPx: number;
  /** Highlights and darkest accents matter out of proportion to their size: they keep this share of it. */
  accentShare: number;
  /** Mean breadth below which a shape caught between a darker and a lighter one is only their blend. */
  breadthPx: number;
};

type Graph = {
  area: Float64Array;
  sum: Float64Array;
  perimeter: Float64Array;
  level: Uint8Array;
  border: Map<number, number>[];
  parent: Int32Array;
};

function root(parent: Int32Array, i: number): number {
  while (parent[i] !== i) {
    parent[i] = parent[parent[i]];
    i = parent[i];
  }
  return i;
}

function buildGraph(regions: Regions, lightness: Plane): Graph {
  const { width, height, label, count, level } = regions;
  const graph: Graph = {
    area: new Float64Array(count),
    sum: new Float64Array(count),
    perimeter: new Float64Array(count),
    level: level.slice(),
    border: Array.from({ length: count }, () => new Map<number, number>()),
    parent: Int32Array.from({ length: count }, (_, i) => i),
  };
  const meet = (a: number, b: number) => {
    if (a === b) return;
    graph.border[a].set(b, (graph.border[a].get(b) ?? 0) + 1);
    graph.border[b].set(a, (graph.border[b].get(a) ?? 0) + 1);
    graph.perimeter[a]++;
    graph.perimeter[b]++;
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const region = label[i];
      graph.area[region]++;
      graph.sum[region] += lightness.data[i];
      if (x < width - 1) meet(region, label[i + 1]);
      if (y < height - 1) meet(region, label[i + width]);
    }
  }
  return graph;
}

/** Makes b part of a. */
function absorb(graph: Graph, a: number, b: number): void {
  graph.parent[b] = a;
  graph.area[a] += graph.area[b];
  graph.sum[a] += graph.sum[b];
  const shared = graph.border[a].get(b) ?? 0;
  graph.perimeter[a] += graph.perimeter[b] - 2 * shared;
  graph.border[a].delete(b);
  for (const [other, length] of graph.border[b]) {
    if (other === a) continue;
    graph.border[a].set(other, (graph.border[a].get(other) ?? 0) + length);
    graph.border[other].delete(b);
    graph.border[other].set(a, (graph.border[other].get(a) ?? 0) + length);
  }
  graph.border[b].clear();
}

/** Joins a region with every neighbour of its own value, since adjoining things of one value are one shape. */
function joinAlike(graph: Graph, region: number): number {
  for (;;) {
    let alike = -1;
    for (const other of graph.border[region].keys()) {
      if (graph.level[other] === graph.level[region] && (alike === -1 || other < alike)) alike = other;
    }
    if (alike === -1) return region;
    const [keep, give] =
      graph.border[region].size >= graph.border[alike].size ? [region, alike] : [alike, region];
    absorb(graph, keep, give);
    region = keep;
  }
}

/** The neighbour a region resembles most in lightness; of equals the one with the longer border. */
function mostAlike(graph: Graph, region: number): number {
  const own = graph.sum[region] / graph.area[region];
  let best = -1;
  let bestDifference = Infinity;
  for (const [other, length] of graph.border[region]) {
    const difference = Math.abs(graph.sum[other] / graph.area[other] - own);
    const closer = difference < bestDifference - 1e-9;
    const equal = Math.abs(difference - bestDifference) <= 1e-9;
    if (closer || (equal && length > (graph.border[region].get(best) ?? 0))) {
      best = other;
      bestDifference = difference;
    }
  }
  return best;
}

function isTooSmall(graph: Graph, region: number, smallest: SmallestShape, brightest: number): boolean {
  const level = graph.level[region];
  const accent = level === 0 || level === brightest;
  if (graph.area[region] < smallest.areaPx * (accent ? smallest.accentShare : 1)) return true;
  if (accent || (2 * graph.area[region]) / graph.perimeter[region] >= smallest.breadthPx) return false;
  let darker = false;
  let lighter = false;
  for (const other of graph.border[region].keys()) {
    if (graph.level[other] < level) darker = true;
    if (graph.level[other] > level) lighter = true;
  }
  return darker && lighter;
}

/**
 * Joins regions of one value that touch, then, smallest first, every region too small to draw with the
 * neighbour it resembles most.
 *
 * @param lightness quieted L\* plane the likeness is judged on
 * @param valueCount how many values the map has
 * @returns regions that are all large enough, numbered in reading order of their first pixel
 */
export function mergeRegions(
  regions: Regions,
  lightness: Plane,
  smallest: SmallestShape,
  valueCount: number,
): Regions {
  const graph = buildGraph(regions, lightness);
  const { parent } = graph;
  for (let i = 0; i < regions.count; i++) if (parent[i] === i) joinAlike(graph, i);

  const queue = new FlatQueue<number>();
  const consider = (region: number) => {
    if (graph.border[region].size > 0 && isTooSmall(graph, region, smallest, valueCount - 1)) {
      queue.push(region, graph.area[region]);
    }
  };
  for (let i = 0; i < regions.count; i++) if (parent[i] === i) consider(i);
  while (queue.length > 0) {
    const areaThen = queue.peekValue()!;
    const region = queue.pop()!;
    // A region that has grown or gone since it was queued is judged afresh or not at all.
    if (parent[region] !== region || graph.area[region] !== areaThen) continue;
    const target = mostAlike(graph, region);
    if (target === -1) continue;
    absorb(graph, target, region);
    consider(joinAlike(graph, target));
  }
  return renumber(regions, graph);
}

function renumber(regions: Regions, graph: Graph): Regions {
  const number = new Int32Array(regions.count).fill(-1);
  const level: number[] = [];
  const label = new Int32Array(regions.label.length);
  for (let i = 0; i < label.length; i++) {
    const region = root(graph.parent, regions.label[i]);
    if (number[region] === -1) number[region] = level.push(graph.level[region]) - 1;
    label[i] = number[region];
  }
  return { ...regions, label, count: level.length, level: Uint8Array.from(level) };
}
