import type { MapDocument } from '@nobrel/core/documents';
import { apiErrorSchema, mapRequestOf, type Work } from '@nobrel/core/file';
import { MapMaker } from '@nobrel/core/map';
import { testPicture } from './pictures.js';

/** What a refused request says. */
export async function errorOf(response: Response) {
  return { status: response.status, ...apiErrorSchema.parse(await response.json()).error };
}

/** Maps of the test picture that were made before, by what they were made with: making one takes seconds. */
const made = new Map<string, MapDocument>();

/** The map of a work of the test picture. */
export function mapFor(work: Work): MapDocument {
  const request = mapRequestOf(work);
  if (!request) throw new Error('The work cannot be laid out.');
  const key = JSON.stringify(request);
  const kept = made.get(key);
  if (kept) return structuredClone(kept);
  const { data, width, height } = testPicture();
  const document = new MapMaker().make({
    ...request,
    pictureKey: 'disc',
    picture: { width, height, channels: 3, data },
  });
  made.set(key, document);
  return structuredClone(document);
}
