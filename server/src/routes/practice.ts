import { Router } from 'express';
import { drillAnswerSchema } from '@nobrel/core/practice';
import { parseInput } from '../faults.js';
import type { DrillAnswerStore } from '../store/drill-answers.js';

/** Answers to drills: kept, listed, and taken back. */
export function practiceRoutes(answers: DrillAnswerStore): Router {
  const router = Router();
  router.get('/practice', async (_request, response) => {
    response.json(await answers.list());
  });
  router.post('/practice', async (request, response) => {
    const [kept] = await answers.keep(parseInput(drillAnswerSchema, request.body));
    response.status(201).json(kept);
  });
  router.delete('/practice/:id', async (request, response) => {
    await answers.takeBack(request.params.id);
    response.status(204).end();
  });
  return router;
}
