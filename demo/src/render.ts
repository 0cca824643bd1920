/**
 * Renders the made-up references to demo/references as JPEG. Run with `npm run render-references`;
 * a share such as `0.25` after it renders a quick draft at that scale into the same folder.
 */
import { once } from 'node:events';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import sharp from 'sharp';
import { z } from 'zod';
import { photographSketch } from './photograph.js';
import { renderRows, type Scene } from './raymarch/render.js';
import { scenes } from './scenes/index.js';

const band = z.object({ from: z.number().int(), to: z.number().int() });
const order = z.object({ scene: z.number().int(), share: z.number().positive() });
const folder = new URL('../references/', import.meta.url);

function scaled(scene: Scene, share: number): Scene {
  return {
    ...scene,
    widthPx: Math.round(scene.widthPx * share),
    heightPx: Math.round(scene.heightPx * share),
  };
}

async function renderScene(index: number, share: number): Promise<void> {
  const scene = scaled(scenes[index]!, share);
  const rowsPerBand = 24;
  const bands = Math.ceil(scene.heightPx / rowsPerBand);
  const rows: Uint8Array[] = new Array<Uint8Array>(bands);
  let next = 0;
  const work = async () => {
    const worker = new Worker(new URL(import.meta.url), { workerData: { scene: index, share } });
    for (let i = next++; i < bands; i = next++) {
      worker.postMessage({ from: i * rowsPerBand, to: Math.min(scene.heightPx, (i + 1) * rowsPerBand) });
      const [pixels] = (await once(worker, 'message')) as [Uint8Array];
      rows[i] = pixels;
    }
    await worker.terminate();
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
  const target = fileURLToPath(new URL(`${scene.name}.jpg`, folder));
  await sharp(Buffer.concat(rows), { raw: { width: scene.widthPx, height: scene.heightPx, channels: 3 } })
    .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
    .toFile(target);
  console.log(`${scene.name}.jpg ${scene.widthPx} x ${scene.heightPx}`);
}

const picturePath = (name: string) => fileURLToPath(new URL(`${name}.jpg`, folder));

/** The lantern of the still life by itself, as a detail to pin. */
async function closeUp(): Promise<void> {
  await sharp(picturePath('kettle-lantern-and-pears'))
    .extract({ left: 1620, top: 130, width: 560, height: 700 })
    .resize({ width: 1120 })
    .jpeg({ quality: 82 })
    .toFile(picturePath('lantern-close'));
}

if (isMainThread) {
  const share = Number(process.argv[2] ?? '1');
  if (!(share > 0 && share <= 1)) throw new RangeError('The scale must be over 0 and at most 1.');
  for (let i = 0; i < scenes.length; i++) await renderScene(i, share);
  await photographSketch(picturePath('dinghy-on-the-hard'), picturePath('sketch-on-the-bench'));
  await closeUp();
  console.log('sketch-on-the-bench.jpg, lantern-close.jpg');
} else {
  const { scene, share } = order.parse(workerData);
  parentPort?.on('message', (message) => {
    const { from, to } = band.parse(message);
    parentPort?.postMessage(renderRows(scaled(scenes[scene]!, share), from, to));
  });
}
