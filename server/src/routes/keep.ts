import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import { Fault } from '../faults.js';
import type { OpenFile } from '../open-file.js';
import type { ProgressOptions } from '../file/backup.js';
import { UnderWay } from '../file/under-way.js';
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
  const underWay = new UnderWay();
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
  router.get('/under-way/:name', (request, response) => {
    response.set('Cache-Control', 'no-store').json(underWay.howFar(request.params.name));
  });
  router.post('/bundles', received(upload.single('bundle')), async (request, response) => {
    const { file } = request;
    if (!file) throw new Fault(400, 'no-bundle', 'There was no bundle in that. Choose a file.', 'bundle');
    const bringIn = async (options: ProgressOptions) =>
      works.get(await keeper.importWork(file.path, options));
    await underWay.answer(request, response, bringIn, 201).finally(() => rm(file.path, { force: true }));
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
    const { name, id } = request.params;
    await underWay.answer(
      request,
      response,
      async (options) => works.get(await keeper.bringBack(name, id, options)),
      201,
    );
  });
  router.post('/backups/:name/restore', async (request, response) => {
    const { name } = request.params;
    await underWay.answer(request, response, (options) => keeper.restoreBeside(name, options), 201);
  });
  router.post('/verify', async (request, response) => {
    await underWay.answer(request, response, (options) => keeper.verify(options));
  });
  return router;
}
