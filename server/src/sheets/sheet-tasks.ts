import workerpool from 'workerpool';
import type { MapDocument } from '@nobrel/core/documents';
import { mainPictureOf, sheetSourceOf, type PrintedBy, type Work } from '@nobrel/core/file';
import {
  makeSheets,
  SheetError,
  type Calibration,
  type PictureSource,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { Fault } from '../faults.js';
import { offer } from '../isolated/offer.js';
import { pageSvg } from './page-svg.js';
import { printedPicture } from './printed-picture.js';
import { sheetsPdf } from './print.js';

/** What sheets are made from. */
export type SheetOrder = {
  work: Work;
  map: MapDocument;
  /** Those of the printing, which need not be those the work has by now. */
  decisions: SheetDecisions;
  calibration: Calibration | null;
  by: PrintedBy;
  /** File of the picture that is worked from. */
  masterPath: string;
  /** In the file’s own record. */
  title: string;
  printedAt: Date;
};

/** A canvas larger than this is refused, pixels. */
const maxPixels = 250e6;

/** The sheets some decisions ask for; says what sheets that cannot be made say. */
function sheetsFor({ work, map, decisions, calibration, by }: SheetOrder): SheetSet {
  try {
    return makeSheets(sheetSourceOf(work, map, by), decisions, calibration ? { bend: calibration } : {});
  } catch (error) {
    if (error instanceof SheetError) throw new Fault(422, 'no-sheets', error.message);
    throw error;
  }
}

/** Parts of a work's reference, for printing. */
function pictureFor({ work, masterPath }: SheetOrder): PictureSource {
  const { picture, preparation } = mainPictureOf(work);
  const { faintness } = work.decisions.reference;
  return printedPicture({ path: masterPath, stored: picture, preparation, faintness });
}

/** A page of a set by its number from 1. */
function indexOf(set: SheetSet, page: number): number {
  if (page > set.count) throw new Fault(404, 'no-page', `There are only ${set.count} pages.`);
  return page - 1;
}

const labelOf = (set: SheetSet, index: number) => set.labels[index] ?? String(index + 1);

const tasks = {
  /** How many pages there are. */
  count: (order: SheetOrder): number => sheetsFor(order).count,

  /** All pages as a PDF; tells how many have been painted. */
  pdf: (order: SheetOrder): Promise<Uint8Array> =>
    sheetsPdf(sheetsFor(order), order.title, order.printedAt, {
      picture: pictureFor(order),
      onPage: async (done, of) => {
        workerpool.workerEmit({ done, of });
        return Promise.resolve();
      },
    }),

  /** One page as SVG. */
  async svg(order: SheetOrder, page: number): Promise<{ label: string; svg: string }> {
    const set = sheetsFor(order);
    const index = indexOf(set, page);
    return { label: labelOf(set, index), svg: await pageSvg(set.page(index), pictureFor(order)) };
  },

  /** One page as PNG. */
  async png(order: SheetOrder, page: number, ppi: number): Promise<{ label: string; png: Uint8Array }> {
    const set = sheetsFor(order);
    const index = indexOf(set, page);
    const own = set.page(index);
    if ((own.widthMm / 25.4) * (own.heightMm / 25.4) * ppi * ppi > maxPixels)
      throw new Fault(
        422,
        'too-fine',
        'That many pixels are too many for one picture: ask for fewer an inch.',
        'ppi',
      );
    const single = { ...set, count: 1, page: () => own };
    // What draws PDFs is large, and most printings want no pixels.
    const { openPdf } = await import('./rasterise.js');
    const pdf = await openPdf(
      await sheetsPdf(single, order.title, order.printedAt, { picture: pictureFor(order) }),
    );
    try {
      const image = await pdf.page(0, ppi);
      return { label: labelOf(set, index), png: await image.png() };
    } finally {
      await pdf.close();
    }
  },
};
/** What is done for a printing, apart from everything else. */
export type SheetTasks = typeof tasks;

offer(tasks);
