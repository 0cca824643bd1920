import { Router } from 'express';
import { newSizeSchema } from '@nobrel/core/fit';
import { parseInput } from '../faults.js';
import type { SizeStore } from '../store/sizes.js';

/** Sizes of surfaces saved under names of one's own. */
export function fitRoutes(sizes: SizeStore): Router {
  const router = Router();
  router.get('/sizes', async (_request, response) => {
    response.json(await sizes.list());
  });
  router.post('/sizes', async (request, response) => {
    response.status(201).json(await sizes.save(parseInput(newSizeSchema, request.body)));
  });
  router.delete('/sizes/:id', async (request, response) => {
    await sizes.forget(request.params.id);
    response.status(204).end();
  });
  return router;
}
