import { z } from 'zod';
import type { MapSummary, Printing, StoredPicture } from '@nobrel/core/file';
import { sheetDecisionsSchema } from '@nobrel/core/sheets';
import type { MapVersionRow, PictureRow, PrintingRow } from './models.js';

const storedSheets = z
  .string()
  .transform((text): unknown => JSON.parse(text))
  .pipe(sheetDecisionsSchema);

/** A stored picture, from its row. */
export function pictureOf({ hash, name, width, height, bytes }: PictureRow): StoredPicture {
  return { hash, name, width, height, bytes };
}

/** What is told of a map without its document, from its row. */
export function summaryOf(row: MapVersionRow): MapSummary {
  const { version, name, lines, metres, minutes, madeAt } = row;
  return { version, name, lines, metres, minutes, madeAt: madeAt.toISOString() };
}

/** A printing, from its row. */
export function printingOf(row: PrintingRow): Printing {
  return {
    id: row.id,
    printedAt: row.printedAt.toISOString(),
    mapVersion: row.mapVersion,
    decisions: storedSheets.parse(row.decisions),
    pages: row.pages,
  };
}
