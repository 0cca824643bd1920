import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import type { Brought } from '@nobrel/core/documents';
import { Fault } from '../faults.js';
import { Isolated } from '../isolated/isolated.js';
import type { DrawingTasks } from './drawing-tasks.js';
import { badArgument } from './options.js';

/** A drawing a hand could trace is read in a fiftieth of this; the rest is for a thread that starts on a busy machine, milliseconds. */
const maxMs = 20_000;

/** What a map is called by its file. */
export const titleOf = (path: string): string => basename(path).replace(/(\.map)?\.(json|svg|dxf)$/i, '');

/** Reads a map from a file, in a thread that can be ended; says what of it was passed over. */
export async function readMapFile(path: string): Promise<Brought> {
  let text: string;
  try {
    text = await readFile(path, 'utf8');
  } catch {
    throw badArgument(`There is no readable file ${path}.`);
  }
  const apart = new Isolated<DrawingTasks>({
    file: new URL('./drawing-tasks.js', import.meta.url),
    as: 'thread',
    atOnce: 1,
    maxMs,
    tooMuch: () =>
      new Fault(422, 'too-much-work', 'it takes too long to read: simplify it where it was made.'),
  });
  try {
    return await apart.run('read', [text]);
  } catch (error) {
    if (error instanceof Fault) throw badArgument(`${path}: ${error.message}`);
    throw error;
  } finally {
    await apart.close();
  }
}
