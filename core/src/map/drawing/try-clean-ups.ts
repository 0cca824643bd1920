import { stepLength, type Rect } from '../../geometry/index.js';
import { toPoints } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import { cleanUp, cleanUpKinds, minMovedMm, type CleanedUp, type Run } from './clean-up/index.js';
import { cleanUps } from './drawing-settings.js';
import type { DrawingRead } from './drawings.js';
import { cleanUpLimits, takeStrokes } from './stroke-lines.js';

type DrawnRun = { points: [number, number][]; closed: boolean };

/** What one way of cleaning up does to a drawing, or would do, mm on the surface. */
export type TriedCleanUp = Omit<CleanedUp, 'lines'> & {
  /** How many lines it moves. */
  lines: number;
  /** The stretches it moves, before and after. */
  before: DrawnRun[];
  after: DrawnRun[];
};

/** The points of two runs from the first that moves to the last of each stretch, with one that stays to both sides. */
function movedStretches(before: Run, after: Run): [DrawnRun, DrawnRun][] {
  const n = before.points.length / 2;
  const moves = Array.from(
    { length: n },
    (_, i) =>
      stepLength(
        after.points[2 * i] - before.points[2 * i],
        after.points[2 * i + 1] - before.points[2 * i + 1],
      ) > minMovedMm,
  );
  if (moves.every(Boolean)) return [[drawnOf(before), drawnOf(after)]];
  const stretches: [DrawnRun, DrawnRun][] = [];
  for (let start = 0; start < n; start++) {
    if (!moves[start]) continue;
    let end = start;
    while (end < n && moves[end]) end++;
    const part = ({ points }: Run) =>
      drawnOf({ points: points.slice(2 * Math.max(0, start - 1), 2 * Math.min(n, end + 1)), closed: false });
    stretches.push([part(before), part(after)]);
    start = end;
  }
  return stretches;
}

const drawnOf = ({ points, closed }: Run): DrawnRun => ({ points: toPoints(points), closed });

/**
 * Tries every way of cleaning up a drawing: what those taken did, and what the others would do to it with their usual
 * limits.
 */
export function tryCleanUps(read: DrawingRead, frame: Rect, settings: MapSettings): TriedCleanUp[] {
  const { runs, touchMm } = takeStrokes(read, frame, settings);
  const taken = cleanUpLimits(settings);
  return cleanUpKinds.map((kind): TriedCleanUp => {
    const { runs: before } = cleanUp(runs, { ...taken, [kind]: null }, touchMm);
    const limits = { ...taken, [kind]: taken[kind] ?? cleanUps[kind].usual };
    const { runs: after, cleaned } = cleanUp(runs, limits, touchMm);
    const own = cleaned.find((one) => one.kind === kind);
    const lines = own?.lines ?? [];
    const stretches = lines.flatMap((line) => movedStretches(before[line], after[line]));
    return {
      kind,
      mostMm: own?.mostMm ?? 0,
      meanMm: own?.meanMm ?? 0,
      lines: lines.length,
      before: stretches.map(([was]) => was),
      after: stretches.map(([, is]) => is),
    };
  });
}
