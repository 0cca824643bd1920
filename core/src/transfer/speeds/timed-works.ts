import { surfaceOf } from '../../fit/index.js';
import type { Sitting, TransferDecisions } from '../decisions.js';
import type { TracedLine } from '../run/index.js';
import type { Phase } from '../steps/step.js';
import { transferSteps, type SheetsToJoin, type SurfacePlanned } from '../steps/transfer-steps.js';
import { standardReady, type WorkMeasures } from './measures.js';
import type { TimedWork } from './own-speeds.js';

/** What is known of the work whose sittings were timed. */
export type TimedRecord = {
  fit: SurfacePlanned;
  transfer: TransferDecisions;
  sheets: SheetsToJoin;
  /** All that is traced of its map; null without one. */
  map: { lifts: number; metres: number } | null;
  /** Whether the drawing is on the surface. */
  isTransferred: boolean;
};

/** What a whole work asks of the hand by a method. */
export function measuresOf(
  { fit, transfer, sheets }: Pick<TimedRecord, 'fit' | 'transfer' | 'sheets'>,
  map: { lifts: number; metres: number },
): WorkMeasures {
  const { ready, join, tidy } = readyOf(fit, transfer, sheets);
  return {
    method: transfer.method,
    tooth: surfaceOf(fit).tooth,
    metres: map.metres,
    lifts: map.lifts,
    readyMinutes: ready + join + tidy,
  };
}

const readyOf = (fit: SurfacePlanned, { method }: Pick<TransferDecisions, 'method'>, sheets: SheetsToJoin) =>
  standardReady(method, (fit.widthMm * fit.heightMm) / 10_000, sheets.count);

/**
 * The timed sittings of a work, each with what was done in it: the lines that were ticked off during it, and making ready
 * and tidying by the steps that were. A work whose lines were not counted is told as a whole once it is transferred.
 */
export function timedWorksOf(record: TimedRecord): TimedWork[] {
  const { transfer, map, isTransferred } = record;
  const { sittings, run } = transfer;
  if (sittings.length === 0) return [];
  const counted = sittings.every(({ traced }) => traced !== null && traced <= run.traced.length);
  if (counted && run.traced.length > 0) return bySittings(record);
  if (!isTransferred || !map) return [];
  const whole = measuresOf(record, map);
  const at = Math.max(...sittings.map(({ startedAt }) => Date.parse(startedAt)));
  return [{ ...whole, at, minutes: sittings.reduce((sum, { minutes }) => sum + minutes, 0) }];
}

function bySittings({ fit, transfer, sheets, isTransferred }: TimedRecord): TimedWork[] {
  const { sittings, run, method } = transfer;
  const { ready, join, tidy } = readyOf(fit, transfer, sheets);
  const before = sharesDone(stepsDone(fit, transfer, sheets, 'Prepare'), sittings, 0);
  const after = sharesDone(
    stepsDone(fit, transfer, sheets, 'Finish'),
    sittings,
    isTransferred ? sittings.length - 1 : null,
  );
  let from = 0;
  return sittings.flatMap(({ startedAt, minutes, traced }, k) => {
    const lines = run.traced.slice(from, traced ?? from);
    from = Math.max(from, traced ?? from);
    const readyMinutes = (ready + join) * before[k] + tidy * after[k];
    const measures = { method, tooth: surfaceOf(fit).tooth, ...tracedIn(lines), readyMinutes };
    // A sitting in which nothing was ticked off says nothing of how fast the hand is.
    return lines.length === 0 && readyMinutes === 0
      ? []
      : [{ ...measures, minutes, at: Date.parse(startedAt) }];
  });
}

/** When the steps of a phase were ticked off. */
function stepsDone(
  fit: SurfacePlanned,
  transfer: TransferDecisions,
  sheets: SheetsToJoin,
  of: Phase,
): (string | undefined)[] {
  return transferSteps(fit, transfer, sheets)
    .filter(({ phase }) => phase === of)
    .map(({ id }) => transfer.done[id]);
}

/** The share of steps ticked off from each sitting's start to the next; all in one sitting where none was. */
function sharesDone(
  doneAt: readonly (string | undefined)[],
  sittings: readonly Sitting[],
  otherwise: number | null,
): number[] {
  const ticked = doneAt.filter((at) => at !== undefined);
  if (ticked.length === 0) return sittings.map((_, k) => (k === otherwise ? 1 : 0));
  return sittings.map(({ startedAt }, k) => {
    const next = sittings[k + 1]?.startedAt;
    // What was ticked off before the watch ran belongs to the first.
    const here = ticked.filter((at) => (k === 0 || at >= startedAt) && (next === undefined || at < next));
    return here.length / doneAt.length;
  });
}

/** Line and lifts of lines that were traced one after the other. */
function tracedIn(lines: readonly TracedLine[]): { metres: number; lifts: number } {
  return {
    metres: lines.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000,
    lifts: lines.filter(({ goesOn }) => !goesOn).length,
  };
}
