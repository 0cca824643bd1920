/** Pictures and drawings with bytes changed, cut off, doubled or filled in: none may hang, end or confuse the program. */
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { z } from 'zod';
import { mapToDxf, mapToSvg, writeMapDocument } from '@nobrel/core/documents';
import { mapWith } from '@nobrel/core/testing';
import { referencePath } from '@nobrel/demo';
import { readMapFile } from '@nobrel/server';
import { random, startProgram } from './running.js';

const count = z.coerce.number().int().default(600).parse(process.argv[2]);
const next = random(20261128);

function mutated(bytes: Buffer): Buffer {
  const out = Buffer.from(bytes);
  const at = () => Math.floor(next() * out.length);
  const kind = Math.floor(next() * 4);
  if (kind === 0) for (let i = 0; i < 1 + next() * 30; i++) out[at()] = Math.floor(next() * 256);
  if (kind === 1) return out.subarray(0, at());
  if (kind === 2) {
    const [a, b] = [at(), at()].sort((x, y) => x - y);
    return Buffer.concat([out.subarray(0, b), out.subarray(a)]);
  }
  if (kind === 3) {
    const from = at();
    out.fill(next() < 0.5 ? 0 : 255, from, Math.floor(Math.min(out.length, from + 400 * next())));
  }
  return out;
}

const folder = await mkdtemp(join(tmpdir(), 'nobrel-mutate-'));
const program = await startProgram(join(folder, 'data'));
const source = sharp(await readFile(referencePath('kettle-lantern-and-pears'))).resize(400);
const svg = Buffer.from(
  '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><defs><g id="a"><path d="M0 0L90 90"/></g></defs><use href="#a" transform="translate(9 9)"/><rect width="50" height="50" fill="#abc"/></svg>',
);
const seeds: [string, Buffer][] = [
  ['jpg', await source.clone().jpeg().toBuffer()],
  ['png', await source.clone().png().toBuffer()],
  ['webp', await source.clone().webp().toBuffer()],
  ['tiff', await source.clone().tiff().toBuffer()],
  ['gif', await source.clone().gif().toBuffer()],
  ['svg', svg],
];
const statuses: Record<number, number> = {};
let slowest = 0;
for (let i = 0; i < count; i++) {
  const [ending, bytes] = seeds[i % seeds.length] ?? ['jpg', svg];
  const from = performance.now();
  const { status } = await program.upload('api/pictures', 'picture', mutated(bytes), `m${i}.${ending}`);
  statuses[status] = (statuses[status] ?? 0) + 1;
  slowest = Math.max(slowest, performance.now() - from);
}
console.log(
  `${count} mutated pictures: answers ${JSON.stringify(statuses)}, slowest ${(slowest / 1000).toFixed(1)} s`,
);
await program.kill();

const map = mapWith(300, 240);
const drawings: [string, Buffer][] = [
  ['svg', Buffer.from(mapToSvg(map))],
  ['dxf', Buffer.from(mapToDxf(map))],
  ['map.json', Buffer.from(writeMapDocument(map))],
];
const outcomes = { read: 0, refused: 0, broken: 0 };
let longest = 0;
for (let i = 0; i < count; i++) {
  const [ending, bytes] = drawings[i % drawings.length] ?? ['svg', svg];
  const path = join(folder, `m${i}.${ending}`);
  await writeFile(path, mutated(bytes));
  const from = performance.now();
  try {
    await readMapFile(path);
    outcomes.read++;
  } catch (error) {
    if (error instanceof Error && error.name === 'Fault') outcomes.refused++;
    else {
      outcomes.broken++;
      console.log(path, error);
    }
  }
  longest = Math.max(longest, performance.now() - from);
}
console.log(
  `${count} mutated drawings: ${JSON.stringify(outcomes)}, slowest ${(longest / 1000).toFixed(1)} s`,
);
await rm(folder, { recursive: true, force: true });
process.exitCode =
  outcomes.broken > 0 || Object.keys(statuses).some((status) => Number(status) >= 500) ? 1 : 0;
