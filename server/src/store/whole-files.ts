import { randomUUID } from 'node:crypto';
import { open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

/** Flushes a file or folder to the disk. */
export async function flush(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/**
 * Writes a file whole or not at all: to a neighbouring name, flushed to the disk, then renamed into place.
 *
 * @param mode who may read it, as the system counts it; less what this user's mask takes away
 * @throws when the folder does not exist or cannot be written
 */
export async function writeWhole(path: string, data: Uint8Array | string, mode = 0o666): Promise<void> {
  const draft = `${path}.${randomUUID()}.part`;
  try {
    const handle = await open(draft, 'wx', mode);
    try {
      await handle.writeFile(data);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(draft, path);
    await flush(dirname(path));
  } catch (error) {
    await rm(draft, { force: true });
    throw error;
  }
}
