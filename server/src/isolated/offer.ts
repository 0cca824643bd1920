import workerpool from 'workerpool';
import { Fault } from '../faults.js';
import type { Tasks } from './isolated.js';

/** What a task came to. Errors lose their class and their words on the way, so that faults are sent as they are. */
export type Outcome<T> =
  { value: T } | { fault: { status: number; code: string; message: string; field?: string } };

/** Offers tasks to whoever runs this file as a worker; does nothing where it is only imported. */
export function offer(tasks: Tasks): void {
  if (workerpool.isMainThread) return;
  const offered: Record<string, (...args: never[]) => Promise<Outcome<unknown>>> = {};
  for (const [name, act] of Object.entries(tasks))
    offered[name] = async (...args) => {
      try {
        return { value: await act(...args) };
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
        const { status, code, message, field } = error;
        return { fault: { status, code, message, ...(field === undefined ? {} : { field }) } };
      }
    };
  workerpool.worker(offered);
}
