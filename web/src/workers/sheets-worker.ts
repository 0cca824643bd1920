import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import { sheetSourceOf, type PrintedBy, type Work } from '@nobrel/core/file';
import {
  makeSheets,
  SheetError,
  type PrinterBend,
  type SheetDecisions,
  type SheetLaying,
  type SheetPage,
  type SheetSet,
} from '@nobrel/core/sheets';

/** What is to be laid out of the map last taken. */
export type SheetsOrder = {
  work: Pick<Work, 'decisions' | 'pictures' | 'printings'>;
  by: PrintedBy;
  sheets: SheetDecisions;
  bend: PrinterBend | null;
};

/** Sheets as the worker holds them: pages are asked for by this number. */
export type HeldSheets = SheetLaying & { held: number };

let map: MapDocument | null = null;
let newest = 0;
let last: { held: number; set: SheetSet } | null = null;

/** Lets a newer order come in. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

const work = {
  /** Takes the map that orders are about, once for all of them. */
  takeMap(document: MapDocument): void {
    map = document;
  },

  /**
   * Lays sheets out.
   *
   * @returns how they lie, or why they cannot be; null when a newer order came in
   */
  async layOut({ work, by, sheets, bend }: SheetsOrder): Promise<HeldSheets | { fault: string } | null> {
    const held = ++newest;
    await pause();
    if (held !== newest || !map) return null;
    try {
      const set = makeSheets(sheetSourceOf(work, map, by), sheets, bend ? { bend } : {});
      last = { held, set };
      const { count, labels, mirrored, tiled, notes } = set;
      return { held, count, labels, mirrored, tiled, notes };
    } catch (error) {
      if (error instanceof SheetError) return { fault: error.message };
      throw error;
    }
  },

  /** A page of sheets that were laid out, or null when others were laid out since. */
  page(held: number, index: number): SheetPage | null {
    return last?.held === held ? last.set.page(index) : null;
  },
};

export type SheetsWorker = typeof work;
expose(work);
