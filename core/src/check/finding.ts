import type { SaidMove } from './drawing/say-findings.js';

/** Something to put right in the drawing, with its place, mm on the surface. */
export type Finding = {
  /** Stays the same when the same photograph is looked at again. */
  key: string;
  says: string;
  /** Where to look. */
  at: { x: number; y: number };
  /** Lines of the map it is about. */
  lines: string[];
} & (
  | { kind: 'whole'; move: SaidMove }
  | { kind: 'part'; move: SaidMove }
  | { kind: 'missing' }
  | { kind: 'dark' }
  | { kind: 'ellipse'; points: [number, number][] }
  | { kind: 'extra'; points: [number, number][] }
);

/**
 * How bad a finding is beside others, in mm: a line that is off counts as it is off, and a little for what is off with
 * it; one that is missing counts as one put off by half a millimetre and a tenth of its length, and one too many for less.
 */
export const badness = { eachMmOff: 0.01, missing: 0.5, eachMmMissing: 0.1, extra: 0.4, eachMmExtra: 0.07 };

/** A finding, and how bad it is. */
export type Weighed = { finding: Finding; bad: number };

/** The middle of some places, mm. */
export function middleOf(points: readonly (readonly [number, number])[]): { x: number; y: number } {
  if (points.length === 0) return { x: 0, y: 0 };
  const [x, y] = points.reduce(([sx, sy], [px, py]) => [sx + px, sy + py], [0, 0]);
  return { x: x / points.length, y: y / points.length };
}

/** The length of a run, mm. */
export const lengthOf = (points: readonly (readonly [number, number])[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [bx, by] = points[Math.max(0, i - 1)];
    return sum + Math.hypot(x - bx, y - by);
  }, 0);
