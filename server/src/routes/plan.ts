import { Router } from 'express';
import { planRequestSchema } from '@nobrel/core/file';
import { parseInput } from '../faults.js';
import { calendarOf } from '../file/calendar.js';
import type { OpenFile } from '../open-file.js';

/** The plan of what is to be ready when: the free times, and the works to lay into them. */
export function planRoutes({ plans, flatFile }: Pick<OpenFile, 'plans' | 'flatFile'>): Router {
  const router = Router();
  router.get('/plan', async (_request, response) => {
    const [decided, toPlan] = await Promise.all([plans.get(), flatFile.worksToPlan()]);
    response.json({ ...decided, ...toPlan });
  });
  router.put('/plan', async (request, response) => {
    const saved = await plans.save(parseInput(planRequestSchema, request.body));
    response.json({ ...saved, ...(await flatFile.worksToPlan()) });
  });
  router.get('/plan.ics', async (_request, response) => {
    const [{ decisions }, { works }] = await Promise.all([plans.get(), flatFile.worksToPlan()]);
    response
      .type('text/calendar')
      .attachment('sittings.ics')
      .send(calendarOf(works, decisions, new Date()));
  });
  return router;
}
