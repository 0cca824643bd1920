import { randomUUID } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import workerpool from 'workerpool';
import { greyByLightness } from '@nobrel/core/reference';
import { offer } from '../isolated/offer.js';
import { limitMemory } from '../isolated/memory.js';
import { isStorageFault } from '../store/storage-faults.js';
import { damaged, drawSvg, lookAt, upright, type Looked } from './decode.js';

/** The master holds every detail a map can use; more would only be slower (megapixels). */
const masterMegapixels = 24;
/** Long side of what the leaves show, and of a card in the flat file, pixels. */
const viewPx = 2000;
const smallPx = 480;

/** Decoding a picture of the largest size that is taken in takes less. */
const maxMegabytes = 1500;

/**
 * Looks at a file; one that is drawn by formula is drawn first.
 *
 * @param longSidePx the size an SVG is drawn at
 * @param folder where the drawing is put
 * @returns the file to go on with, which is the drawing of an SVG, and how large it is
 */
async function look(
  source: string,
  name: string,
  longSidePx: number,
  folder: string,
): Promise<Looked & { path: string }> {
  const looked = await lookAt(source, name);
  if (looked.format !== 'svg') return { ...looked, path: source };
  const drawn = join(folder, `${randomUUID()}.png`);
  await writeFile(drawn, await drawSvg(source, name, looked, longSidePx));
  return { ...(await lookAt(drawn, name)), path: drawn };
}

/** Makes what is kept of a picture beside the file as it came. */
async function makeRenditions(
  source: string,
  folder: string,
  { width, height }: Looked,
  name: string,
): Promise<void> {
  const shrink = Math.min(1, Math.sqrt((masterMegapixels * 1e6) / (width * height)));
  const master = join(folder, 'master.jpg');
  try {
    const decoded = upright(source);
    // Sizes are averaged in linear light, so that fine texture keeps its tone.
    const sized = shrink < 1 ? decoded.gamma().resize({ width: Math.round(width * shrink) }) : decoded;
    await sized.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toFile(master);
  } catch (error) {
    // A good picture is not damaged for want of room to write it.
    throw isStorageFault(error) ? error : damaged(name);
  }
  const inside = (px: number) =>
    ({ width: px, height: px, fit: 'inside', withoutEnlargement: true }) as const;
  await sharp(master).resize(inside(smallPx)).jpeg({ quality: 82 }).toFile(join(folder, 'small.jpg'));
  const view = sharp(master).resize(inside(viewPx));
  await view.clone().jpeg({ quality: 88 }).toFile(join(folder, 'view.jpg'));
  const { data, info } = await view.clone().raw().toBuffer({ resolveWithObject: true });
  const channels = info.channels === 4 ? 4 : 3;
  greyByLightness(data, channels);
  await sharp(data, { raw: { width: info.width, height: info.height, channels } })
    .jpeg({ quality: 88 })
    .toFile(join(folder, 'grey.jpg'));
}

const tasks = { look, makeRenditions };
/** What is done with a picture’s file as it came, in a process of its own. */
export type PictureTasks = typeof tasks;

if (!workerpool.isMainThread) {
  limitMemory(maxMegabytes);
  sharp.cache(false);
}
offer(tasks);
