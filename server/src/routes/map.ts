import { Router } from 'express';
import { z } from 'zod';
import { mapDocumentSchema, mapToDxf, mapToSvg, writeMapDocument } from '@nobrel/core/documents';
import { versionNameSchema } from '@nobrel/core/file';
import { parseInput } from '../faults.js';
import type { MapStore } from '../store/maps.js';

/** The revision of the work a map was made from. */
const madeFrom = z.object({ revision: z.coerce.number().int().min(0).optional() });

function versionOf(text: string): number {
  return parseInput(z.coerce.number().int().positive(), text);
}

/** A work's map: kept, read back, shown small, taken away in open formats. */
export function mapRoutes(maps: MapStore): Router {
  const router = Router();
  router.put('/works/:id/map', async (request, response) => {
    const { revision } = parseInput(madeFrom, request.query);
    response.json(await maps.keep(request.params.id, parseInput(mapDocumentSchema, request.body), revision));
  });
  router.get('/works/:id/map', async (request, response) => {
    response.json(await maps.get(request.params.id));
  });
  router.get('/works/:id/map/versions', async (request, response) => {
    response.json(await maps.versions(request.params.id));
  });
  router.post('/works/:id/map/versions', async (request, response) => {
    const { name } = parseInput(versionNameSchema, request.body);
    response.status(201).json(await maps.nameNewest(request.params.id, name));
  });
  router.get('/works/:id/map/versions/:version', async (request, response) => {
    response.json(await maps.get(request.params.id, versionOf(request.params.version)));
  });
  router.delete('/works/:id/map/versions/:version', async (request, response) => {
    response.json(await maps.forget(request.params.id, versionOf(request.params.version)));
  });
  router.get('/works/:id/map.json', async (request, response) => {
    const { document } = await maps.get(request.params.id);
    response.attachment('drawing.map.json').type('application/json').send(writeMapDocument(document));
  });
  router.get('/works/:id/map.svg', async (request, response) => {
    const { document } = await maps.get(request.params.id);
    response.attachment('drawing.svg').type('image/svg+xml').send(mapToSvg(document));
  });
  router.get('/works/:id/map.dxf', async (request, response) => {
    const { document } = await maps.get(request.params.id);
    response.attachment('drawing.dxf').type('image/vnd.dxf').send(mapToDxf(document));
  });
  router.get('/works/:id/thumbnail.svg', async (request, response) => {
    const { document } = await maps.get(request.params.id);
    const strokeMm = Math.max(document.surface.width, document.surface.height) / 320;
    response
      .type('image/svg+xml')
      // Asked for by when the map was made, it never changes.
      .set(
        'Cache-Control',
        request.query['made'] === undefined ? 'no-cache' : 'private, max-age=31536000, immutable',
      )
      .send(mapToSvg(document, strokeMm));
  });
  return router;
}
