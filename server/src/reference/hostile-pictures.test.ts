import { readdir } from 'node:fs/promises';
import { expect } from 'chai';
import sqlite3 from 'sqlite3';
import { isStorageFault, storageFault } from '../store/storage-faults.js';
import { errorOf } from '../testing/answers.js';
import { encoded } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';

/** An SVG of a few kilobytes that asks for ten to the power of its depth of drawings. */
const nested = (depth: number, leaf: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><defs>${Array.from(
      { length: depth },
      (_, i) => `<g id="g${i}">${`<use href="#g${i + 1}"/>`.repeat(10)}</g>`,
    ).join('')}<g id="g${depth}">${leaf}</g></defs><use href="#g0"/></svg>`,
  );

const filtered = Buffer.from(
  `<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="3000"><filter id="f">${'<feTurbulence baseFrequency="0.9" numOctaves="90"/><feGaussianBlur stdDeviation="900"/>'.repeat(30)}</filter><rect width="4000" height="3000" filter="url(#f)"/></svg>`,
);

describe('pictures that ask for too much', () => {
  let server: TestServer;
  before(async () => {
    server = await startServer();
  });
  after(() => server.stop());

  it('are ended after a while, and nobody else waits for them', async () => {
    const bombs = [
      nested(8, '<rect width="9" height="9" opacity="0.5"/>'),
      nested(9, '<path d="M0 0C9 9 9 0 0 9"/>'),
      filtered,
    ];
    const from = Date.now();
    let done = false;
    const answers = Promise.all(bombs.map((bytes, i) => server.bringIn(bytes, `bomb-${i}.svg`))).finally(
      () => {
        done = true;
      },
    );
    const waits: number[] = [];
    while (!done) {
      const began = performance.now();
      expect((await server.call('api/works')).status).to.equal(200);
      waits.push(performance.now() - began);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    for (const answer of await answers) {
      if (answer.status === 201) continue;
      const error = await errorOf(answer);
      expect(error.status, error.message).to.be.within(413, 422);
      expect(error.message).to.match(/Save it as|can be worked with|is damaged/);
    }
    // Two at a time, fifteen seconds each, and the third after them.
    expect(Date.now() - from, 'milliseconds').to.be.below(60_000);
    // A busy machine may hold up one answer; a server that waits would hold up all.
    waits.sort((a, b) => a - b);
    expect(waits[Math.floor(0.9 * waits.length)], 'milliseconds').to.be.below(1000);
    expect(await readdir(server.running.file.pictures.incoming)).to.deep.equal([]);
    expect((await server.bringIn()).status).to.equal(201);
  });

  it('many at once with saves between them all come in', async () => {
    const { work } = await server.newWork();
    const pictures = await Promise.all(
      Array.from({ length: 12 }, (_, i) => encoded((image) => image.rotate(i * 7).jpeg())),
    );
    const uploads = pictures.map((bytes, i) => server.bringIn(bytes, `turned-${i}.jpg`));
    const statuses: number[] = [];
    for (let revision = 1; revision <= 12; revision++) {
      const decisions = { ...work.decisions, title: `Turn ${revision}` };
      statuses.push((await server.send('PUT', `api/works/${work.id}`, { revision, decisions })).status);
    }
    statuses.push(...(await Promise.all(uploads)).map(({ status }) => status));
    expect(statuses).to.deep.equal([...Array<number>(12).fill(200), ...Array<number>(12).fill(201)]);
  });
});

describe('faults of the disk', () => {
  it('are told from damage of what was brought in, with the folder and the way out', async () => {
    const full = await new Promise<Error | null>((resolve) => {
      const database = new sqlite3.Database(':memory:');
      database.exec(
        'PRAGMA max_page_count = 3; CREATE TABLE t (a); INSERT INTO t VALUES (zeroblob(100000))',
        resolve,
      );
    });
    expect(storageFault(full, '/works')).to.deep.equal({
      status: 507,
      code: 'disk-full',
      message:
        'There is no room left where the works are kept. Free some, then try again (/works). What was saved before is not lost.',
    });
    const wrapped = new Error('failed', { cause: Object.assign(new Error('write'), { code: 'ENOSPC' }) });
    expect(storageFault(wrapped)?.code).to.equal('disk-full');
    expect(storageFault(Object.assign(new Error('open'), { code: 'EROFS' }))?.code).to.equal('not-writable');
    expect(storageFault(Object.assign(new Error('x'), { code: 'SQLITE_IOERR_WRITE' }))?.code).to.equal(
      'disk-fault',
    );
    expect(
      isStorageFault(new Error('vips2jpeg: unable to write to target: No space left on device')),
    ).to.equal(true);
    for (const other of [new Error('Input file has corrupt header'), null, 'text', new TypeError('x')])
      expect(isStorageFault(other)).to.equal(false);
  });
});
