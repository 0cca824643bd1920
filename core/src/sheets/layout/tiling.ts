import type { Rect } from '../../geometry/index.js';
import { columnLetters, type SizeMm } from '../../units/index.js';
import { filePlace, trueRoom, type PrinterBend } from '../calibration.js';
import type { SheetDecisions } from '../decisions.js';
import type { Affine } from '../page/page.js';
import type { Paper } from './papers.js';

/** Sheets that cannot be laid out as asked. The message says what to change. */
export class SheetError extends Error {
  override name = 'SheetError';
}

/** What the paper and the printer take. */
export type TilingOptions = Pick<SheetDecisions, 'marginMm' | 'overlapMm' | 'orientation'> & {
  /** The printer's paper, either way round. */
  paper: Paper;
  /** What the printer does to a length. */
  bend: PrinterBend;
  /** The hand that joins: what is not drawing lies on the side the next sheet covers. */
  hand: 'right' | 'left';
};

/** One sheet of the tiling. */
export type Tile = {
  /** Column letter and row number, such as A1. */
  label: string;
  column: number;
  row: number;
  /** Part of the drawing it shows, mm. */
  window: Rect;
};

export type Tiling = {
  /** The page as displayed, mm. */
  page: SizeMm;
  columns: number;
  rows: number;
  tiles: Tile[];
  /** Room for the drawing, its foot and its side on every page, mm as they come out on paper. */
  room: SizeMm;
  /** Where windows begin in the room, mm: beside the upright bar, where that stands on the left. */
  startMm: number;
  /** From true mm, counted from the corner of the room, to mm in the file. */
  toFile: Affine;
  overlapMm: number;
};

/** Strip at the foot of each page for its label and check bar, mm. */
export const footMm = 12;

/** Strip along one side of each page for the upright check bar, mm. */
export const sideMm = 6;

/** More sheets than this are a mistake in a size. */
const maxSheets = 2000;

/** The ways round that are to be tried. */
export function waysRound({ paper, orientation }: Pick<TilingOptions, 'paper' | 'orientation'>): SizeMm[] {
  if (paper.roll) return [paper];
  const short = Math.min(paper.widthMm, paper.heightMm);
  const long = Math.max(paper.widthMm, paper.heightMm);
  const portrait = { widthMm: short, heightMm: long };
  const landscape = { widthMm: long, heightMm: short };
  if (orientation === 'portrait') return [portrait];
  if (orientation === 'landscape') return [landscape];
  return short === long ? [portrait] : [portrait, landscape];
}

/**
 * Cuts a part of a drawing into windows that fit a page. The windows are of one size, so that no sheet shows
 * only a sliver. One page when it fits.
 *
 * @param extent what is to be shown, mm
 * @throws SheetError when the paper is too small for its margins or the overlap too large
 */
export function tileOnto(page: SizeMm, extent: Rect, options: TilingOptions): Tiling {
  const { marginMm, overlapMm, bend, paper } = options;
  const room = trueRoom(
    { widthMm: page.widthMm - 2 * marginMm, heightMm: page.heightMm - 2 * marginMm },
    bend,
  );
  const across = room.widthMm - sideMm;
  const down = room.heightMm - footMm;
  if (!(across >= 30 && down >= 30)) {
    throw new SheetError('The paper is too small for its margins: choose a larger paper or smaller margins.');
  }
  if (!(overlapMm >= 0) || overlapMm > Math.min(across, down) / 2) {
    throw new SheetError(
      `An overlap of ${overlapMm} mm is too much for this paper: use at most ${Math.floor(Math.min(across, down) / 2)} mm.`,
    );
  }
  const columns = countOf(extent.width, across, overlapMm);
  const rows = countOf(extent.height, down, overlapMm);
  if (columns * rows > maxSheets) {
    throw new SheetError(
      `That would take ${columns * rows} sheets: check the sizes, or choose a larger paper.`,
    );
  }
  const width = (extent.width + (columns - 1) * overlapMm) / columns;
  const height = (extent.height + (rows - 1) * overlapMm) / rows;
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const window = {
        x: extent.x + column * (width - overlapMm),
        y: extent.y + row * (height - overlapMm),
        width,
        height,
      };
      tiles.push({ label: `${columnLetters(column)}${row + 1}`, column, row, window });
    }
  }
  const rest = { columns, rows, tiles, overlapMm, startMm: options.hand === 'left' ? sideMm : 0 };
  if (!paper.roll) return { page, room, toFile: filePlace(room, bend, marginMm), ...rest };
  // Off a roll only as much is cut as the drawing needs.
  const cut = { ...room, heightMm: height + footMm };
  const heightMm = Math.ceil(cut.heightMm / bend.scaleY + 2 * marginMm);
  return {
    page: { ...page, heightMm },
    room: cut,
    toFile: filePlace(cut, bend, marginMm),
    ...rest,
  };
}

function countOf(side: number, room: number, overlap: number): number {
  // A hundredth of a millimetre over is not worth another sheet.
  return side <= room + 0.01 ? 1 : Math.ceil((side - overlap - 0.01) / (room - overlap));
}
