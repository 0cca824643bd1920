import { z } from 'zod';
import { storedSheetsSchema, type MapSummary, type Printing, type StoredPicture } from '@nobrel/core/file';
import type { MapVersionRow, PictureRow, PrintingRow } from './models.js';

const storedSheets = z
  .string()
  .transform((text): unknown => JSON.parse(text))
  .pipe(storedSheetsSchema);

/** A stored picture, from its row. */
export function pictureOf({ hash, name, width, height, bytes }: PictureRow): StoredPicture {
  return { hash, name, width, height, bytes };
}

/** What is told of a map without its document, from its row. */
export function summaryOf(row: MapVersionRow): MapSummary {
  const { version, name, lines, lifts, metres, minutes, madeAt } = row;
  return { version, name, lines, lifts, metres, minutes, madeAt: madeAt.toISOString() };
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
