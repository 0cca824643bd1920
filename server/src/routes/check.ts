import { Router, type Request } from 'express';
import { wantedPhotographSchema, type Awaited } from '@nobrel/core/file';
import type { Beyond } from '../access/access.js';
import type { AwaitedPhotographs } from '../check/awaited-photographs.js';
import { parseInput } from '../faults.js';
import type { PictureStore } from '../reference/picture-store.js';
import type { WorkStore } from '../store/works.js';
import { keepReceived, receivePicture } from './pictures-received.js';

type AwaitedParts = { awaited: AwaitedPhotographs; works: WorkStore; beyond: Beyond | null };

/** Photographs waited for, for the page that waits. */
export function checkRoutes({ awaited, works, beyond }: AwaitedParts): Router {
  const router = Router();
  router.post('/works/:id/awaited', async (request, response) => {
    const { title } = (await works.get(request.params.id)).decisions;
    const { surface } = parseInput(wantedPhotographSchema.pick({ surface: true }), request.body);
    const answer: Awaited = {
      token: awaited.begin({ title, surface }),
      addresses: [...(beyond?.addresses ?? [])],
    };
    response.status(201).json(answer);
  });
  router.get('/awaited/:token', (request, response) => {
    response.set('Cache-Control', 'no-store').json(awaited.stateOf(request.params.token));
  });
  router.delete('/awaited/:token', (request, response) => {
    awaited.end(request.params.token);
    response.status(204).end();
  });
  return router;
}

const tokenOf = (request: Request) => String(request.params['token']);

/** What a phone may do that shows a token, without being let in: see what is wanted, and send one picture. */
export function phoneRoutes(awaited: AwaitedPhotographs, pictures: PictureStore): Router {
  const router = Router();
  router.get('/phone/:token', (request, response) => {
    response.set('Cache-Control', 'no-store').json(awaited.opened(request.params.token));
  });
  router.post(
    '/phone/:token/picture',
    // Whether it may is asked before anything of the picture is read.
    (request, _response, next) => {
      awaited.opened(tokenOf(request));
      next();
    },
    receivePicture(pictures),
    async (request, response) => {
      await awaited.take(tokenOf(request), () => keepReceived(request, pictures));
      response.status(204).end();
    },
  );
  return router;
}
