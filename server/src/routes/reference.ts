import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import { z } from 'zod';
import { maxMegabytes, svgSidesPx } from '@nobrel/core/reference';
import { Fault, parseInput } from '../faults.js';
import { renditions, type PictureStore } from '../reference/picture-store.js';
import { received } from './received.js';

const address = z.object({ hash: z.string().regex(/^[0-9a-f]{64}$/), rendition: z.enum(renditions) });

const drawnAt = z.object({
  longSide: z.coerce
    .number('Type a size in pixels.')
    .int('Type a whole number of pixels.')
    .min(svgSidesPx.min, `Draw it at least ${svgSidesPx.min} pixels long.`)
    .max(svgSidesPx.max, `Draw it at most ${svgSidesPx.max} pixels long.`)
    .default(svgSidesPx.usual),
});

/** Pictures in and out. */
export function referenceRoutes(pictures: PictureStore): Router {
  const router = Router();
  const upload = multer({
    dest: pictures.incoming,
    limits: { fileSize: maxMegabytes * 1024 * 1024, files: 1 },
    // Browsers send file names as UTF-8; the old default would read them as Latin-1.
    defParamCharset: 'utf8',
  });
  router.post('/pictures', received(upload.single('picture')), async (request, response) => {
    const { file } = request;
    if (!file)
      throw new Fault(400, 'no-picture', 'There was no picture in that. Choose a picture file.', 'picture');
    const taken = Promise.resolve()
      .then(() => parseInput(drawnAt, request.query))
      .then(({ longSide }) => pictures.takeIn(file.path, file.originalname, longSide));
    // The upload is gone before it is answered, whatever became of it.
    const picture = await taken.finally(() => rm(file.path, { force: true }));
    response.status(201).json(picture);
  });
  router.get('/pictures/:hash/:rendition', async (request, response, next) => {
    const { hash, rendition } = parseInput(address, request.params);
    // Named by its contents, it can never change.
    response.sendFile(
      await pictures.renditionPath(hash, rendition),
      { immutable: true, maxAge: '365d', dotfiles: 'allow' },
      (error?: Error) => {
        if (error && !response.headersSent)
          next(new Fault(404, 'no-picture', 'This picture is not in the file.'));
      },
    );
  });
  return router;
}
