import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import { Fault } from '../faults.js';
import type { OpenFile } from '../open-file.js';
import { received } from './received.js';

/** Bundles larger than this are brought in on the command line, bytes. */
const maxBundleBytes = 2e9;

/** Works out of the file and back into it: bundles, backups, and a look at all that is kept. */
export function keepRoutes({
  keeper,
  works,
  pictures,
}: Pick<OpenFile, 'keeper' | 'works' | 'pictures'>): Router {
  const router = Router();
  const upload = multer({
    dest: pictures.incoming,
    limits: { fileSize: maxBundleBytes, files: 1 },
    defParamCharset: 'utf8',
  });
  router.get('/works/:id/bundle', async (request, response) => {
    const { title, zip } = await keeper.exportWork(request.params.id);
    response.attachment(`${title}.nobrel.zip`).type('application/zip');
    zip.once('error', (error) => response.destroy(error));
    zip.pipe(response);
  });
  router.post('/bundles', received(upload.single('bundle')), async (request, response) => {
    const { file } = request;
    if (!file) throw new Fault(400, 'no-bundle', 'There was no bundle in that. Choose a file.', 'bundle');
    const id = await keeper.importWork(file.path).finally(() => rm(file.path, { force: true }));
    response.status(201).json(await works.get(id));
  });
  router.get('/backups', async (_request, response) => {
    response.set('Cache-Control', 'no-store').json(await keeper.backups());
  });
  router.post('/backups', async (_request, response) => {
    response.status(201).json(await keeper.backUp());
  });
  router.delete('/backups/under-way', (_request, response) => {
    keeper.stop();
    response.status(204).end();
  });
  router.get('/backups/:name/works', async (request, response) => {
    response.json(await keeper.worksIn(request.params.name));
  });
  router.post('/backups/:name/works/:id', async (request, response) => {
    const id = await keeper.bringBack(request.params.name, request.params.id);
    response.status(201).json(await works.get(id));
  });
  router.post('/verify', async (_request, response) => {
    const given = new AbortController();
    response.once('close', () => given.abort());
    try {
      response.json(await keeper.verify({ signal: given.signal }));
    } catch (error) {
      // Nobody waits for what it finds any more.
      if (!given.signal.aborted) throw error;
    }
  });
  return router;
}
