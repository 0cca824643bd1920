import type { Rect } from '../../geometry/index.js';
import { toPoints } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import { cleanUp, cleanUpKinds, type CleanedUp, type Run } from './clean-up/index.js';
import { cleanUps } from './drawing-settings.js';
import type { DrawingRead } from './drawings.js';
import { cleanUpLimits, takeStrokes } from './stroke-lines.js';

type DrawnRun = { points: [number, number][]; closed: boolean };

/** What one way of cleaning up does to a drawing, or would do: the lines it moves, before and after, mm on the surface. */
export type TriedCleanUp = Omit<CleanedUp, 'lines'> & { before: DrawnRun[]; after: DrawnRun[] };

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
    const drawn = (from: readonly Run[]) =>
      (own?.lines ?? []).map((line) => ({ points: toPoints(from[line].points), closed: from[line].closed }));
    return {
      kind,
      mostMm: own?.mostMm ?? 0,
      meanMm: own?.meanMm ?? 0,
      before: drawn(before),
      after: drawn(after),
    };
  });
}
