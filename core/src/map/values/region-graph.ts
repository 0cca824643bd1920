import { deltaE2000, type Lab } from '../../colour/index.js';
import type { Plane } from '../../raster/index.js';
import type { ColourPlanes } from '../reading/index.js';
import type { Regions } from './regions.js';

/** Regions and how they border each other; regions that were joined are read through `parent`. */
export type RegionGraph = {
  area: Float64Array;
  /** Sums over the region's pixels, for means. */
  sum: Float64Array;
  sumA: Float64Array;
  sumB: Float64Array;
  sumX: Float64Array;
  sumY: Float64Array;
  perimeter: Float64Array;
  /** Half the widest place of the region, pixels, once widths were measured; of a broad one only a lower bound. */
  halfWidth: Float64Array;
  level: Uint8Array;
  thing: Int32Array;
  border: Map<number, number>[];
  /** What the border to each neighbour costs a calm map: the cracks weighed by how gentle the tone is there. */
  cost: Map<number, number>[];
  parent: Int32Array;
};

/** The region a region was joined to, or itself. */
export function root(parent: Int32Array, i: number): number {
  while (parent[i] !== i) {
    parent[i] = parent[parent[i]];
    i = parent[i];
  }
  return i;
}

/**
 * Reads the graph off the labels.
 *
 * @param steepness how steep the tone is at each pixel, quarters of the limit of a slope
 */
export function buildGraph(
  regions: Regions,
  lightness: Plane,
  colour: ColourPlanes,
  steepness: Uint8Array,
): RegionGraph {
  const { count, level, thing } = regions;
  const sums = () => new Float64Array(count);
  const graph: RegionGraph = {
    area: sums(),
    sum: sums(),
    sumA: sums(),
    sumB: sums(),
    sumX: sums(),
    sumY: sums(),
    perimeter: sums(),
    halfWidth: sums(),
    level: level.slice(),
    thing,
    border: Array.from({ length: count }, () => new Map<number, number>()),
    cost: Array.from({ length: count }, () => new Map<number, number>()),
    parent: Int32Array.from({ length: count }, (_, i) => i),
  };
  sumUp(graph, regions, lightness, colour);
  findBorders(graph, regions, steepness);
  return graph;
}

/** Areas, tones and places, a run of pixels of one region at a time. */
function sumUp(graph: RegionGraph, { width, label }: Regions, { data }: Plane, colour: ColourPlanes): void {
  for (let i = 0; i < label.length;) {
    const region = label[i];
    const start = i;
    const rowEnd = start - (start % width) + width;
    let tones = 0;
    for (; i < rowEnd && label[i] === region; i++) tones += data[i];
    const length = i - start;
    const x = start % width;
    graph.area[region] += length;
    graph.sum[region] += tones;
    graph.sumX[region] += length * (x + (length - 1) / 2);
    graph.sumY[region] += (length * (start - x)) / width;
    for (let k = start; k < i; k++) {
      graph.sumA[region] += colour.a.data[k];
      graph.sumB[region] += colour.b.data[k];
    }
  }
}

/** A crack where the tone is even costs this much; on the slope of an edge, from `steepFrom` on, this little. */
const gentleCost = 2.2;
const steepCost = 0.35;
const steepFrom = 4;

function findBorders(
  { border, cost, perimeter }: RegionGraph,
  { width, label }: Regions,
  steepness: Uint8Array,
): void {
  const costs = Float64Array.from({ length: 256 }, (_, steep) =>
    Math.max(steepCost, gentleCost + ((steepCost - gentleCost) * steep) / steepFrom),
  );
  // Cracks between the same two regions mostly follow each other: they are counted before they are written.
  let one = -1;
  let other = -1;
  let cracks = 0;
  let costing = 0;
  const write = () => {
    if (cracks === 0) return;
    border[one].set(other, (border[one].get(other) ?? 0) + cracks);
    border[other].set(one, (border[other].get(one) ?? 0) + cracks);
    perimeter[one] += cracks;
    perimeter[other] += cracks;
    cost[one].set(other, (cost[one].get(other) ?? 0) + costing);
    cost[other].set(one, (cost[other].get(one) ?? 0) + costing);
  };
  const meet = (a: number, b: number, i: number) => {
    if (a !== one || b !== other) {
      write();
      one = a;
      other = b;
      cracks = 0;
      costing = 0;
    }
    cracks++;
    costing += costs[steepness[i]];
  };
  const lastRow = label.length - width;
  for (let i = 0, x = 0; i < label.length; i++, x = x === width - 1 ? 0 : x + 1) {
    const region = label[i];
    if (x < width - 1 && region !== label[i + 1]) meet(region, label[i + 1], i);
    if (i < lastRow && region !== label[i + width]) meet(region, label[i + width], i);
  }
  write();
}

