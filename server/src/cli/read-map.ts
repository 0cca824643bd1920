import { readFile } from 'node:fs/promises';
import { DocumentError, readDrawing, type MapDocument } from '@nobrel/core/documents';
import { badArgument } from './options.js';

/** Reads a map from a file; says what of it was passed over. */
export async function readMapFile(path: string): Promise<{ map: MapDocument; says: string[] }> {
  let text: string;
  try {
    text = await readFile(path, 'utf8');
  } catch {
    throw badArgument(`There is no readable file ${path}.`);
  }
  try {
    return readDrawing(text);
  } catch (error) {
    if (error instanceof DocumentError) throw badArgument(`${path}: ${error.message}`);
    throw error;
  }
}
