/**
 * The scenes rendered and photographed, with their truth. Rendering takes minutes, so what was rendered is kept
 * under the build folder by a hash of everything that made it; on several threads.
 */
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { deserialize, serialize } from 'node:v8';
import sharp from 'sharp';
import { z } from 'zod';
import type { Picture } from '@nobrel/core/raster';
import type { SeenPicture } from '@nobrel/core/testing';
import { photographed, renderScene } from './render-scene.js';
import { scenesToJudgeOn, scenesToLearnOn, type JudgedScene } from './scenes/index.js';

export type RenderedScene = { judged: JudgedScene; seen: SeenPicture; picture: Picture };

const all = [...scenesToLearnOn, ...scenesToJudgeOn];
const folder = new URL('../../../.build/judgement/', import.meta.url);

/** Renders what is not kept yet, and reads all of it. */
export async function rendered(scenes: readonly JudgedScene[]): Promise<RenderedScene[]> {
  await mkdir(folder, { recursive: true });
  const version = await codeVersion();
  const waiting = scenes.map((scene) => all.indexOf(scene));
  const done = new Map<number, RenderedScene>();
  const work = async () => {
    let worker: Worker | null = null;
    for (let index = waiting.shift(); index !== undefined; index = waiting.shift()) {
      const judged = all[index]!;
      const path = fileURLToPath(new URL(`${index}-${version}.bin`, folder));
      let bytes = await readFile(path).catch(() => null);
      if (!bytes) {
        worker ??= new Worker(new URL(import.meta.url));
        worker.postMessage(index);
        const [made] = (await once(worker, 'message')) as [Uint8Array];
        bytes = Buffer.from(made);
        await writeFile(`${path}.part`, bytes);
        await rename(`${path}.part`, path);
        console.error(`rendered ${judged.name}`);
      }
      const { seen, picture } = deserialize(bytes) as Omit<RenderedScene, 'judged'>;
      done.set(index, { judged, seen, picture });
    }
    await worker?.terminate();
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
  return scenes.map((scene) => done.get(all.indexOf(scene))!);
}

/** A hash of the compiled code the scenes follow from. */
async function codeVersion(): Promise<string> {
  const hash = createHash('sha256');
  const demo = import.meta.resolve('@nobrel/demo/raymarch');
  const files = ['noise', 'render', 'solids', 'vector'].map((name) => new URL(`./${name}.js`, demo));
  files.push(new URL(import.meta.resolve('@nobrel/demo/materials')));
  const rooms = ['index', 'arrangements', 'dice', 'things', 'materials'].map((name) => `scenes/${name}`);
  for (const name of [...rooms, 'render-scene']) {
    files.push(new URL(`./${name}.js`, import.meta.url));
  }
  for (const file of files) hash.update(await readFile(file));
  return hash.digest('hex').slice(0, 12);
}

if (!isMainThread) {
  parentPort?.on('message', (message) => {
    void (async () => {
      const judged = all[z.int().parse(message)]!;
      const seen = renderScene(judged);
      const { width, height } = seen;
      const jpeg = await sharp(photographed(seen, judged), { raw: { width, height, channels: 3 } })
        .jpeg({ quality: judged.finish.jpegQuality })
        .toBuffer();
      const data = new Uint8Array(await sharp(jpeg).removeAlpha().raw().toBuffer());
      parentPort?.postMessage(serialize({ seen, picture: { width, height, channels: 3, data } }));
    })();
  });
}
