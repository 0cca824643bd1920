import FlatQueue from 'flatqueue';
import type { Plane } from '../../raster/index.js';
import type { ColourPlanes } from '../reading/index.js';
import { Merging, slenderWidths, type Join, type SmallestShape } from './merging.js';
import { buildGraph, measureWidths, root } from './region-graph.js';
import type { Regions } from './regions.js';

/** What the likeness of regions is judged on, all on the same pixels. */
export type JudgedBy = {
  /** L\*, quieted. */
  lightness: Plane;
  /** How steep the tone is, quarters of the limit of a slope. */
  steepness: Uint8Array;
  /** a\* and b\*. */
  colour: ColourPlanes;
};

export type Merged = { regions: Regions; joins: Join[] };

/**
 * Joins regions of one value that touch, then, smallest first, every region that cannot be drawn as a shape
 * with the neighbour it resembles most.
 *
 * @param valueCount how many values the map has
 * @returns regions that can all be drawn, numbered in reading order of their first pixel, and what was joined
 */
export function mergeRegions(
  regions: Regions,
  { lightness, steepness, colour }: JudgedBy,
  smallest: SmallestShape,
  valueCount: number,
): Merged {
  const graph = buildGraph(regions, lightness, colour, steepness);
  const merging = new Merging(graph, smallest, valueCount - 1);
  const { parent } = graph;
  for (let i = 0; i < regions.count; i++) if (parent[i] === i) merging.joinAlike(i);
  // Flats of one value meet on slopes: only what they make together is wide or narrow.
  measureWidths(graph, regions, slenderWidths * smallest.widthPx);
  calmDown(merging, regions.count, valueCount);
  for (let i = 0; i < regions.count; i++) if (parent[i] === i) merging.joinOverRungs(i);

  const queue = new FlatQueue<number>();
  const consider = (region: number) => {
    if (graph.border[region].size > 0 && merging.fault(region)) queue.push(region, graph.area[region]);
  };
  for (let i = 0; i < regions.count; i++) if (parent[i] === i) consider(i);
  while (queue.length > 0) {
    const areaThen = queue.peekValue()!;
    const region = queue.pop()!;
    // A region that has grown or gone since it was queued is judged afresh or not at all.
    if (parent[region] !== region || graph.area[region] !== areaThen) continue;
    const because = merging.fault(region);
    const grown = because && merging.giveAway(region, because);
    if (grown !== null) consider(grown);
  }
  return renumber(regions, merging);
}

/** Joins parts of things, smallest first, until every boundary within a thing earns its length. */
function calmDown(merging: Merging, count: number, valueCount: number): void {
  const { graph } = merging;
  const { parent, level, area, sum } = graph;
  const [tones, areas] = [new Float64Array(valueCount), new Float64Array(valueCount)];
  for (let i = 0; i < count; i++) {
    if (parent[i] !== i) continue;
    tones[level[i]] += sum[i];
    areas[level[i]] += area[i];
  }
  const lightness = Array.from(tones, (tone, k) => (areas[k] > 0 ? tone / areas[k] : 0));
  const queue = new FlatQueue<number>();
  for (let i = 0; i < count; i++) if (parent[i] === i) queue.push(i, area[i]);
  while (queue.length > 0) {
    const areaThen = queue.peekValue()!;
    const region = queue.pop()!;
    if (parent[region] !== region || area[region] !== areaThen) continue;
    const other = merging.calmer(region, lightness);
    if (other === -1) continue;
    const grown = merging.calm(region, other);
    queue.push(grown, area[grown]);
  }
}

function renumber(regions: Regions, { graph, joins }: Merging): Merged {
  const whole = Int32Array.from({ length: regions.count }, (_, i) => root(graph.parent, i));
  const number = new Int32Array(regions.count).fill(-1);
  const level: number[] = [];
  const thing: number[] = [];
  const { label: before } = regions;
  const label = new Int32Array(before.length);
  for (let i = 0; i < label.length; i++) {
    const region = whole[before[i]];
    if (number[region] === -1) {
      number[region] = level.push(graph.level[region]) - 1;
      thing.push(graph.thing[region]);
    }
    label[i] = number[region];
  }
  return {
    regions: {
      ...regions,
      label,
      count: level.length,
      level: Uint8Array.from(level),
      thing: Int32Array.from(thing),
    },
    joins: joins.map(({ into, ...join }) => ({ ...join, region: number[whole[into]] })),
  };
}
