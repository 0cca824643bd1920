import { createSession } from 'better-sse';
import { Router } from 'express';
import { wallPictureChangeSchema } from '@nobrel/core/transfer';
import { parseInput } from '../faults.js';
import type { WorkStore } from '../store/works.js';
import { WallPictures } from '../transfer/wall-pictures.js';

/** What is projected: heard by every window that shows or steers it, and changed by any of them. */
export function transferRoutes(works: WorkStore): Router {
  const router = Router();
  const walls = new WallPictures(async (id) => (await works.get(id)).decisions.transfer.projected);
  router.get('/works/:id/wall', async (request, response) => {
    const { id } = request.params;
    // Refused before the stream begins, where there is no such work.
    await walls.know(id);
    await walls.join(id, await createSession(request, response), request.query['as'] === 'window');
  });
  router.patch('/works/:id/wall', async (request, response) => {
    const { id } = request.params;
    const change = parseInput(wallPictureChangeSchema, request.body);
    response.json(await walls.change(id, change));
  });
  router.put('/works/:id', (request, response, next) => {
    response.once('finish', () => {
      if (response.statusCode < 300) walls.saved(request.params.id);
    });
    next();
  });
  return router;
}
