import { expose } from 'comlink';
import { quadBy, type Quad, type Rect } from '@nobrel/core/geometry';
import type { Picture } from '@nobrel/core/raster';
import { cameraToTry, photographedWall, projectorToTry, wallToTry } from '@nobrel/core/projector';
import {
  dotsFrame,
  placeByPhotograph,
  placedBy,
  ProjectionNotSeen,
  type Placed,
  type Screen,
  type WallSize,
} from '@nobrel/core/transfer';

/** A projection placed by a photograph, as it is kept, and how well it is known. */
export type PlacedByPhotographTold = { placed: Placed; dots: number; rmsPx: number; bend: number };

/** What a photograph of the wall is to place. */
export type WallPhotographed = {
  surface: WallSize;
  part: Rect;
  screen: Screen;
  position: Placed['position'];
  corners: Quad | null;
};

/** Larger photographs are looked at smaller: more tells nothing more, and takes memory a phone has not got. */
const maxPixels = 16e6;

async function pictureOf(file: Blob): Promise<Picture> {
  const bitmap = await createImageBitmap(file);
  const shrink = Math.min(1, Math.sqrt(maxPixels / (bitmap.width * bitmap.height)));
  const width = Math.round(bitmap.width * shrink);
  const height = Math.round(bitmap.height * shrink);
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read pictures in the background.');
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, channels: 4, data };
}

const work = {
  /**
   * Places a part of the surface by a photograph of all its outline on the wall, or says why that cannot be, and what
   * was not made out.
   *
   * @param corners of the surface, shares of the photograph's width and height, where they were pointed out
   */
  async placeByPhotograph(
    file: Blob,
    { surface, part, screen, position, corners }: WallPhotographed,
  ): Promise<PlacedByPhotographTold | { fault: string; what: ProjectionNotSeen['what'] }> {
    const picture = await pictureOf(file);
    const given =
      corners && quadBy((k) => ({ x: picture.width * corners[k].x, y: picture.height * corners[k].y }));
    try {
      const { fit, dots, rmsPx } = placeByPhotograph(picture, surface, screen, given);
      return { placed: placedBy(fit, part, screen, position), dots, rmsPx, bend: fit.bend[0] + fit.bend[1] };
    } catch (error) {
      if (error instanceof ProjectionNotSeen) return { fault: error.message, what: error.what };
      throw error;
    }
  },

  /** What a camera sees of the wall that one tries things out with, while the dots are thrown onto it. */
  async photographDots(surface: WallSize, first: Rect, now: { number: number; part: Rect }, screen: Screen) {
    const { picture } = photographedWall(
      projectorToTry(first, screen, now),
      wallToTry(surface),
      dotsFrame(screen),
      cameraToTry(surface),
    );
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser cannot draw pictures in the background.');
    const image = context.createImageData(picture.width, picture.height);
    for (let i = 0, j = 0; i < picture.data.length; i += 3, j += 4) {
      image.data.set(picture.data.subarray(i, i + 3), j);
      image.data[j + 3] = 255;
    }
    context.putImageData(image, 0, 0);
    return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
  },
};

export type ProjectionWorker = typeof work;
expose(work);
