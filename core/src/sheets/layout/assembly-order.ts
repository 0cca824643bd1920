import type { Seam } from './join-marks.js';
import type { Tile } from './tiling.js';

/** One step of joining sheets: a sheet, and those already lying that it is joined to. */
export type AssemblyStep = { label: string; joins: string[] };

/**
 * The order in which sheets are joined: from the top, and from the side away from the hand, each one laid over the
 * flaps of those that lie. The glue is always on a flap that the new sheet covers, and the hand that smooths it
 * down comes from the other side, so that it never rests on glue. A sheet whose neighbours are all left out
 * stands alone and is laid by the corner marks.
 *
 * @param mirrored the sheets lie reverse side up, so that left and right are seen the other way round
 */
export function assemblyOrder(
  printed: readonly Tile[],
  seams: readonly Seam[],
  hand: 'right' | 'left',
  mirrored: boolean,
): AssemblyStep[] {
  const beside = new Map<string, string[]>();
  for (const { one, other } of seams) {
    beside.set(one.label, [...(beside.get(one.label) ?? []), other.label]);
    beside.set(other.label, [...(beside.get(other.label) ?? []), one.label]);
  }
  // A right hand works from the left as the sheets lie.
  const sense = (hand === 'right') === mirrored ? -1 : 1;
  const waiting = [...printed].sort((a, b) => a.row - b.row || sense * (a.column - b.column));
  const lying = new Set<string>();
  const steps: AssemblyStep[] = [];
  while (waiting.length > 0) {
    const joined = waiting.findIndex(({ label }) => beside.get(label)?.some((other) => lying.has(other)));
    const [next] = waiting.splice(Math.max(0, joined), 1);
    steps.push({
      label: next.label,
      joins: (beside.get(next.label) ?? []).filter((other) => lying.has(other)),
    });
    lying.add(next.label);
  }
  return steps;
}
