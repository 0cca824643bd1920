import { Router } from 'express';
import { z } from 'zod';
import {
  duplicateRequestSchema,
  pictureSchema,
  saveRequestSchema,
  type WorkDecisions,
} from '@nobrel/core/file';
import { ownTracingSpeed } from '@nobrel/core/transfer';
import { isGuest } from '../access/access.js';
import { checkGuestSave } from '../access/guests.js';
import { Fault, parseInput } from '../faults.js';
import type { OpenFile } from '../open-file.js';
import { WorkStore } from '../store/works.js';

const beginRequest = z.object({
  picture: pictureSchema.shape.hash,
  title: z.string().trim().min(1).max(200).optional(),
  /** To play with, apart from one's own works. */
  demo: z.boolean().default(false),
});

const addRequest = beginRequest.pick({ picture: true });

type FileParts = Pick<OpenFile, 'flatFile' | 'works' | 'pictures'>;

/** The flat file: works listed, begun, saved and taken out. */
export function fileRoutes({ flatFile, works, pictures }: FileParts): Router {
  const router = Router();
  const known = async (hash: string) => {
    const picture = await pictures.find(hash);
    if (!picture)
      throw new Fault(404, 'no-picture', 'This picture is not in the file. Bring it in again.', 'picture');
    return picture;
  };
  router.get('/works', async (_request, response) => {
    response.json(await flatFile.list());
  });
  router.post('/works', async (request, response) => {
    const { picture: hash, title, demo } = parseInput(beginRequest, request.body);
    const picture = await known(hash);
    // A work to play with is estimated as anybody's.
    const speed = demo ? undefined : ownTracingSpeed(await flatFile.ownSpeeds());
    const named = title ?? WorkStore.titleFrom(picture.name);
    response.status(201).json(await works.begin(picture, named, demo, speed));
  });
  router.post('/works/:id/duplicate', async (request, response) => {
    const wanted = parseInput(duplicateRequestSchema, request.body);
    response.status(201).json(await works.duplicate(request.params.id, wanted));
  });
  router.get('/works/:id/lessons', async (request, response) => {
    response.json(await flatFile.lessons(request.params.id));
  });
  router.get('/own-speeds', async (_request, response) => {
    response.json(await flatFile.ownSpeeds());
  });
  router.get('/time-spent', async (_request, response) => {
    response.json(await flatFile.timeSpent());
  });
  router.post('/works/:id/pictures', async (request, response) => {
    const picture = await known(parseInput(addRequest, request.body).picture);
    response.status(201).json(await works.addPicture(request.params.id, picture));
  });
  router.delete('/works/:id/pictures/:hash', async (request, response) => {
    response.json(await works.removePicture(request.params.id, request.params.hash));
  });
  router.get('/works/:id', async (request, response) => {
    response.json(await works.get(request.params.id));
  });
  router.put('/works/:id', async (request, response) => {
    const wanted = parseInput(saveRequestSchema, request.body);
    const check = (kept: WorkDecisions) => {
      if (isGuest(response)) checkGuestSave(kept, wanted.decisions);
    };
    response.json(await works.save(request.params.id, wanted, { check }));
  });
  router.delete('/works/:id', async (request, response) => {
    await works.remove(request.params.id);
    response.status(204).end();
  });
  router.post('/works/:id/bring-back', async (request, response) => {
    await works.bringBack(request.params.id);
    response.status(204).end();
  });
  return router;
}
