import { existsSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { writeWhole } from '../store/whole-files.js';
import { badArgument } from './options.js';

/** Says before any work is done when a file could not be written where it was asked for. */
export function checkTarget(path: string): void {
  const folder = dirname(resolve(path));
  if (!existsSync(folder))
    throw badArgument(`There is no folder ${folder}: make it first, or write elsewhere.`);
}

/** Writes a result whole or not at all. */
export async function writeResult(path: string, data: Uint8Array | string): Promise<void> {
  try {
    await writeWhole(resolve(path), data);
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : 'unknown';
    throw badArgument(`${path} could not be written (${code}): choose another place.`);
  }
}
