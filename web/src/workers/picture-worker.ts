import { expose } from 'comlink';
import { lightnessPlane } from '@nobrel/core/colour';
import { weigh, type VisualWeight } from '@nobrel/core/fit';
import type { Quad } from '@nobrel/core/geometry';
import { luminanceOfWindow, type Picture } from '@nobrel/core/raster';
import {
  findSheet,
  greyByLightness,
  judge,
  preparationOf,
  showAverageError,
  type Judgement,
  type Squaring,
} from '@nobrel/core/reference';
import { drawPrepared, masterOf, type PictureOrder } from './masters.js';

/** How a prepared picture is drawn: as it is, grey by lightness, or where a plain average errs. */
export type Drawing = 'colour' | 'grey' | 'average';

/** Wide enough to weigh a motif by. */
const weighedPx = 320;

const work = {
  /** Draws a prepared picture as a JPEG whose long side is at most the one wanted, pixels. */
  async draw(picture: PictureOrder, squaring: Squaring, drawing: Drawing, longSidePx: number): Promise<Blob> {
    const drawn = drawPrepared(await masterOf(picture), picture, squaring, longSidePx);
    const { width, height } = drawn;
    // The master itself is not to be changed.
    const data = new Uint8ClampedArray(drawn.data);
    if (drawing === 'grey') greyByLightness(data, 4);
    if (drawing === 'average') showAverageError(data, 4, width);
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser cannot draw pictures in the background.');
    context.putImageData(new ImageData(data, width, height), 0, 0);
    return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
  },

  /** Measures a prepared picture at its full size. */
  async judge(picture: PictureOrder, squaring: Squaring): Promise<Judgement> {
    const { width, height } = preparationOf(picture, squaring);
    const drawn = drawPrepared(await masterOf(picture), picture, squaring, Math.max(width, height));
    const judgement = judge(drawn);
    // A master smaller than the picture shows fewer pixels of blur.
    const pxPerPx = width / drawn.width;
    const blurPx = judgement.focus.blurPx.map((blur) => blur && blur * pxPerPx);
    return { ...judgement, focus: { ...judgement.focus, blurPx } };
  },

  /** Proposes the corners of a sheet, pixels of the stored picture; null when none is seen. */
  async findSheet(picture: PictureOrder): Promise<Quad | null> {
    const { picture: master } = await masterOf(picture);
    const found = findSheet(master);
    if (!found) return null;
    const x = picture.width / master.width;
    const y = picture.height / master.height;
    const [a, b, c, d] = found.corners;
    const stored = (corner: { x: number; y: number }) => ({ x: corner.x * x, y: corner.y * y });
    return [stored(a), stored(b), stored(c), stored(d)];
  },

  /** Weighs the motif of a prepared picture. */
  async weigh(picture: PictureOrder, squaring: Squaring): Promise<VisualWeight> {
    const drawn: Picture = drawPrepared(await masterOf(picture), picture, squaring, weighedPx);
    const { width, height } = drawn;
    const luminance = luminanceOfWindow(drawn, { x: 0, y: 0, width, height }, width, height);
    return weigh({ width, height, data: lightnessPlane(luminance.data) });
  },
};
export type PictureWorker = typeof work;

expose(work);
