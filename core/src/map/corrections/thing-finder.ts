import { reversedPoints, signedArea, smoothedRun } from '../../geometry/index.js';
import { planarMap } from '../boundaries/index.js';
import { strengthAt, type Cells, type Hierarchy } from '../regions/index.js';

/** A thing, or a part of one, under a spot: one step of the way from the smallest to the whole picture. */
export type FoundThing = {
  /** Its outline, closed: x0, y0 … in pixels of the cells. */
  outline: Float64Array;
  /** Which step it is, 0 the smallest, and how many there are. */
  rank: number;
  ranks: number;
};

/** A region is another step when it is this much larger than the last. */
const grownBy = 1.25;

/** Smoothing that takes the staircase out of an outline, pixels. */
const staircasePx = 1.3;

/** A spot at which a thing is looked for. */
export type ThingSpot = {
  x: number;
  y: number;
  /** Where to begin: the region at this detail. */
  detail: number;
  /** Steps from there, up to what it is part of (positive) or down to its parts. */
  walk: number;
};

/**
 * Finds what lies under a spot in the hierarchy of regions.
 *
 * @param spot in pixels of the cells
 */
export function findThing(cells: Cells, hierarchy: Hierarchy, spot: ThingSpot): FoundThing {
  const { width, label } = cells;
  const height = label.length / width;
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, Math.floor(value)));
  const cell = label[clamp(spot.y, height - 1) * width + clamp(spot.x, width - 1)];
  const steps = stepsOf(cells, hierarchy, cell);
  let begin = 0;
  while (begin < steps.length - 1 && steps[begin + 1].strength < strengthAt(spot.detail)) begin++;
  const rank = clamp(begin + spot.walk, steps.length - 1);
  return { outline: outlineOf(cells, hierarchy, steps[rank]), rank, ranks: steps.length };
}

type Step = { name: number; joins: number; strength: number };

/** The regions a cell is part of, each clearly larger than the last. */
function stepsOf({ label }: Cells, { cellCount, keep, give, strength }: Hierarchy, cell: number): Step[] {
  const area = new Float64Array(cellCount);
  for (let i = 0; i < label.length; i++) area[label[i]]++;
  const steps: Step[] = [{ name: cell, joins: 0, strength: 0 }];
  let name = cell;
  let last = area[cell];
  for (let k = 0; k < keep.length; k++) {
    area[keep[k]] += area[give[k]];
    if (keep[k] !== name && give[k] !== name) continue;
    name = keep[k];
    const step = { name, joins: k + 1, strength: strength[k] };
    if (area[name] > grownBy * last) {
      steps.push(step);
      last = area[name];
    } else steps[steps.length - 1] = { ...step, strength: steps[steps.length - 1].strength };
  }
  return steps;
}

function outlineOf(
  { width, label }: Cells,
  { cellCount, keep, give }: Hierarchy,
  { name, joins }: Step,
): Float64Array {
  const into = Int32Array.from({ length: cellCount }, (_, i) => i);
  for (let k = joins - 1; k >= 0; k--) into[give[k]] = into[keep[k]];
  const inside = Int32Array.from(label, (cell) => (into[cell] === name ? 1 : 0));
  const { arcs, rings } = planarMap({
    width,
    height: label.length / width,
    label: inside,
    count: 2,
    step: 1,
  });
  const outlines = rings[1].map((ring) => {
    const points: number[] = [];
    for (const { arc, reversed } of ring) {
      const own = Float64Array.from(arcs[arc].points);
      const run = reversed ? reversedPoints(own) : own;
      const last = arcs[arc].closed ? run.length : run.length - 2;
      for (let i = 0; i < last; i++) points.push(run[i]);
    }
    return Float64Array.from(points);
  });
  // The outer ring runs clockwise and so has the largest area.
  outlines.sort((a, b) => signedArea(Array.from(b)) - signedArea(Array.from(a)));
  return smoothedRun(outlines[0], true, staircasePx);
}
