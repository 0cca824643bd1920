import { wrap } from 'comlink';
import type { CorrectedSheet } from '@nobrel/core/check';
import type { CheckOrder, CheckWorker } from './check-worker.js';

/**
 * Reads a corrected sheet in a worker of its own, which ends with it.
 *
 * @param stop ends the reading; null is answered then
 * @throws Error with a sentence when the sheet cannot be read
 */
export async function readCorrections(order: CheckOrder, stop: AbortSignal): Promise<CorrectedSheet | null> {
  const worker = new Worker(new URL('./check-worker.ts', import.meta.url), { type: 'module' });
  const stopped = new Promise<null>((resolve) => stop.addEventListener('abort', () => resolve(null)));
  try {
    const answer = await Promise.race([wrap<CheckWorker>(worker).readCorrections(order), stopped]);
    if (answer && 'fault' in answer) throw new Error(answer.fault);
    return answer;
  } finally {
    worker.terminate();
  }
}
