import { wrap, type Remote } from 'comlink';
import type { CorrectedSheet } from '@nobrel/core/check';
import type { Checked, CheckOrder, CheckWorker, PhotographOrder, SimulationOrder } from './check-worker.js';

/**
 * Has something done in a worker of its own, which ends with it.
 *
 * @param stop ends the work; null is answered then
 * @throws Error with a sentence when it cannot be done
 */
async function inWorker<T extends object>(
  stop: AbortSignal,
  ask: (worker: Remote<CheckWorker>) => Promise<T | { fault: string }>,
): Promise<T | null> {
  const worker = new Worker(new URL('./check-worker.ts', import.meta.url), { type: 'module' });
  const stopped = new Promise<null>((resolve) => stop.addEventListener('abort', () => resolve(null)));
  try {
    const answer = await Promise.race([ask(wrap<CheckWorker>(worker)), stopped]);
    if (answer && 'fault' in answer) throw new Error(answer.fault);
    return answer;
  } finally {
    worker.terminate();
  }
}

/** Reads a corrected sheet. */
export const readCorrections = (order: CheckOrder, stop: AbortSignal): Promise<CorrectedSheet | null> =>
  inWorker(stop, (worker) => worker.readCorrections(order));

/** Holds a photograph of the drawing against the map. */
export const checkPhotograph = (order: PhotographOrder, stop: AbortSignal): Promise<Checked | null> =>
  inWorker(stop, (worker) => worker.checkPhotograph(order));

/** Makes up a photograph of a map that was drawn by hand. */
export const simulatePhotograph = (order: SimulationOrder, stop: AbortSignal): Promise<Blob | null> =>
  inWorker(stop, (worker) => worker.simulatePhotograph(order));
