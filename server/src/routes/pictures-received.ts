import { rm } from 'node:fs/promises';
import type { Request, RequestHandler } from 'express';
import multer from 'multer';
import type { StoredPicture } from '@nobrel/core/file';
import { maxMegabytes, svgSidesPx } from '@nobrel/core/reference';
import { Fault } from '../faults.js';
import type { PictureStore } from '../reference/picture-store.js';
import { received } from './received.js';

/** Receives the file of a picture, named `picture`. */
export function receivePicture(pictures: PictureStore): RequestHandler {
  const upload = multer({
    dest: pictures.incoming,
    limits: { fileSize: maxMegabytes * 1024 * 1024, files: 1 },
    // Browsers send file names as UTF-8; the old default would read them as Latin-1.
    defParamCharset: 'utf8',
  });
  return received(upload.single('picture'));
}

/**
 * Keeps the picture that was received.
 *
 * @param longSidePx what a drawing by formula is drawn at, said only now: a request that is wrong sweeps the upload too
 */
export async function keepReceived(
  { file }: Request,
  pictures: PictureStore,
  longSidePx: () => number = () => svgSidesPx.usual,
): Promise<StoredPicture> {
  if (!file)
    throw new Fault(400, 'no-picture', 'There was no picture in that. Choose a picture file.', 'picture');
  try {
    return await pictures.takeIn(file.path, file.originalname, longSidePx());
  } finally {
    // The upload is gone before it is answered, whatever became of it.
    await rm(file.path, { force: true });
  }
}
