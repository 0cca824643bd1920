import { wrap, type Remote } from 'comlink';
import type { ProjectionWorker } from './projection-worker.js';

let begun: Remote<ProjectionWorker> | null = null;

/** The worker that reads photographs of a projection; it is begun when it is first asked. */
export function projectionWorker(): Remote<ProjectionWorker> {
  begun ??= wrap<ProjectionWorker>(
    new Worker(new URL('./projection-worker.ts', import.meta.url), { type: 'module' }),
  );
  return begun;
}
