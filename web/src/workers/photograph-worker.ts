import { expose } from 'comlink';
import { judgePhotograph, type JudgedPhotograph } from '@nobrel/core/check';
import type { SizeMm } from '@nobrel/core/units';

const work = {
  /**
   * Judges a photograph of a drawing.
   *
   * @param picture is closed afterwards
   * @param pxPerPx pixels the photograph will have for each of this look at it
   */
  judge(picture: ImageBitmap, size: SizeMm, pxPerPx: number): JudgedPhotograph {
    const { width, height } = picture;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('This browser cannot read pictures in the background.');
    context.drawImage(picture, 0, 0);
    picture.close();
    const { data } = context.getImageData(0, 0, width, height);
    return judgePhotograph({ width, height, channels: 4, data }, size, pxPerPx);
  },
};

export type PhotographWorker = typeof work;
expose(work);
