import { Router } from 'express';
import { newSupplySchema, stockOf, supplyChangeSchema } from '@nobrel/core/file';
import { parseInput } from '../faults.js';
import type { OpenFile } from '../open-file.js';

/** What is there to work with, what works used of it, and what those in hand need. */
export function supplyRoutes({ supplies, flatFile }: Pick<OpenFile, 'supplies' | 'flatFile'>): Router {
  const router = Router();
  router.get('/supplies', async (_request, response) => {
    const [kept, { uses, needs }] = await Promise.all([supplies.list(), flatFile.supplyUses()]);
    response.json({ stock: stockOf(kept, uses), needs });
  });
  router.post('/supplies', async (request, response) => {
    response.status(201).json(await supplies.add(parseInput(newSupplySchema, request.body)));
  });
  router.patch('/supplies/:id', async (request, response) => {
    response.json(await supplies.change(request.params.id, parseInput(supplyChangeSchema, request.body)));
  });
  router.delete('/supplies/:id', async (request, response) => {
    await supplies.remove(request.params.id);
    response.status(204).end();
  });
  return router;
}
