import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { MapDocument } from '@nobrel/core/documents';
import { mainPictureOf, sheetSourceOf, type PrintedBy, type Work } from '@nobrel/core/file';
import {
  makeSheets,
  paintPdf,
  type PdfOptions,
  type Calibration,
  type PictureSource,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import type { PictureStore } from '../reference/picture-store.js';
import { printedPicture } from './printed-picture.js';

const require = createRequire(import.meta.url);

/** The plain sans of the interface, embedded in every PDF. */
export function sheetFont(): Promise<Uint8Array> {
  return readFile(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff'));
}

/** The sheets some decisions ask for, which need not be those the work has by now. */
export function sheetsFor(
  work: Work,
  map: MapDocument,
  decisions: SheetDecisions,
  calibration: Calibration | null,
  by: PrintedBy,
): SheetSet {
  return makeSheets(sheetSourceOf(work, map, by), decisions, calibration ? { bend: calibration } : {});
}

/** Parts of a work's reference, for printing. */
export function pictureFor(work: Work, pictures: PictureStore): PictureSource {
  const { picture, preparation } = mainPictureOf(work);
  const { faintness } = work.decisions.reference;
  const path = pictures.path(picture.hash, 'master');
  return printedPicture({ path, stored: picture, preparation, faintness });
}

/** Paints a set of sheets to a PDF with the shipped font. */
export async function sheetsPdf(
  set: SheetSet,
  title: string,
  date: Date,
  more: Pick<PdfOptions, 'picture' | 'onPage'> = {},
): Promise<Uint8Array> {
  return paintPdf(set, { font: await sheetFont(), title, date, ...more });
}
