import { Router, type Response } from 'express';
import { z } from 'zod';
import type { MapDocument } from '@nobrel/core/documents';
import { mainPictureOf, sheetSourceOf, type Work } from '@nobrel/core/file';
import {
  calibrationSchema,
  sheetDecisionsSchema,
  sheetKinds,
  sheetKindWords,
  type SheetDecisions,
} from '@nobrel/core/sheets';
import { lengthUnits, formatDate } from '@nobrel/core/units';
import { Fault, parseInput } from '../faults.js';
import { Isolated } from '../isolated/isolated.js';
import type { OpenFile } from '../open-file.js';
import type { SheetOrder, SheetTasks } from '../sheets/sheet-tasks.js';

const units = z.object({ unit: z.enum(lengthUnits).default('mm') });
const pagePath = z.object({ page: z.coerce.number().int().min(1).max(5000) });
const pngQuery = z.object({ ppi: z.coerce.number().min(36).max(1200).default(300) });
const progressSchema = z.object({ done: z.number(), of: z.number() });

/** Sets of sheets made at a time, and how long one may take, milliseconds. */
const atOnce = 2;
const maxMs = 10 * 60_000;

/** Makes sheets apart from everything else, so that nobody waits for another one’s. */
const isolateSheets = () =>
  new Isolated<SheetTasks>({
    file: new URL('../sheets/sheet-tasks.js', import.meta.url),
    as: 'thread',
    atOnce,
    maxMs,
    tooMuch: () =>
      new Fault(
        422,
        'too-much-work',
        'These sheets take too long to make. Make the map simpler, or print fewer.',
      ),
  });

type SheetParts = Pick<OpenFile, 'works' | 'maps' | 'printings' | 'pictures' | 'calibrations' | 'onClose'>;

/** Printing: sheets are laid out from the newest map, put on record, and fetched in open formats. */
export function sheetRoutes(parts: SheetParts): Router {
  const router = Router();
  const apart = isolateSheets();
  parts.onClose(() => apart.close());
  const orders = new SheetOrders(parts);
  routeCalibrations(router, parts);
  routePrintings(router, parts, apart, orders);
  routePages(router, apart, orders);
  return router;
}

/** What sheets are made from: of the newest map, and as they were printed. */
class SheetOrders {
  constructor(private readonly parts: SheetParts) {}

  /** What sheets of a map are made from. */
  async of(
    { work, map }: { work: Work; map: MapDocument },
    decisions: SheetDecisions,
    by: SheetOrder['by'],
    printedAt: Date,
  ): Promise<SheetOrder> {
    return {
      work,
      map,
      decisions,
      calibration: await this.calibrationOf(decisions),
      by,
      masterPath: await this.parts.pictures.renditionPath(mainPictureOf(work).picture.hash, 'master'),
      title: `${work.decisions.title}, map ${by.version}`,
      printedAt,
    };
  }

  /** Sheets that were printed, as they were then; lengths are said in the unit that is asked for. */
  async printed(id: string, query: unknown) {
    const { works, maps, printings } = this.parts;
    const { unit } = parseInput(units, query);
    const { workId, printing } = await printings.get(id);
    const work = await works.get(workId);
    const { document } = await maps.get(workId, printing.mapVersion);
    const { decisions, mapVersion: version, printedAt } = printing;
    const by = { date: formatDate(printedAt), unit, version };
    return {
      order: () => this.of({ work, map: document }, decisions, by, new Date(printedAt)),
      source: () => sheetSourceOf(work, document, by),
      decisions,
      name: `${work.decisions.title} ${sheetKindWords(decisions.kind)}`,
    };
  }

  private async calibrationOf({ calibration }: SheetDecisions) {
    if (calibration === null) return null;
    const found = await this.parts.calibrations.find(calibration);
    if (found) return found;
    throw new Fault(
      422,
      'no-calibration',
      'This calibration was deleted. Choose another, or none, at Sheets.',
    );
  }
}

