import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { paintPdf, type PdfOptions, type SheetSet } from '@nobrel/core/sheets';

const require = createRequire(import.meta.url);

/** The plain sans of the interface, embedded in every PDF. */
export function sheetFont(): Promise<Uint8Array> {
  return readFile(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff'));
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
