import { readdir, readFile } from 'node:fs/promises';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';

/** The maps (`*.map.json`) of a folder, in order of their names. */
export async function mapsIn(folder: string): Promise<MapDocument[]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.map.json')).sort();
  return Promise.all(
    names.map(async (name) =>
      mapDocumentSchema.parse(JSON.parse(await readFile(`${folder}/${name}`, 'utf8'))),
    ),
  );
}
