import { LRUCache } from 'lru-cache';
import { composed, scaling } from '@nobrel/core/geometry';
import type { Picture } from '@nobrel/core/raster';
import { drawnAt, preparationOf, pyramid, type PictureSize, type Squaring } from '@nobrel/core/reference';

/** A stored picture as a worker is told of it. */
export type PictureOrder = { hash: string; width: number; height: number };

/** A picture's master. */
export type Master = {
  picture: Picture;
  /** The same with its halves, quarters and so on, which are made when they are first asked for. */
  levels: () => readonly Picture[];
};

/** Masters kept at a time: the main picture, and a detail being squared. */
const held = new LRUCache<string, Promise<Master>>({ max: 2 });

/**
 * The master of a stored picture, fetched once and kept while it is in use.
 *
 * @param sized read at this size instead of its own
 * @throws Error with a sentence when it cannot be fetched or read
 */
export async function masterOf(
  { hash }: Pick<PictureOrder, 'hash'>,
  sized: PictureSize | null = null,
): Promise<Master> {
  const key = JSON.stringify([hash, sized]);
  const master = held.get(key) ?? fetchMaster(hash, sized);
  held.set(key, master);
  try {
    return await master;
  } catch (error) {
    // One that failed is asked for again the next time.
    held.delete(key);
    throw error;
  }
}

async function fetchMaster(hash: string, sized: PictureSize | null): Promise<Master> {
  const response = await fetch(`/api/pictures/${hash}/master`);
  if (!response.ok) throw new Error('The picture could not be fetched. Reload the page to try again.');
  const bitmap = await createImageBitmap(await response.blob(), {
    colorSpaceConversion: 'none',
    ...(sized && { resizeWidth: sized.width, resizeHeight: sized.height, resizeQuality: 'medium' }),
  });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read pictures in the background.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const picture: Picture = { width, height, channels: 4, data };
  let levels: readonly Picture[] | null = null;
  return { picture, levels: () => (levels ??= pyramid(picture)) };
}

/**
 * Draws a picture as it is prepared.
 *
 * @param stored the picture as it is on record; its master may be smaller
 * @param longSidePx long side wanted; the prepared picture's own when that is smaller
 */
export function drawPrepared(
  { picture: master, levels }: Master,
  stored: PictureSize,
  squaring: Squaring,
  longSidePx: number,
): Picture {
  const { width, height, toStored, untouched } = preparationOf(stored, squaring);
  const shrink = Math.min(1, longSidePx / Math.max(width, height));
  const to = {
    width: Math.max(1, Math.round(width * shrink)),
    height: Math.max(1, Math.round(height * shrink)),
  };
  if (untouched && to.width >= master.width && to.height >= master.height) return master;
  const toMaster = composed(scaling(master.width / stored.width, master.height / stored.height), toStored);
  return drawnAt(levels(), toMaster, { width, height }, to);
}
