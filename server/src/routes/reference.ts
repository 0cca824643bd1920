import { Router } from 'express';
import { z } from 'zod';
import { svgSidesPx } from '@nobrel/core/reference';
import { Fault, parseInput } from '../faults.js';
import { renditions, type PictureStore } from '../reference/picture-store.js';
import { keepReceived, receivePicture } from './pictures-received.js';

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
  router.post('/pictures', receivePicture(pictures), async (request, response) => {
    const longSide = () => parseInput(drawnAt, request.query).longSide;
    response.status(201).json(await keepReceived(request, pictures, longSide));
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
