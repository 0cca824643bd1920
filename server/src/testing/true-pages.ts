import type { MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import {
  defaultSheetDecisions,
  makeSheets,
  type PrinterBend,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { sheetsPdf } from '../sheets/print.js';
import { openPdf } from '../sheets/rasterise.js';

/** Fineness pages are measured at, pixels an inch. */
export const ppi = 300;

/** Places of the crosses: every so many mm, from so far within the edges. */
export function lattice(width: number, height: number, stepMm: number): { x: number; y: number }[] {
  const at = (side: number) => {
    const count = Math.max(1, Math.floor((side - 20) / stepMm));
    return Array.from({ length: count + 1 }, (_, i) => 10 + (i * (side - 20)) / count);
  };
  return at(height).flatMap((y) => at(width).map((x) => ({ x, y })));
}

/** A map of thin crosses at known places. */
export function crosses(
  width: number,
  height: number,
  places: readonly { x: number; y: number }[],
): MapDocument {
  const arms = places.flatMap(({ x, y }, i) => [
    lineOf(
      [
        [x - 3, y],
        [x + 3, y],
      ],
      { id: `a${i}.0` },
    ),
    lineOf(
      [
        [x, y - 3],
        [x, y + 3],
      ],
      { id: `a${i}.1` },
    ),
  ]);
  return mapWith(width, height, arms);
}

/** The sheets of a map alone. */
export function sheets(map: MapDocument, change: Partial<SheetDecisions> = {}, bend?: PrinterBend): SheetSet {
  const source = plainSheetSource(map, 'Crosses', {
    date: '2026-11-25',
    unit: 'mm',
    sketch: null,
    grid: null,
    closeUps: [],
  });
  const decisions = { ...defaultSheetDecisions, lineMm: 0.3, ...change };
  return makeSheets(source, decisions, bend ? { bend } : {});
}

/** Pages as PDF. */
export const pdfOf = (set: Pick<SheetSet, 'count' | 'page'>) =>
  sheetsPdf({ ...set, labels: [], mirrored: false, tiled: null, notes: [] }, 'Crosses', new Date(0));

/** A picture of one page of a PDF. */
export async function pictureOf(pdf: Uint8Array, index = 0) {
  const open = await openPdf(pdf);
  const image = await open.page(index, ppi);
  await open.close();
  return image;
}
