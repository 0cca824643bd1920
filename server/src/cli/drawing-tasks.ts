import { isMainThread } from 'node:worker_threads';
import { DocumentError, readDrawing, type Brought } from '@nobrel/core/documents';
import { Fault } from '../faults.js';
import { offer } from '../isolated/offer.js';

const tasks = {
  /** Reads a map, or a drawing made elsewhere, from its text. */
  read(text: string): Brought {
    try {
      return readDrawing(text);
    } catch (error) {
      if (error instanceof DocumentError) throw new Fault(422, 'unreadable-drawing', error.message);
      throw error;
    }
  },
};
export type DrawingTasks = typeof tasks;

// A parser used for DXF tells the console of every code it does not know; nobody here wants to hear it.
if (!isMainThread) console.log = () => undefined;
offer(tasks);
