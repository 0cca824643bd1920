import type { TracingPlan } from '../order/index.js';
import type { TransferMethod } from '../methods/index.js';
import type { Run } from './run.js';

/** Methods whose drawing lies over the surface, so that one has to lift it to see what came across. */
const liftedMethods: ReadonlySet<TransferMethod> = new Set([
  'transfer-sheet',
  'rubbed-backing',
  'mirrored-tracing',
  'film-over-original',
]);

/** Whether one lifts a sheet to look, or takes the light away. */
export const isLifted = (method: TransferMethod) => liftedMethods.has(method);

/** What comes next in a tracing. */
export type Next =
  | { kind: 'marks' }
  /** Lines traced in one go, by their ids in order. */
  | { kind: 'stroke'; ids: string[]; section: number }
  | { kind: 'look'; last: boolean }
  | { kind: 'break'; section: number }
  | { kind: 'done' };

/** The first look comes after the second stroke. */
const firstLookAfter = 2;
/** A stroke is traced in one go as far as the hand goes without being set down anew, mm. */
const maxStrokeMm = 150;

/**
 * What comes next: the check marks first, a look after the second stroke and then at intervals, a break after each
 * stretch, a last look before the tape comes off.
 *
 * @param done ids of the lines of the plan that are traced
 * @param from the stretch one wants to work on; earlier lines that were passed over come when it is done
 * @param lookEvery strokes between looks
 */
export function nextOf(
  plan: Pick<TracingPlan, 'lines' | 'sections' | 'goesOn' | 'lengthsMm'>,
  run: Run,
  done: ReadonlySet<string>,
  { from = 0, lookEvery }: { from?: number; lookEvery: number },
): Next {
  if (run.marksAt === null && run.traced.length === 0) return { kind: 'marks' };
  const all = plan.lines.length;
  const sinceLook = strokesIn(run.traced.slice(run.looks.at(-1) ?? 0));
  const isWhole = done.size >= all;
  if (sinceLook > 0 && isWhole) return { kind: 'look', last: true };
  if (isWhole) return { kind: 'done' };
  if (sinceLook >= (run.looks.length === 0 ? Math.min(firstLookAfter, lookEvery) : lookEvery))
    return { kind: 'look', last: false };
  const over = plan.sections.findIndex((section) => !isSectionDone(plan, section, done));
  if (over > run.rested) return { kind: 'break', section: over - 1 };
  const order = [...plan.sections.keys()];
  for (const section of [...order.slice(from), ...order.slice(0, from)]) {
    const { from: first, to } = plan.sections[section];
    for (let k = first; k <= to; k++)
      if (!done.has(plan.lines[k].id)) return { kind: 'stroke', ids: strokeFrom(plan, k, to, done), section };
  }
  return { kind: 'done' };
}

/** The lines that are traced in one go from one on. */
function strokeFrom(
  { lines, goesOn, lengthsMm }: Pick<TracingPlan, 'lines' | 'goesOn' | 'lengthsMm'>,
  from: number,
  to: number,
  done: ReadonlySet<string>,
): string[] {
  const ids = [lines[from].id];
  let length = lengthsMm[from];
  for (let k = from + 1; k <= to && goesOn[k] && !done.has(lines[k].id); k++) {
    length += lengthsMm[k];
    if (length > maxStrokeMm) break;
    ids.push(lines[k].id);
  }
  return ids;
}

/** How many strokes some traced lines are. */
export const strokesIn = (traced: Run['traced']): number => traced.filter(({ goesOn }) => !goesOn).length;

function isSectionDone(
  { lines }: Pick<TracingPlan, 'lines'>,
  { from, to }: { from: number; to: number },
  done: ReadonlySet<string>,
): boolean {
  for (let k = from; k <= to; k++) if (!done.has(lines[k].id)) return false;
  return true;
}

/** The place a transfer sheet that is moved lies at for what comes next, or is to be laid at; null where that is open. */
export function placeNow({ sections }: Pick<TracingPlan, 'sections'>, next: Next): number | null {
  if (next.kind === 'stroke') return sections[next.section]?.place ?? null;
  if (next.kind === 'break') return sections[next.section + 1]?.place ?? null;
  return null;
}
