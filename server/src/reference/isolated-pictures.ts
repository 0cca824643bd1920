import { maxMegapixels } from '@nobrel/core/reference';
import { Fault } from '../faults.js';
import { Isolated } from '../isolated/isolated.js';
import type { PictureTasks } from './picture-tasks.js';

/** Pictures read at a time, and how long one may take, milliseconds. */
const atOnce = 2;
const maxMs = 15_000;

/** Reads pictures from outside in processes that can be ended: a small file can ask for hours of drawing. */
export function isolatePictures(): Isolated<PictureTasks> {
  return new Isolated<PictureTasks>({
    file: new URL('./picture-tasks.js', import.meta.url),
    as: 'process',
    atOnce,
    maxMs,
    tooMuch: () =>
      new Fault(
        422,
        'too-much-work',
        `The picture takes too much time or memory to read. Save it as JPEG or PNG of eight bits and up to ${maxMegapixels} megapixels, and bring that in.`,
        'picture',
      ),
  });
}
