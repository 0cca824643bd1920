import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import workerpool from 'workerpool';
import { Fault } from '../faults.js';
import type { Outcome, Tasks } from './tasks.js';

export type IsolatedOptions = {
  /** Worker file, built. */
  file: URL;
  /** A process can be ended whatever it is in the middle of, and takes its memory with it; a thread starts faster. */
  as: 'process' | 'thread';
  /** Tasks at a time; one for each core, at most. */
  atOnce: number;
  /** After this a task is ended, milliseconds. */
  maxMs: number;
  /** What is said when it was ended for taking too long, or for too much memory. */
  tooMuch: () => Fault;
};

type Call = {
  /** Hears what the task tells on its way. */
  onTold?: (told: unknown) => void;
  /** Ends the task when nobody waits for it any more. */
  signal?: AbortSignal;
};

/** Tasks that wait; more than this are refused rather than piled up. */
const maxWaiting = 100;

/** Work on what came from outside, or takes long, kept apart from everything else: it can be ended at any time. */
export class Isolated<T extends Tasks> {
  private pool: workerpool.Pool | null = null;

  constructor(private readonly options: IsolatedOptions) {}

  /**
   * Runs a task.
   *
   * @throws Fault as the task threw it; the one on too much time or memory; 503 when too many wait
   */
  async run<K extends keyof T & string>(
    task: K,
    args: Parameters<T[K]>,
    { onTold, signal }: Call = {},
  ): Promise<Awaited<ReturnType<T[K]>>> {
    signal?.throwIfAborted();
    const { maxMs, tooMuch } = this.options;
    const pool = this.opened();
    if (pool.stats().pendingTasks >= maxWaiting)
      throw new Fault(503, 'busy', 'Too much is being read at once. Wait a moment and try again.');
    const running = pool.exec(task, args, onTold ? { on: onTold } : {});
    const end = () => void running.cancel();
    signal?.addEventListener('abort', end, { once: true });
    try {
      const outcome = (await running.timeout(maxMs)) as Outcome<Awaited<ReturnType<T[K]>>>;
      // What comes to nothing loses its value on the way.
      if (!('fault' in outcome)) return outcome.value;
      const { status, code, message, field } = outcome.fault;
      throw new Fault(status, code, message, field);
    } catch (error) {
      if (signal?.aborted) throw signal.reason;
      if (error instanceof workerpool.Promise.TimeoutError || wasEnded(error)) throw tooMuch();
      throw error;
    } finally {
      signal?.removeEventListener('abort', end);
    }
  }

  async close(): Promise<void> {
    await this.pool?.terminate(true);
    this.pool = null;
  }

  private opened(): workerpool.Pool {
    const { file, as, atOnce } = this.options;
    this.pool ??= workerpool.pool(fileURLToPath(file), {
      workerType: as,
      maxWorkers: Math.max(1, Math.min(atOnce, availableParallelism())),
      workerTerminateTimeout: 100,
    });
    return this.pool;
  }
}

/** A worker that ended itself, or was ended by the system. */
const wasEnded = (error: unknown) =>
  error instanceof Error && /terminated unexpectedly|worker (?:is )?terminated/i.test(error.message);
