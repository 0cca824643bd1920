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
  | { kind: 'line'; id: string; section: number }
  | { kind: 'look'; last: boolean }
  | { kind: 'break'; section: number }
  | { kind: 'done' };

/** The first look comes after the second line. */
const firstLookAfter = 2;

/**
 * What comes next: the check marks first, a look after the second line and then at intervals, a break after each
 * stretch, a last look before the tape comes off.
 *
 * @param done ids of the lines of the plan that are traced
 * @param from the stretch one wants to work on; earlier lines that were passed over come when it is done
 * @param lookEvery lines between looks
 */
export function nextOf(
  plan: Pick<TracingPlan, 'lines' | 'sections'>,
  run: Run,
  done: ReadonlySet<string>,
  { from = 0, lookEvery }: { from?: number; lookEvery: number },
): Next {
  if (run.marksAt === null && run.traced.length === 0) return { kind: 'marks' };
  const all = plan.lines.length;
  const traced = run.traced.length;
  const sinceLook = traced - (run.looks.at(-1) ?? 0);
  const isWhole = done.size >= all;
  if (sinceLook > 0 && isWhole) return { kind: 'look', last: true };
  if (isWhole) return { kind: 'done' };
  if (run.looks.length === 0 ? traced >= firstLookAfter : sinceLook >= lookEvery)
    return { kind: 'look', last: false };
  const over = plan.sections.findIndex((section) => !isSectionDone(plan, section, done));
  if (over > run.rested) return { kind: 'break', section: over - 1 };
  const order = [...plan.sections.keys()];
  for (const section of [...order.slice(from), ...order.slice(0, from)]) {
    const { from: first, to } = plan.sections[section];
    const line = plan.lines.slice(first, to + 1).find(({ id }) => !done.has(id));
    if (line) return { kind: 'line', id: line.id, section };
  }
  return { kind: 'done' };
}

function isSectionDone(
  { lines }: Pick<TracingPlan, 'lines'>,
  { from, to }: { from: number; to: number },
  done: ReadonlySet<string>,
): boolean {
  for (let k = from; k <= to; k++) if (!done.has(lines[k].id)) return false;
  return true;
}
