import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';

const lockSchema = z.object({
  id: z.string(),
  process: z.int(),
  host: z.string(),
  /** Where it is served, once it is. */
  address: z.string().nullable(),
  since: z.iso.datetime(),
});
type Held = z.infer<typeof lockSchema>;

/** The data folder held for this process alone. */
export type FolderLock = {
  /** Says where the one that holds it is found. */
  servedAt: (address: string) => void;
  release: () => void;
};

function read(path: string): Held | null {
  try {
    return lockSchema.parse(JSON.parse(readFileSync(path, 'utf8')));
  } catch {
    return null;
  }
}

/** Whether a process of this computer still runs. */
function runs(process_: number): boolean {
  try {
    process.kill(process_, 0);
    return true;
  } catch (error) {
    // It runs, but belongs to someone else.
    return error instanceof Error && 'code' in error && error.code === 'EPERM';
  }
}

/** Whether a process began after a time: it then has the number of one that is gone. Told where the system tells it. */
function beganAfter(process_: number, since: string): boolean {
  try {
    // Clocks and file times are coarse: what began in the same moments is taken for the same.
    return statSync(`/proc/${process_}`).ctimeMs > Date.parse(since) + 5000;
  } catch {
    return false;
  }
}

/** One that was left by a process that is gone, such as after a power cut. */
const isStale = (held: Held | null) =>
  held === null ||
  (held.host === hostname() &&
    (held.process === process.pid || !runs(held.process) || beganAfter(held.process, held.since)));

function sentenceOn(folder: string, { host, address, since }: Held, path: string): string {
  const where = address === null ? 'by a command that is under way' : `at ${address}`;
  return host === hostname()
    ? `The works in ${folder} are already open ${where}. Use that one, or stop it first.`
    : `The works in ${folder} are open on the computer “${host}” ${where}, since ${since}. Stop it there first; if it was cut off, delete ${path}.`;
}

/** Thrown where another process has the folder. */
export class FolderInUse extends Error {}

/** Folders this process holds: it must not take one twice either. */
const held = new Set<string>();

/**
 * Takes a data folder for this process alone: two on one folder would sweep away each other’s pictures on their way in.
 *
 * @throws FolderInUse with a sentence that says who has it and where, when another process does
 */
export function lockFolder(folder: string): FolderLock {
  const path = join(folder, 'nobrel.lock');
  const own: Held = {
    id: randomUUID(),
    process: process.pid,
    host: hostname(),
    address: null,
    since: new Date().toISOString(),
  };
  const there = read(path);
  if (held.has(path) || !isStale(there)) throw new FolderInUse(sentenceOn(folder, there ?? own, path));
  rmSync(path, { force: true });
  try {
    writeFileSync(path, JSON.stringify(own), { flag: 'wx' });
  } catch (error) {
    // Another one took it in the moment between.
    const now = read(path);
    if (now && !isStale(now)) throw new FolderInUse(sentenceOn(folder, now, path), { cause: error });
    throw error;
  }
  held.add(path);
  return {
    servedAt: (address) => writeFileSync(path, JSON.stringify({ ...own, address })),
    release: () => {
      held.delete(path);
      // One that was taken over after this one was thought gone is not this one’s to remove.
      if (read(path)?.id === own.id) rmSync(path, { force: true });
    },
  };
}
