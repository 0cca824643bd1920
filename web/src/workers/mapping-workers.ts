import { wrap, type Remote } from 'comlink';
import type { LookWorker } from './look-worker.js';
import type { MapWorker } from './map-worker.js';

let shared: Remote<MapWorker> | null = null;
/** The worker that makes maps and follows edges. */
export function mapWorker(): Remote<MapWorker> {
  shared ??= wrap<MapWorker>(new Worker(new URL('./map-worker.ts', import.meta.url), { type: 'module' }));
  return shared;
}

let sharedLooks: Remote<LookWorker> | null = null;
/** The worker that makes quick looks, beside the one that makes maps. */
export function lookWorker(): Remote<LookWorker> {
  sharedLooks ??= wrap<LookWorker>(
    new Worker(new URL('./look-worker.ts', import.meta.url), { type: 'module' }),
  );
  return sharedLooks;
}

/** With fewer processors than this two workers and the page would only slow each other down. */
const minProcessors = 4;

/** What the full map waits for: its quick look, where they cannot be made side by side. */
export const beforeMap = (look: Promise<unknown>): Promise<unknown> =>
  navigator.hardwareConcurrency < minProcessors ? look : Promise.resolve();
