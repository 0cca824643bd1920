import { Router, type Response } from 'express';
import { z } from 'zod';
import { sheetSourceOf } from '@nobrel/core/file';
import {
  calibrationSchema,
  SheetError,
  sheetDecisionsSchema,
  sheetKinds,
  sheetKindWords,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { lengthUnits, formatDate } from '@nobrel/core/units';
import { Fault, parseInput } from '../faults.js';
import type { OpenFile } from '../open-file.js';
import { pageSvg } from '../sheets/page-svg.js';
import { pictureFor, sheetsFor, sheetsPdf } from '../sheets/print.js';
import { openPdf } from '../sheets/rasterise.js';

const units = z.object({ unit: z.enum(lengthUnits).default('mm') });
const pagePath = z.object({ page: z.coerce.number().int().min(1).max(5000) });
const pngQuery = z.object({ ppi: z.coerce.number().min(36).max(1200).default(300) });

/** A canvas larger than this is refused, pixels. */
const maxPixels = 250e6;

/** Pages painted before other requests are let in. */
const pagesAtOnce = 4;

/** Nobody waits for the sheets any more. */
class GivenUp extends Error {}

type SheetParts = Pick<OpenFile, 'works' | 'maps' | 'printings' | 'pictures' | 'calibrations'>;

/** Printing: sheets are laid out from the newest map, put on record, and fetched in open formats. */
export function sheetRoutes({ works, maps, printings, pictures, calibrations }: SheetParts): Router {
  const router = Router();
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

  const printed = async (id: string, query: unknown) => {
    const { unit } = parseInput(units, query);
    const { workId, printing } = await printings.get(id);
    const work = await works.get(workId);
    const { document } = await maps.get(workId, printing.mapVersion);
    const { decisions, mapVersion: version, printedAt } = printing;
    const by = { date: formatDate(printedAt), unit, version };
    const calibration = await calibrationOf(decisions);
    return {
      work,
      by,
      /** Lays the sheets out: lists of holes and measures need none. */
      layOut: () => refusing(() => sheetsFor(work, document, decisions, calibration, by)),
      picture: pictureFor(work, pictures),
      title: `${work.decisions.title}, map ${version}`,
      name: `${work.decisions.title} ${sheetKindWords(decisions.kind)}`,
      printedAt: new Date(printedAt),
      document,
      decisions,
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
    const calibration = await calibrationOf(decisions);
    const by = { date: formatDate(new Date()), unit: 'mm' as const, version: summary.version };
    const { count } = refusing(() => sheetsFor(work, document, decisions, calibration, by));
    response.status(201).json(await printings.record(id, summary.version, decisions, count));
  });
  router.get('/printings/:id/sheets.pdf', async (request, response) => {
    const { id } = request.params;
    const { layOut, title, name, printedAt, picture } = await printed(id, request.query);
    const set = layOut();
    const onPage = async (done: number, of: number) => {
      underWay.set(id, { done, of });
      // Lets other requests in, and hears whether this one was given up.
      if (done % pagesAtOnce === 0) await new Promise((resolve) => setImmediate(resolve));
      if (response.destroyed) throw new GivenUp();
    };
    let pdf: Uint8Array;
    try {
      pdf = await sheetsPdf(set, title, printedAt, { picture, onPage });
    } catch (error) {
      if (error instanceof GivenUp) return;
      throw error;
    } finally {
      underWay.delete(id);
    }
    response.attachment(`${name}.pdf`).type('application/pdf').send(Buffer.from(pdf));
  });
  router.get('/printings/:id/progress', (request, response) => {
    response.json(underWay.get(request.params.id) ?? null);
  });
  router.get('/printings/:id/page-:page.svg', async (request, response) => {
    const { layOut, name, picture } = await printed(request.params.id, request.query);
    const set = layOut();
    const index = pageIndex(set, request.params);
    const svg = await pageSvg(set.page(index), picture);
    send(response, `${name} ${set.labels[index]}.svg`, 'image/svg+xml', svg);
  });
  router.get('/printings/:id/page-:page.png', async (request, response) => {
    const { ppi } = parseInput(pngQuery, request.query);
    const { layOut, title, name, printedAt, picture } = await printed(request.params.id, request.query);
    const set = layOut();
    const index = pageIndex(set, request.params);
    const page = set.page(index);
    if ((page.widthMm / 25.4) * (page.heightMm / 25.4) * ppi * ppi > maxPixels)
      throw new Fault(
        422,
        'too-fine',
        'That many pixels are too many for one picture: ask for fewer an inch.',
        'ppi',
      );
    const single = { ...set, count: 1, page: () => page };
    const pdf = await openPdf(await sheetsPdf(single, title, printedAt, { picture }));
    try {
      const image = await pdf.page(0, ppi);
      send(response, `${name} ${set.labels[index]}.png`, 'image/png', Buffer.from(await image.png()));
    } finally {
      await pdf.close();
    }
  });
  router.get('/printings/:id/lists/:list', async (request, response) => {
    const { work, document, decisions, by, name } = await printed(request.params.id, request.query);
    const list = sheetKinds[decisions.kind].files?.find((file) => file.name === request.params.list);
    if (!list)
      throw new Fault(404, 'no-list', `There is no list ${request.params.list} beside these sheets.`);
    const type = list.name.endsWith('.csv') ? 'text/csv' : 'image/vnd.dxf';
    send(response, `${name} ${list.name}`, type, list.write(sheetSourceOf(work, document, by), decisions));
  });
  return router;
}

function send(response: Response, name: string, type: string, body: string | Buffer): void {
  response.attachment(name).type(type).send(body);
}

function pageIndex(set: SheetSet, params: unknown): number {
  const { page } = parseInput(pagePath, params);
  if (page > set.count) throw new Fault(404, 'no-page', `There are only ${set.count} pages.`);
  return page - 1;
}

/** Says what sheets that cannot be made say. */
function refusing<T>(make: () => T): T {
  try {
    return make();
  } catch (error) {
    if (error instanceof SheetError) throw new Fault(422, 'no-sheets', error.message);
    throw error;
  }
}