function routeCalibrations(router: Router, { calibrations }: SheetParts): void {
  router.get('/calibrations', async (_request, response) => {
    response.json(await calibrations.list());
  });
  router.post('/calibrations', async (request, response) => {
    const made = parseInput(calibrationSchema.omit({ id: true, madeAt: true }), request.body);
    response.status(201).json(await calibrations.keep(made));
  });
  router.delete('/calibrations/:id', async (request, response) => {
    await calibrations.forget(request.params.id);
    response.status(204).end();
  });
}

type Apart = ReturnType<typeof isolateSheets>;

/** Putting sheets on record, and fetching them all. */
function routePrintings(
  router: Router,
  { works, maps, printings }: SheetParts,
  apart: Apart,
  orders: SheetOrders,
): void {
  /** How far sheets have come that are being painted, by their printing. */
  const underWay = new Map<string, { done: number; of: number }>();

  router.post('/works/:id/printings', async (request, response) => {
    const decisions = parseInput(sheetDecisionsSchema, request.body);
    const { id } = request.params;
    const work = await works.get(id);
    const { document: map, summary } = await maps.get(id);
    const printedAt = new Date();
    const by = { date: formatDate(printedAt), unit: 'mm', version: summary.version } as const;
    const count = await apart.run('count', [await orders.of({ work, map }, decisions, by, printedAt)]);
    response.status(201).json(await printings.record(id, summary.version, decisions, count));
  });
  router.get('/printings/:id/sheets.pdf', async (request, response) => {
    const { id } = request.params;
    const { order, name } = await orders.printed(id, request.query);
    let waiting = true;
    await whileAwaited(response, async (signal) => {
      const pdf = await apart.run('pdf', [await order()], {
        signal,
        onTold: (told) => {
          // What was told before the end may be heard after it.
          if (waiting) underWay.set(id, progressSchema.parse(told));
        },
      });
      send(response, `${name}.pdf`, 'application/pdf', Buffer.from(pdf));
    }).finally(() => {
      waiting = false;
      underWay.delete(id);
    });
  });
  router.get('/printings/:id/progress', (request, response) => {
    response.json(underWay.get(request.params.id) ?? null);
  });
}

/** Single pages, and the lists beside sheets. */
function routePages(router: Router, apart: Apart, orders: SheetOrders): void {
  router.get('/printings/:id/page-:page.svg', async (request, response) => {
    const { page } = parseInput(pagePath, request.params);
    const { order, name } = await orders.printed(request.params.id, request.query);
    await whileAwaited(response, async (signal) => {
      const { label, svg } = await apart.run('svg', [await order(), page], { signal });
      send(response, `${name} ${label}.svg`, 'image/svg+xml', svg);
    });
  });
  router.get('/printings/:id/page-:page.png', async (request, response) => {
    const { page } = parseInput(pagePath, request.params);
    const { ppi } = parseInput(pngQuery, request.query);
    const { order, name } = await orders.printed(request.params.id, request.query);
    await whileAwaited(response, async (signal) => {
      const { label, png } = await apart.run('png', [await order(), page, ppi], { signal });
      send(response, `${name} ${label}.png`, 'image/png', Buffer.from(png));
    });
  });
  router.get('/printings/:id/lists/:list', async (request, response) => {
    const { source, decisions, name } = await orders.printed(request.params.id, request.query);
    const list = sheetKinds[decisions.kind].files?.find((file) => file.name === request.params.list);
    if (!list)
      throw new Fault(404, 'no-list', `There is no list ${request.params.list} beside these sheets.`);
    const type = list.name.endsWith('.csv') ? 'text/csv' : 'image/vnd.dxf';
    send(response, `${name} ${list.name}`, type, list.write(source(), decisions));
  });
}

/** Does what an answer needs, and ends it when nobody waits for the answer any more. */
async function whileAwaited(
  response: Response,
  answer: (signal: AbortSignal) => Promise<void>,
): Promise<void> {
  const left = new AbortController();
  response.once('close', () => left.abort());
  try {
    await answer(left.signal);
  } catch (error) {
    if (!left.signal.aborted) throw error;
  }
}

function send(response: Response, name: string, type: string, body: string | Buffer): void {
  response.attachment(name).type(type).send(body);
}
