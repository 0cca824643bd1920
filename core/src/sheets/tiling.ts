import type { Rect } from '../geometry/index.js';
import { columnLetters, type SizeMm } from '../units/index.js';

/** Sheets that cannot be laid out as asked. The message says what to change. */
export class SheetError extends Error {
  override name = 'SheetError';
}

/** How large a printed length comes out, 1 for true: along the page's width and height as displayed. */
export type PrinterScale = { x: number; y: number };

export type TilingOptions = {
  /** Size of the final surface, mm. */
  surface: { width: number; height: number };
  /** Size of the printer's paper, mm, either way round. */
  paper: SizeMm;
  /** Rim the printer cannot reach, mm. */
  marginMm: number;
  /** How far neighbouring sheets overlap, mm on the surface. */
  overlapMm: number;
  printerScale?: PrinterScale;
};

/** One sheet of the tiling. */
export type Tile = {
  /** Column letter and row number, such as A1. */
  label: string;
  column: number;
  row: number;
  /** Part of the surface it shows, mm. */
  window: Rect;
};

export type Tiling = {
  /** The page as displayed, mm. */
  page: SizeMm;
  columns: number;
  rows: number;
  tiles: Tile[];
  /** Where every tile's window begins on its page, mm in the file. */
  at: { x: number; y: number };
  scale: PrinterScale;
  overlapMm: number;
};

/** Strip at the foot of each page for its label and check bar, mm. */
export const footMm = 12;

/** More sheets than this are a mistake in a size. */
const mostSheets = 2000;

/**
 * Cuts a surface into windows that fit the paper, the way round that takes fewer sheets. The windows are of
 * one size, so that no sheet shows only a sliver. One page when it fits.
 *
 * @throws SheetError when the paper is too small for its margins or the overlap too large
 */
export function tileSurface(options: TilingOptions): Tiling {
  const { widthMm, heightMm } = options.paper;
  const upright = tileOnto(
    { widthMm: Math.min(widthMm, heightMm), heightMm: Math.max(widthMm, heightMm) },
    options,
  );
  const lying = tileOnto(
    { widthMm: Math.max(widthMm, heightMm), heightMm: Math.min(widthMm, heightMm) },
    options,
  );
  const count = (tiling: Tiling | SheetError) =>
    tiling instanceof SheetError ? Infinity : tiling.tiles.length;
  const best = count(lying) < count(upright) ? lying : upright;
  if (best instanceof SheetError) throw best;
  return best;
}

function tileOnto(page: SizeMm, options: TilingOptions): Tiling | SheetError {
  const { surface, marginMm, overlapMm } = options;
  const scale = options.printerScale ?? { x: 1, y: 1 };
  if (!(scale.x > 0.5 && scale.x < 2 && scale.y > 0.5 && scale.y < 2)) {
    return new SheetError('A printer scale must lie between 0.5 and 2; 1 is true size.');
  }
  // What the printer will lay down is the length in the file times its scale.
  const roomWidth = (page.widthMm - 2 * marginMm) * scale.x;
  const roomHeight = (page.heightMm - 2 * marginMm - footMm) * scale.y;
  if (!(roomWidth >= 30 && roomHeight >= 30)) {
    return new SheetError(
      'The paper is too small for its margins: choose a larger paper or smaller margins.',
    );
  }
  if (!(overlapMm >= 0) || overlapMm > Math.min(roomWidth, roomHeight) / 2) {
    return new SheetError(
      `An overlap of ${overlapMm} mm is too much for this paper: use at most ${Math.floor(Math.min(roomWidth, roomHeight) / 2)} mm.`,
    );
  }
  const columns = countOf(surface.width, roomWidth, overlapMm);
  const rows = countOf(surface.height, roomHeight, overlapMm);
  if (columns * rows > mostSheets) {
    return new SheetError(
      `That would take ${columns * rows} sheets: check the sizes, or choose a larger paper.`,
    );
  }
  const width = (surface.width + (columns - 1) * overlapMm) / columns;
  const height = (surface.height + (rows - 1) * overlapMm) / rows;
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const window = { x: column * (width - overlapMm), y: row * (height - overlapMm), width, height };
      tiles.push({ label: `${columnLetters(column)}${row + 1}`, column, row, window });
    }
  }
  return { page, columns, rows, tiles, at: { x: marginMm, y: marginMm }, scale, overlapMm };
}

function countOf(side: number, room: number, overlap: number): number {
  // A hundredth of a millimetre over is not worth another sheet.
  return side <= room + 0.01 ? 1 : Math.ceil((side - overlap - 0.01) / (room - overlap));
}
