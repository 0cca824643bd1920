/**
 * How quickly a file of a thousand works is listed, searched and learned from, against reading and writing the same list
 * as JSON.
 *
 *     node bench/dist/file/judge-file.js [--works 1000]
 */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { everyWork, findWorks } from '@nobrel/core/file';
import { seed, seedHistory } from '@nobrel/demo';
import { openFile } from '@nobrel/server';

const { values } = parseArgs({ options: { works: { type: 'string', default: '1000' } } });
const wanted = Number(values.works);
const folder = await mkdtemp(join(tmpdir(), 'nobrel-file-'));
const file = await openFile(folder);

async function timeMs<T>(what: () => Promise<T> | T): Promise<number> {
  const begun = performance.now();
  await what();
  return performance.now() - begun;
}
/** The median of several runs, ms. */
async function medianMs(what: () => unknown): Promise<number> {
  const each: number[] = [];
  for (let k = 0; k < 15; k++) each.push(await timeMs(what));
  return each.sort((a, b) => a - b)[7] ?? NaN;
}

try {
  const seedMs = await timeMs(async () => {
    await seed(file);
    await seedHistory(file);
  });
  const { works } = await file.flatFile.list();
  const finished = works.filter((work) => !('damaged' in work) && work.drawer === 'finished');
  for (let k = works.length; k < wanted; k++) {
    const from = finished[k % finished.length];
    if (!from) break;
    const title = `${from.title}, ${k}`;
    const made = await file.works.duplicate(from.id, { as: 'method', title, method: 'light-box' });
    const { transfer, file: kept } = (await file.works.get(from.id)).decisions;
    const decisions = { ...made.decisions, transfer, file: { ...kept, notes: `Number ${k}` } };
    await file.works.save(made.id, { revision: made.revision, decisions });
  }
  const firstMs = await timeMs(() => file.flatFile.list());
  const listed = await file.flatFile.list();
  const text = JSON.stringify(listed);
  const yardstickMs = await medianMs(() => JSON.stringify(JSON.parse(text)));
  const row = (what: string, ms: number) =>
    console.log(
      `${what.padEnd(44)} ${ms.toFixed(1).padStart(8)} ms ${(ms / yardstickMs).toFixed(1).padStart(7)}`,
    );
  console.log(`${listed.works.length} works, ${(text.length / 1e6).toFixed(2)} MB as they are told\n`);
  console.log(`${''.padEnd(44)} ${'median'.padStart(11)} ${'× yardstick'.padStart(7)}`);
  row('yardstick: the list read and written as JSON', yardstickMs);
  row('listed for the first time (once)', firstMs);
  row('listed', await medianMs(() => file.flatFile.list()));
  row(
    'found by two words',
    await medianMs(() => findWorks(listed.works, { ...everyWork, words: 'ripples number' })),
  );
  row('put in order by size', await medianMs(() => findWorks(listed.works, { ...everyWork, order: 'size' })));
  row('own speeds learned', await medianMs(() => file.flatFile.ownSpeeds()));
  row('lessons for a work', await medianMs(() => file.flatFile.lessons(works[0]?.id ?? '')));
  row('what was used and is needed', await medianMs(() => file.flatFile.supplyUses()));
  console.log(`\ndemo of two years seeded in ${(seedMs / 1000).toFixed(1)} s`);
} finally {
  await file.close();
  await rm(folder, { recursive: true, force: true });
}
