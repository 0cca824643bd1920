import { availableParallelism } from 'node:os';
import workerpool from 'workerpool';
import { z } from 'zod';
import { Fault } from '../faults.js';

/** What a worker file offers: functions whose arguments and results can be sent. */
export type Tasks = Record<string, (...args: never[]) => unknown>;

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

/** Faults lose their class on the way between processes. */
const faultSchema = z.object({
  name: z.literal('Fault'),
  status: z.int(),
  code: z.string(),
  message: z.string(),
  field: z.string().optional(),
});

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
    const { maxMs, tooMuch } = this.options;
    const pool = this.opened();
    if (pool.stats().pendingTasks >= maxWaiting)
      throw new Fault(503, 'busy', 'Too much is being read at once. Wait a moment and try again.');
    const running = pool.exec(task, args, onTold ? { on: onTold } : {});
    const end = () => void running.cancel();
    signal?.addEventListener('abort', end, { once: true });
    try {
      // eslint-disable-next-line @typescript-eslint/no-unsafe-type-assertion -- what the task of this name gives
      return (await running.timeout(maxMs)) as Awaited<ReturnType<T[K]>>;
    } catch (error) {
      if (signal?.aborted) throw signal.reason;
      const fault = faultSchema.safeParse(error && { ...error, ...pick(error) });
      if (fault.success) {
        const { status, code, message, field } = fault.data;
        throw new Fault(status, code, message, field);
      }
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
    this.pool ??= workerpool.pool(file.pathname, {
      workerType: as,
      maxWorkers: Math.max(1, Math.min(atOnce, availableParallelism())),
      workerTerminateTimeout: 100,
    });
    return this.pool;
  }
}

const errorSchema = z.object({ name: z.string(), message: z.string() });
const pick = (error: unknown) => errorSchema.safeParse(error).data ?? {};

/** A worker that ended itself, or was ended by the system. */
const wasEnded = (error: unknown) =>
  error instanceof Error && /terminated unexpectedly|worker (?:is )?terminated/i.test(error.message);
