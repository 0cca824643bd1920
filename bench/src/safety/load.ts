import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { pictureSchema, workSchema, type Work } from '@nobrel/core/file';
import { mapWith } from '@nobrel/core/testing';
import { pictureOf, quantile, startProgram, type Program } from './running.js';

const hashed = async (program: Program, seed: number) =>
  pictureSchema.parse(
    await (await program.upload('api/pictures', 'picture', await pictureOf(seed), `${seed}.jpg`)).json(),
  ).hash;

const begin = async (program: Program, picture: string): Promise<Work> =>
  workSchema.parse(await (await program.call('POST', 'api/works', { picture })).json());

async function withProgram(act: (program: Program) => Promise<void>): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'nobrel-load-'));
  const program = await startProgram(folder);
  try {
    await act(program);
  } finally {
    await program.kill();
    await rm(folder, { recursive: true, force: true });
  }
}

async function timedCall(
  program: Program,
  path: string,
): Promise<{ ms: number; bytes: number; status: number }> {
  const from = performance.now();
  const answer = await program.call('GET', path);
  const body = await answer.arrayBuffer();
  const packed = Number(answer.headers.get('content-length') ?? body.byteLength);
  return { ms: performance.now() - from, bytes: packed, status: answer.status };
}

/** A thousand works, every second one with a map. */
async function beginThousand(program: Program): Promise<void> {
  const picture = await hashed(program, 1);
  const map = mapWith(300, 240);
  for (let i = 0; i < 1000; i++) {
    const { id } = await begin(program, picture);
    if (i % 2 === 0) await program.call('PUT', `api/works/${id}/map`, map);
  }
}

/** Many works: how long their list takes, the first time and again. */
async function manyWorks(): Promise<void> {
  await withProgram(async (program) => {
    await beginThousand(program);
    const first = await timedCall(program, 'api/works');
    const again = await Promise.all([1, 2, 3, 4, 5].map(() => timedCall(program, 'api/works')));
    const one = await timedCall(program, 'api/works');
    console.log(
      `1 000 works: list ${first.ms.toFixed(0)} ms first, ${one.ms.toFixed(0)} ms again, ${quantile(
        again.map(({ ms }) => ms),
        0.5,
      ).toFixed(0)} ms five at once`,
    );
  });
}

/** Uploads ten at a time beside saves, while someone looks at the list. */
async function uploadsBesideSaves(): Promise<void> {
  await withProgram(async (program) => {
    const work = await begin(program, await hashed(program, 1));
    const pictures = await Promise.all(Array.from({ length: 40 }, (_, i) => pictureOf(100 + i, 3000, 2000)));
    let done = false;
    const failed: number[] = [];
    const waits: number[] = [];
    const saving = (async () => {
      for (let revision = 1; !done; revision++) {
        const decisions = { ...work.decisions, title: `Save ${revision}` };
        const { status } = await program.call('PUT', `api/works/${work.id}`, { revision, decisions });
        if (status !== 200) failed.push(status);
      }
    })();
    const looking = (async () => {
      while (!done) {
        waits.push((await timedCall(program, 'api/works')).ms);
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    })();
    const from = performance.now();
    for (let i = 0; i < pictures.length; i += 10)
      await Promise.all(
        pictures.slice(i, i + 10).map(async (bytes, k) => {
          const { status } = await program.upload('api/pictures', 'picture', bytes, `${i + k}.jpg`);
          if (status !== 201) failed.push(status);
        }),
      );
    const seconds = (performance.now() - from) / 1000;
    done = true;
    await Promise.all([saving, looking]);
    console.log(
      `40 uploads of 6 megapixels, ten at a time, beside saves: ${failed.length} failed, ${seconds.toFixed(1)} s, GET p95 ${quantile(waits, 0.95).toFixed(0)} ms, peak ${program.peakMegabytes().toFixed(0)} MB`,
    );
  });
}

/** Clients that save once a second, each its own work. */
async function manyClients(seconds: number): Promise<void> {
  await withProgram(async (program) => {
    const picture = await hashed(program, 1);
    const works: Work[] = [];
    for (let i = 0; i < 50; i++) works.push(await begin(program, picture));
    const waits: number[] = [];
    const failed: number[] = [];
    const until = performance.now() + seconds * 1000;
    await Promise.all(
      works.map(async (work, i) => {
        await new Promise((resolve) => setTimeout(resolve, 20 * i));
        for (let revision = 1; performance.now() < until; revision++) {
          const from = performance.now();
          const decisions = { ...work.decisions, title: `Client ${i}, ${revision}` };
          const { status } = await program.call('PUT', `api/works/${work.id}`, { revision, decisions });
          if (status !== 200) failed.push(status);
          waits.push(performance.now() - from);
          await new Promise((resolve) => setTimeout(resolve, Math.max(0, 1000 - (performance.now() - from))));
        }
      }),
    );
    console.log(
      `50 clients for ${seconds} s, a save a second each: ${waits.length} saves, ${failed.length} failed, PUT p95 ${quantile(waits, 0.95).toFixed(0)} ms`,
    );
  });
}

/** A backup of a thousand works and many large pictures, while someone looks at the list. */
async function largeBackup(gigabytes: number): Promise<void> {
  await withProgram(async (program) => {
    await beginThousand(program);
    const kinds = await Promise.all([0, 1, 2, 3].map((i) => pictureOf(i, 3000, 2000)));
    let bytes = 0;
    let pictures = 0;
    while (bytes < gigabytes * 1e9) {
      // What follows a JPEG's end makes it another file, in far less time than drawing another picture.
      const many = kinds.map((picture, i) => Buffer.concat([picture, Buffer.from(`${pictures + i}`)]));
      await Promise.all(
        many.map((picture, i) => program.upload('api/pictures', 'picture', picture, `${pictures + i}.jpg`)),
      );
      pictures += many.length;
      bytes += many.reduce((sum, { length }) => sum + length, 0);
    }
    let done = false;
    const waits: number[] = [];
    const looking = (async () => {
      while (!done) {
        waits.push((await timedCall(program, 'api/works')).ms);
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    })();
    const from = performance.now();
    const { status } = await program.call('POST', 'api/backups', {});
    const seconds = (performance.now() - from) / 1000;
    done = true;
    await looking;
    console.log(
      `backup of 1 000 works and ${pictures} pictures, ${(bytes / 1e9).toFixed(1)} GB: ${status}, ${seconds.toFixed(1)} s, GET p95 ${quantile(waits, 0.95).toFixed(0)} ms`,
    );
  });
}

const [seconds, gigabytes, only] = process.argv.slice(2);
if (only === undefined) {
  await manyWorks();
  await uploadsBesideSaves();
  await manyClients(z.coerce.number().default(30).parse(seconds));
}
await largeBackup(z.coerce.number().default(2).parse(gigabytes));
