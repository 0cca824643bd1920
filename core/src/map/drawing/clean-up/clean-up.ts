import { stepLength } from '../../../geometry/index.js';
import { remade } from './remake.js';
import type { Run } from './sections.js';
import { ellipseOf, levelOf, straightOf } from './shapes.js';
import { madeSymmetrical } from './symmetry.js';

/** What a draughtsman would put right in a drawing, in the order it is done. */
export const cleanUpKinds = ['symmetry', 'ellipses', 'straights', 'level'] as const;
export type CleanUpKind = (typeof cleanUpKinds)[number];

/** How far each may go, mm, or degrees for level; null for not at all. */
export type CleanUpLimits = Record<CleanUpKind, number | null>;

/** What one of them changes. */
export type CleanedUp = {
  kind: CleanUpKind;
  /** The lines it moves, by their numbers. */
  lines: number[];
  mostMm: number;
  meanMm: number;
};

/** A place is moved when it is by this much: less is no change to the eye. */
export const minMovedMm = 0.05;

/** What is turned level or plumb is straight within this, mm. */
const straightWithinMm = 1;

/**
 * Cleans up the lines of a drawing.
 *
 * @param touchMm how close the ends of lines lie that meet
 */
export function cleanUp(
  runs: readonly Run[],
  limits: CleanUpLimits,
  touchMm: number,
): { runs: Run[]; cleaned: CleanedUp[] } {
  let now = [...runs];
  const cleaned: CleanedUp[] = [];
  for (const kind of cleanUpKinds) {
    const limit = limits[kind];
    if (limit === null) continue;
    const next = steps[kind](now, limit, touchMm);
    cleaned.push({ kind, ...movedBetween(now, next) });
    now = next;
  }
  return { runs: now, cleaned };
}

type Step = (runs: readonly Run[], limit: number, touchMm: number) => Run[];

const steps: Record<CleanUpKind, Step> = {
  symmetry: (runs, limit, touchMm) => madeSymmetrical(runs, touchMm, limit),
  ellipses: (runs, limit, touchMm) => remade(runs, touchMm, (section) => ellipseOf(section, limit)),
  straights: (runs, limit, touchMm) => remade(runs, touchMm, (section) => straightOf(section, limit)),
  level: (runs, limit, touchMm) =>
    remade(runs, touchMm, (section) =>
      levelOf(section, (limit * Math.PI) / 180, Math.max(straightWithinMm, touchMm)),
    ),
};

function movedBetween(before: readonly Run[], after: readonly Run[]): Omit<CleanedUp, 'kind'> {
  const lines: number[] = [];
  let [mostMm, sum, count] = [0, 0, 0];
  before.forEach(({ points }, k) => {
    let most = 0;
    let own = 0;
    for (let i = 0; i < points.length; i += 2) {
      const off = stepLength(after[k].points[i] - points[i], after[k].points[i + 1] - points[i + 1]);
      most = Math.max(most, off);
      own += off;
    }
    if (most < minMovedMm) return;
    lines.push(k);
    mostMm = Math.max(mostMm, most);
    sum += own;
    count += points.length / 2;
  });
  return { lines, mostMm, meanMm: count > 0 ? sum / count : 0 };
}
