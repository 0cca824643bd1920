import { expose } from 'comlink';
import {
  drawnByHand,
  renderDrawing,
  scanCorrected,
  seeded,
  type HandFaults,
  type PageToCorrect,
} from '@nobrel/core/camera';
import {
  checkDrawing,
  DrawingNotFound,
  judgePhotograph,
  printedPages,
  readCorrectedSheet,
  SheetNotFound,
  type CheckSubject,
  type CorrectedSheet,
} from '@nobrel/core/check';
import type { CheckReport, MapDocument } from '@nobrel/core/documents';
import type { Segment } from '@nobrel/core/fit';
import { polylineLength, quadBy, type Quad } from '@nobrel/core/geometry';
import type { Picture } from '@nobrel/core/raster';
import { sheetSourceOf, type PrintedBy, type Work } from '@nobrel/core/file';
import { makeSheets, SheetError, type SheetKind } from '@nobrel/core/sheets';
import { masterOf, type PictureOrder } from './masters.js';

/** A photograph or scan of a printed sheet, and what it may have been printed from. */
export type CheckOrder = {
  picture: Pick<PictureOrder, 'hash'>;
  map: MapDocument;
  work: Pick<Work, 'decisions' | 'pictures' | 'printings'>;
  by: PrintedBy;
};

/** A photograph of the drawing, and what it is held against. */
export type PhotographOrder = {
  picture: PictureOrder;
  map: MapDocument;
  /** Corners of the surface in the stored picture, pixels; found when there are none. */
  corners: Quad | null;
  byPoints: boolean;
  toleranceMm: number;
  /** Lines that may have helped drawing, mm on the surface. */
  construction: readonly Segment[];
  of: CheckSubject;
};

/** A drawing held against its map, and where the surface lies in the stored picture. */
export type Found = { report: CheckReport; corners: Quad };

/** A drawing and a photograph of it that are made up, to try the check with. */
export type SimulationOrder = {
  map: MapDocument;
  faults: HandFaults;
  /** How good the photographer is, 0–1. */
  photographer: number;
  seed: number;
};

/** A printed outline that is corrected and scanned by nobody, to try that with. */
export type ScanOrder = Omit<CheckOrder, 'picture'> & { seed: number };

/** Pixels of a photograph that is made up: enough for every line, and soon done. */
const simulatedPixels = 3.2e6;

/** Kinds of sheets whose lines can be corrected on paper. */
const correctable: readonly SheetKind[] = ['outline', 'mirrored'];

/** Makes the photograph that was checked last as it is seen square-on. */
let lastFlat: (() => Picture) | null = null;

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
      return readCorrectedSheet(levels(), map, pages);
    } catch (error) {
      if (error instanceof SheetNotFound || error instanceof SheetError) return { fault: error.message };
      throw error;
    }
  },

  /** Holds a photograph of the drawing against the map, or says why it cannot be. */
  async checkPhotograph({
    picture,
    map,
    corners,
    byPoints,
    toleranceMm,
    construction,
    of,
  }: PhotographOrder): Promise<Found | { fault: string }> {
    const { picture: master, levels } = await masterOf(picture);
    try {
      const shrink = master.width / picture.width;
      const sized = (quad: Quad, by: number) => quadBy((k) => ({ x: quad[k].x * by, y: quad[k].y * by }));
      const { report, flat } = checkDrawing(levels(), map, {
        corners: corners && sized(corners, shrink),
        byPoints,
        toleranceMm,
        construction,
        of,
      });
      const seen = quadBy((k) => ({ x: report.paper.corners[k][0], y: report.paper.corners[k][1] }));
      lastFlat = flat;
      return { report, corners: sized(seen, 1 / shrink) };
    } catch (error) {
      if (!(error instanceof DrawingNotFound)) throw error;
      // What is wrong with the photograph itself is the likeliest reason.
      const size = { widthMm: map.surface.width, heightMm: map.surface.height };
      const { troubles } = judgePhotograph(master, size);
      return { fault: [error.message, ...troubles.map(({ says }) => says)].join(' ') };
    }
  },

  /** The photograph checked last, seen square-on, as JPEG. */
  flatPicture(): Promise<Blob> {
    const flat = lastFlat;
    lastFlat = null;
    return flat ? jpegOf(flat()) : Promise.reject(new Error('No photograph was checked.'));
  },

  /** A photograph of the map drawn by a hand that errs, as JPEG. */
  async simulatePhotograph({ map, faults, photographer, seed }: SimulationOrder): Promise<Blob> {
    const { drawing } = drawnByHand(map, faults, seed);
    const { picture } = renderDrawing(drawing, {
      tool: 'pencil',
      paper: 92,
      contrast: 48,
      light: photographer > 0.7 ? 'even' : 'uneven',
      taken: 'photographed',
      pxPerMm: Math.sqrt(simulatedPixels / (drawing.widthMm * drawing.heightMm)),
      seed,
      table: 40 + 15 * seeded(seed)(),
      filled: 0.9 - 0.14 * (1 - photographer),
    });
    return jpegOf(picture);
  },

  /** A scan of the outline as it is printed now, corrected with a pen, as JPEG; or why there is none. */
  async simulateScan({ seed, ...order }: ScanOrder): Promise<Blob | { fault: string }> {
    try {
      const on = fullestPage(order);
      if (!on) return { fault: 'This map has no lines to print.' };
      return await jpegOf(scanCorrected(order.map, on, seed).picture);
    } catch (error) {
      if (error instanceof SheetError) return { fault: error.message };
      throw error;
    }
  },
};

/** The printed page that shows most of the drawing. */
function fullestPage({ map, work: printed, by }: Omit<CheckOrder, 'picture'>): PageToCorrect | null {
  const set = makeSheets(sheetSourceOf(printed, map, by), { ...printed.decisions.sheets, kind: 'outline' });
  const lengths = printedPages(set).map(({ lines, window, fromSurface }, k) => ({
    on: { page: set.page(k), window, fromSurface },
    mm: lines.reduce((sum, line) => sum + polylineLength(line), 0),
  }));
  return lengths.sort((a, b) => b.mm - a.mm)[0]?.on ?? null;
}

async function jpegOf({ width, height, data }: Picture): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot draw pictures in the background.');
  context.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
}

export type CheckWorker = typeof work;
expose(work);
