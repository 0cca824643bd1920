import { Router } from 'express';
import { SheetError, sheetDecisionsSchema } from '@nobrel/core/sheets';
import { Fault, parseInput } from '../faults.js';
import { sheetsFor, sheetsPdf } from '../sheets/print.js';
import type { WorkStore } from '../store/works.js';

/** Printing: sheets are laid out from the newest map, put on record, and fetched as PDF. */
export function sheetRoutes(works: WorkStore): Router {
  const router = Router();
  router.post('/works/:id/printings', async (request, response) => {
    const decisions = parseInput(sheetDecisionsSchema, request.body);
    const { id } = request.params;
    const { decisions: work } = await works.get(id);
    const { document, summary } = await works.map(id);
    try {
      const { pages } = sheetsFor(document, decisions, work.title);
      response.status(201).json(await works.recordPrinting(id, summary.version, decisions, pages.length));
    } catch (error) {
      if (error instanceof SheetError) throw new Fault(422, 'no-sheets', error.message);
      throw error;
    }
  });
  router.get('/printings/:id/sheets.pdf', async (request, response) => {
    const { workId, printing } = await works.printing(request.params.id);
    const { title } = (await works.get(workId)).decisions;
    const { document } = await works.map(workId, printing.mapVersion);
    const set = sheetsFor(document, printing.decisions, `${title}, map ${printing.mapVersion}`);
    const pdf = await sheetsPdf(set, title, new Date(printing.printedAt));
    response
      .attachment(`${title} ${printing.decisions.kind}.pdf`)
      .type('application/pdf')
      .send(Buffer.from(pdf));
  });
  return router;
}
