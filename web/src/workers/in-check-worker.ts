import { wrap, type Remote } from 'comlink';
import type { CorrectedSheet } from '@nobrel/core/check';
import type {
  CheckOrder,
  CheckWorker,
  Found,
  PhotographOrder,
  ScanOrder,
  SimulationOrder,
} from './check-worker.js';

/** A drawing held against its map; the photograph of it, seen square-on, follows. */
export type Checked = Found & { flat: Promise<Blob> };

/** A worker that does one thing at a time. */
type Checker = { remote: Remote<CheckWorker>; end: () => void };

/** A worker at rest ends after this long, ms: rounds follow each other, and one that has checked is quicker at the next. */
const restMs = 60_000;

let atRest: { checker: Checker; timer: number } | null = null;

function openChecker(): Checker {
  const worker = new Worker(new URL('./check-worker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<CheckWorker>(worker), end: () => worker.terminate() };
}

/** A worker of which nothing else is asked until it is laid to rest. */
function takeChecker(): Checker {
  if (!atRest) return openChecker();
  const { checker, timer } = atRest;
  window.clearTimeout(timer);
  atRest = null;
  return checker;
}

/** One is enough: where another is at rest already, this one worked later, and is the quicker. */
function layToRest(checker: Checker): void {
  if (atRest) takeChecker().end();
  const timer = window.setTimeout(() => {
    atRest = null;
    checker.end();
  }, restMs);
  atRest = { checker, timer };
}

/** What a worker answers; null where it is stopped first. A worker that is stopped or fails ends. */
async function heard<T extends object>(
  { end }: Checker,
  stop: AbortSignal,
  answer: Promise<T>,
): Promise<T | null> {
  const stopped = new Promise<null>((resolve) => {
    stop.addEventListener('abort', () => resolve(null), { once: true });
  });
  try {
    const first = await Promise.race([answer, stopped]);
    if (first === null) end();
    return first;
  } catch (error) {
    end();
    throw error;
  }
}

/** Throws what could not be done as an error; the worker that said so is as good as before. */
function orThrow<T extends object>(checker: Checker, answer: T | { fault: string } | null): T | null {
  if (!answer || !('fault' in answer)) return answer;
  layToRest(checker);
  throw new Error(answer.fault);
}

/** Has one thing done. */
async function inWorker<T extends object>(
  stop: AbortSignal,
  ask: (worker: Remote<CheckWorker>) => Promise<T | { fault: string }>,
): Promise<T | null> {
  const checker = takeChecker();
  const answer = orThrow(checker, await heard(checker, stop, ask(checker.remote)));
  if (answer) layToRest(checker);
  return answer;
}

/**
 * Reads a corrected sheet.
 *
 * @param stop ends the work; null is answered then
 * @throws Error with a sentence when it cannot be read
 */
export const readCorrections = (order: CheckOrder, stop: AbortSignal): Promise<CorrectedSheet | null> =>
  inWorker(stop, (worker) => worker.readCorrections(order));

/**
 * Makes up a photograph of a map that was drawn by hand.
 *
 * @param stop ends the work; null is answered then
 */
export const simulatePhotograph = (order: SimulationOrder, stop: AbortSignal): Promise<Blob | null> =>
  inWorker(stop, (worker) => worker.simulatePhotograph(order));

/**
 * Makes up a scan of a printed outline that was corrected with a pen.
 *
 * @param stop ends the work; null is answered then
 * @throws Error with a sentence when there is nothing to print
 */
export const simulateScan = (order: ScanOrder, stop: AbortSignal): Promise<Blob | null> =>
  inWorker(stop, (worker) => worker.simulateScan(order));

/**
 * Holds a photograph of the drawing against the map: what was found is answered before its flat picture is made.
 *
 * @param stop ends the work; null is answered then
 * @throws Error with a sentence when the drawing is not found
 */
export async function checkPhotograph(order: PhotographOrder, stop: AbortSignal): Promise<Checked | null> {
  const checker = takeChecker();
  const asked: Promise<Found | { fault: string }> = checker.remote.checkPhotograph(order);
  const found = orThrow(checker, await heard(checker, stop, asked));
  if (!found) return null;
  const flat = checker.remote.flatPicture();
  void flat.then(
    () => layToRest(checker),
    () => checker.end(),
  );
  return { ...found, flat };
}

/** Has a worker ready before the first photograph comes. */
export function prepareChecker(): void {
  if (!atRest) layToRest(openChecker());
}
