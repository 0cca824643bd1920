import { CommanderError } from 'commander';
import { counted } from '@nobrel/core/units';
import type { ProgressOptions } from '../file/backup.js';

/** What a shell expects of a program that was stopped with Ctrl-C. */
const stoppedStatus = 130;
export const stoppedCode = 'nobrel.stopped';

/**
 * Does something long on the command line: says on the terminal how far it is, and cleans up after itself when it is
 * stopped with Ctrl-C.
 *
 * @param counts what is counted, such as “picture”
 */
export async function untilStopped<T>(
  counts: string,
  act: (options: Required<ProgressOptions>) => Promise<T>,
): Promise<T> {
  const stop = new AbortController();
  const onInterrupt = () => stop.abort();
  const line = process.stderr.isTTY ? process.stderr : null;
  process.once('SIGINT', onInterrupt);
  try {
    return await act({
      signal: stop.signal,
      onProgress: (done, of) => line?.write(`\r${done} of ${counted(of, counts)} `),
    });
  } catch (error) {
    if (!stop.signal.aborted) throw error;
    console.error('Stopped. Nothing was left behind.');
    throw new CommanderError(stoppedStatus, stoppedCode, 'Stopped.');
  } finally {
    line?.write('\r\u001b[K');
    process.off('SIGINT', onInterrupt);
  }
}
