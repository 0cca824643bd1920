/**
 * Makes the maps of the demo's works anew and keeps them beside the references, so that the demo is there at once. To be
 * run when maps come out differently than they did; a test tells when that is so.
 */
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { openFile } from '@nobrel/server';
import { makeMap, mapPath, seed } from './seed.js';

const folder = await mkdtemp(join(tmpdir(), 'nobrel-maps-'));
const file = await openFile(folder);
await mkdir(dirname(mapPath('')), { recursive: true });
await seed(file, {
  rounds: null,
  mapOf: async (example, request, pictureHash) => {
    const map = await makeMap(example, request, pictureHash);
    await writeFile(mapPath(example.title), `${JSON.stringify(map)}\n`);
    return map;
  },
});
await file.close();
await rm(folder, { recursive: true, force: true });