/** A region is broad whose area over perimeter, which is never more than its half width, is this much above. */
const broadMargin = 1.5;

/**
 * Half the widest place of each region that may be narrow: the largest distance of a pixel from the region's
 * side, by two passes of city-block and diagonal steps (3–4 chamfer, Borgefors 1986). The picture's border is
 * no side, nor is what lies between regions that were joined.
 *
 * @param narrowPx how wide the regions are matters up to this width; wider ones are only told to be wider
 */
export function measureWidths(
  { area, perimeter, halfWidth: into, parent }: RegionGraph,
  { width, height, label: before, count }: Regions,
  narrowPx: number,
): void {
  const whole = Int32Array.from({ length: count }, (_, i) => root(parent, i));
  const label = new Int32Array(before.length);
  for (let i = 0; i < label.length; i++) label[i] = whole[before[i]];
  const broad = new Uint8Array(count);
  for (let region = 0; region < count; region++) {
    into[region] = area[region] / Math.max(1, perimeter[region]);
    broad[region] = into[region] > (broadMargin * narrowPx) / 2 ? 1 : 0;
    if (!broad[region]) into[region] = 0;
  }
  const distance = new Uint16Array(label.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const own = label[i];
      if (broad[own]) continue;
      let least = farAway;
      if (x > 0) least = nearer(least, label[i - 1] === own, distance[i - 1], straight);
      if (y > 0) {
        const up = i - width;
        least = nearer(least, label[up] === own, distance[up], straight);
        if (x > 0) least = nearer(least, label[up - 1] === own, distance[up - 1], diagonal);
        if (x < width - 1) least = nearer(least, label[up + 1] === own, distance[up + 1], diagonal);
      }
      distance[i] = least;
    }
  }
  for (let y = height - 1, i = label.length - 1; y >= 0; y--) {
    for (let x = width - 1; x >= 0; x--, i--) {
      const own = label[i];
      if (broad[own]) continue;
      let least = distance[i];
      if (x < width - 1) least = nearer(least, label[i + 1] === own, distance[i + 1], straight);
      if (y < height - 1) {
        const down = i + width;
        least = nearer(least, label[down] === own, distance[down], straight);
        if (x > 0) least = nearer(least, label[down - 1] === own, distance[down - 1], diagonal);
        if (x < width - 1) least = nearer(least, label[down + 1] === own, distance[down + 1], diagonal);
      }
      distance[i] = least;
      if (least > straight * into[own]) into[own] = least / straight;
    }
  }
}

/** Steps of the chamfer distance, thirds of a pixel; further than any pixel is from a side. */
const straight = 3;
const diagonal = 4;
const farAway = 65_000;

/** The lesser distance: through a neighbour of the same region, or to the side it shares with another. */
function nearer(least: number, same: boolean, there: number, cost: number): number {
  const through = same ? there + cost : (cost + 1) >> 1;
  return through < least ? through : least;
}

/** Makes b part of a. */
export function absorb(graph: RegionGraph, a: number, b: number): void {
  graph.parent[b] = a;
  for (const sums of [graph.area, graph.sum, graph.sumA, graph.sumB, graph.sumX, graph.sumY])
    sums[a] += sums[b];
  graph.halfWidth[a] = Math.max(graph.halfWidth[a], graph.halfWidth[b]);
  const shared = graph.border[a].get(b) ?? 0;
  graph.perimeter[a] += graph.perimeter[b] - 2 * shared;
  inherit(graph.border, a, b);
  inherit(graph.cost, a, b);
}

/** Gives what b has on its borders to a. */
function inherit(of: Map<number, number>[], a: number, b: number): void {
  of[a].delete(b);
  for (const [other, amount] of of[b]) {
    if (other === a) continue;
    of[a].set(other, (of[a].get(other) ?? 0) + amount);
    of[other].delete(b);
    of[other].set(a, (of[other].get(a) ?? 0) + amount);
  }
  of[b].clear();
}

/** Mean colour of a region; without colour planes a grey. */
export function meanColour(graph: RegionGraph, region: number): Lab {
  const area = graph.area[region];
  return {
    lightness: graph.sum[region] / area,
    a: graph.sumA[region] / area,
    b: graph.sumB[region] / area,
  };
}

/** How different two regions look: ΔE2000, which for greys is a difference of lightness alone. */
export function difference(graph: RegionGraph, one: number, other: number, coloured: boolean): number {
  if (coloured) return deltaE2000(meanColour(graph, one), meanColour(graph, other));
  return Math.abs(graph.sum[one] / graph.area[one] - graph.sum[other] / graph.area[other]);
}
