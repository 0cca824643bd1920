import { expose } from 'comlink';
import { printedPages, readCorrectedSheet, SheetNotFound, type CorrectedSheet } from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { sheetSourceOf, type PrintedBy, type Work } from '@nobrel/core/file';
import { makeSheets, SheetError, type SheetKind } from '@nobrel/core/sheets';
import { masterOf, type PictureOrder } from './masters.js';

/** A photograph or scan of a printed sheet, and what it may have been printed from. */
export type CheckOrder = {
  picture: PictureOrder;
  map: MapDocument;
  work: Pick<Work, 'decisions' | 'pictures' | 'printings'>;
  by: PrintedBy;
};

/** Kinds of sheets whose lines can be corrected on paper. */
const correctable: readonly SheetKind[] = ['outline', 'mirrored'];

const work = {
  /** Reads what was drawn onto a printed sheet, or says why it cannot be read. */
  async readCorrections({
    picture,
    map,
    work: printed,
    by,
  }: CheckOrder): Promise<CorrectedSheet | { fault: string }> {
    try {
      const { levels } = await masterOf(picture);
      const source = sheetSourceOf(printed, map, by);
      const { sheets } = printed.decisions;
      // The kind chosen at Sheets is the likeliest.
      const kinds = [...correctable].sort((a, b) => Number(b === sheets.kind) - Number(a === sheets.kind));
      const pages = kinds.flatMap((kind) => printedPages(makeSheets(source, { ...sheets, kind })));
      return readCorrectedSheet(levels, map, pages);
    } catch (error) {
      if (error instanceof SheetNotFound || error instanceof SheetError) return { fault: error.message };
      throw error;
    }
  },
};

export type CheckWorker = typeof work;
expose(work);
