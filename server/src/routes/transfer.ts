import { createSession } from 'better-sse';
import { Router } from 'express';
import { newProjectorSetUpSchema, wallPictureChangeSchema, wallWindowSchema } from '@nobrel/core/transfer';
import type { Invitation } from '@nobrel/core/file';
import type { Beyond } from '../access/access.js';
import type { Guests } from '../access/guests.js';
import { parseInput } from '../faults.js';
import type { ProjectorSetUpStore } from '../store/projector-set-ups.js';
import type { WorkStore } from '../store/works.js';
import { WallPictures } from '../transfer/wall-pictures.js';

type TransferParts = {
  works: WorkStore;
  setUps: ProjectorSetUpStore;
  guests: Guests;
  beyond: Beyond | null;
};

/**
 * What is projected: heard by every window that shows or steers it, and changed by any of them; and how projectors lie on
 * walls, kept by name. Devices beside the wall or the easel are invited to lead one work.
 */
export function transferRoutes({ works, setUps, guests, beyond }: TransferParts): Router {
  const router = Router();
  const walls = new WallPictures(async (id) => (await works.get(id)).decisions.transfer.projected);
  router.get('/works/:id/wall', async (request, response) => {
    const { id } = request.params;
    // Refused before the stream begins, where there is no such work.
    await walls.know(id);
    // A window says how large it is; a page that steers says nothing.
    const window = wallWindowSchema.safeParse(request.query);
    await walls.join(id, await createSession(request, response), window.success ? window.data : null);
  });
  router.patch('/works/:id/wall', async (request, response) => {
    const { id } = request.params;
    const change = parseInput(wallPictureChangeSchema, request.body);
    response.json(await walls.change(id, change));
  });
  router.post('/works/:id/guests', async (request, response) => {
    const { id } = request.params;
    const { title } = (await works.get(id)).decisions;
    const answer: Invitation = {
      ...guests.invite({ workId: id, title }),
      addresses: [...(beyond?.addresses ?? [])],
    };
    response.status(201).json(answer);
  });
  router.get('/projector-set-ups', async (_request, response) => {
    response.json(await setUps.list());
  });
  router.post('/projector-set-ups', async (request, response) => {
    response.status(201).json(await setUps.keep(parseInput(newProjectorSetUpSchema, request.body)));
  });
  router.delete('/projector-set-ups/:id', async (request, response) => {
    await setUps.forget(request.params.id);
    response.status(204).end();
  });
  // A save of the work, or a map made anew, is told to whoever shows it.
  for (const path of ['/works/:id', '/works/:id/map'] as const)
    router.put(path, (request, response, next) => {
      response.once('finish', () => {
        if (response.statusCode < 300) walls.saved(request.params.id);
      });
      next();
    });
  return router;
}
