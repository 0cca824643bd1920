import workerpool from 'workerpool';
import { Fault } from '../faults.js';
import { offer } from '../isolated/offer.js';

/** Tasks that do what tasks should not. */
const tasks = {
  echo: (text: string) => text,
  nothing: () => undefined,
  refuse: () => {
    throw new Fault(422, 'refused', 'It is refused.', 'picture');
  },
  fail: () => {
    throw new TypeError('It fails.');
  },
  /** Never comes back, and lets nothing else in. */
  forever: () => {
    for (;;);
  },
  end: () => process.exit(3),
  tell: async (times: number) => {
    for (let i = 1; i <= times; i++) {
      workerpool.workerEmit({ done: i });
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    return times;
  },
};
export type OddTasks = typeof tasks;

offer(tasks);
