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
  const { works, maps, printings, pictures, calibrations } = parts;
  const router = Router();
  const apart = isolateSheets();
  parts.onClose(() => apart.close());
  /** How far sheets have come that are being painted, by their printing. */
  const underWay = new Map<string, { done: number; of: number }>();

  const calibrationOf = async ({ calibration }: SheetDecisions) => {
    const found = calibration === null ? null : await calibrations.find(calibration);
    if (calibration !== null && !found)
      throw new Fault(
        422,
        'no-calibration',
        'This calibration was deleted. Choose another, or none, at Sheets.',
      );
    return found;
  };

  /** What sheets of a map are made from. */
  const orderFor = async (
    work: Work,
    map: MapDocument,
    decisions: SheetDecisions,
    by: SheetOrder['by'],
    printedAt: Date,
  ): Promise<SheetOrder> => ({
    work,
    map,
    decisions,
    calibration: await calibrationOf(decisions),
    by,
    masterPath: await pictures.renditionPath(mainPictureOf(work).picture.hash, 'master'),
    title: `${work.decisions.title}, map ${by.version}`,
    printedAt,
  });

  const printed = async (id: string, query: unknown) => {
    const { unit } = parseInput(units, query);
    const { workId, printing } = await printings.get(id);
    const work = await works.get(workId);
    const { document } = await maps.get(workId, printing.mapVersion);
    const { decisions, mapVersion: version, printedAt } = printing;
    const by = { date: formatDate(printedAt), unit, version };
    return {
      order: () => orderFor(work, document, decisions, by, new Date(printedAt)),
      source: () => sheetSourceOf(work, document, by),
      decisions,
      name: `${work.decisions.title} ${sheetKindWords(decisions.kind)}`,
    };
  };

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

  router.post('/works/:id/printings', async (request, response) => {
    const decisions = parseInput(sheetDecisionsSchema, request.body);
    const { id } = request.params;
    const work = await works.get(id);
    const { document, summary } = await maps.get(id);
    const printedAt = new Date();
    const by = { date: formatDate(printedAt), unit: 'mm', version: summary.version } as const;
    const count = await apart.run('count', [await orderFor(work, document, decisions, by, printedAt)]);
    response.status(201).json(await printings.record(id, summary.version, decisions, count));
  });
  router.get('/printings/:id/sheets.pdf', async (request, response) => {
    const { id } = request.params;
    const { order, name } = await printed(id, request.query);
    const given = new AbortController();
    response.once('close', () => given.abort());
    let waiting = true;
    try {
      const pdf = await apart.run('pdf', [await order()], {
        signal: given.signal,
        onTold: (told) => {
          // What was told before the end may be heard after it.
          if (waiting) underWay.set(id, progressSchema.parse(told));
        },
      });
      response.attachment(`${name}.pdf`).type('application/pdf').send(Buffer.from(pdf));
    } catch (error) {
      // Nobody waits for the sheets any more.
      if (!given.signal.aborted) throw error;
    } finally {
      waiting = false;
      underWay.delete(id);
    }
  });
  router.get('/printings/:id/progress', (request, response) => {
    response.json(underWay.get(request.params.id) ?? null);
  });
  router.get('/printings/:id/page-:page.svg', async (request, response) => {
    const { page } = parseInput(pagePath, request.params);
    const { order, name } = await printed(request.params.id, request.query);
    const { label, svg } = await apart.run('svg', [await order(), page]);
    send(response, `${name} ${label}.svg`, 'image/svg+xml', svg);
  });
  router.get('/printings/:id/page-:page.png', async (request, response) => {
    const { page } = parseInput(pagePath, request.params);
    const { ppi } = parseInput(pngQuery, request.query);
    const { order, name } = await printed(request.params.id, request.query);
    const { label, png } = await apart.run('png', [await order(), page, ppi]);
    send(response, `${name} ${label}.png`, 'image/png', Buffer.from(png));
  });
  router.get('/printings/:id/lists/:list', async (request, response) => {
    const { source, decisions, name } = await printed(request.params.id, request.query);
    const list = sheetKinds[decisions.kind].files?.find((file) => file.name === request.params.list);
    if (!list)
      throw new Fault(404, 'no-list', `There is no list ${request.params.list} beside these sheets.`);
    const type = list.name.endsWith('.csv') ? 'text/csv' : 'image/vnd.dxf';
    send(response, `${name} ${list.name}`, type, list.write(source(), decisions));
  });
  return router;
}

function send(response: Response, name: string, type: string, body: string | Buffer): void {
  response.attachment(name).type(type).send(body);
}
