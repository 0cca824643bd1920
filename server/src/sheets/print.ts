import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { MapDocument } from '@nobrel/core/documents';
import { outlineSheets, paintPdf, type SheetDecisions, type SheetSet } from '@nobrel/core/sheets';
import { findFormat } from '@nobrel/core/units';

const require = createRequire(import.meta.url);

/** The plain sans of the interface, embedded in every PDF. */
export function sheetFont(): Promise<Uint8Array> {
  return readFile(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff'));
}

/** Lays out the sheets a work's decisions ask for. */
export function sheetsFor(map: MapDocument, decisions: SheetDecisions, title: string): SheetSet {
  const paper = findFormat(decisions.paper);
  if (!paper) throw new RangeError(`There is no paper called ${decisions.paper}.`);
  return outlineSheets(map, { ...decisions, paper, title });
}

/** Paints a set of sheets to a PDF with the shipped font. */
export async function sheetsPdf(set: SheetSet, title: string, date: Date): Promise<Uint8Array> {
  return paintPdf(set.pages, { font: await sheetFont(), title, date });
}
