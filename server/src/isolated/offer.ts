import workerpool from 'workerpool';
import { Fault } from '../faults.js';
import type { Outcome, Tasks } from './tasks.js';

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
