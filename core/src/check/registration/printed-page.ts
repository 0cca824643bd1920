import type { Rect } from '../../geometry/index.js';
import {
  placeOfTile,
  textWidthMm,
  type Affine,
  type PageItem,
  type PageText,
  type SheetSet,
} from '../../sheets/index.js';
import { asRun } from './found-lines.js';

/** A page as it was printed, for finding it again on a photograph or scan of it; mm on the page. */
export type PrintedPage = {
  label: string;
  widthMm: number;
  heightMm: number;
  /** All lines on it: x0, y0, x1, y1 …, closed ones ending where they begin. */
  lines: Float64Array[];
  /** Where words stand. */
  words: Rect[];
  /** The part that shows the surface. */
  window: Rect;
  /** From the surface to the page. */
  fromSurface: Affine;
};

/** The pages of a set of sheets that show a part of the surface. */
export function printedPages(set: SheetSet): PrintedPage[] {
  const { tiled, mirrored } = set;
  if (!tiled) return [];
  return tiled.printed.map((tile, index) => {
    const { label, widthMm, heightMm, items } = set.page(index);
    const fromSurface = placeOfTile(tile, tiled.tiling, mirrored);
    return {
      label,
      widthMm,
      heightMm,
      lines: items.flatMap(linesOf),
      words: items.flatMap((item) => (item.kind === 'text' ? [boxOf(item)] : [])),
      window: movedRect(tile.window, fromSurface),
      fromSurface,
    };
  });
}

function linesOf(item: PageItem): Float64Array[] {
  if (item.kind === 'within') return item.items.flatMap(linesOf);
  if (item.kind !== 'stroke') return [];
  const points = Float64Array.from(item.points);
  return [asRun({ points, closed: item.closed })];
}

/** Capitals reach so far above the line, descenders so far below it, as shares of the size. */
const aboveShare = 0.8;
const belowShare = 0.3;

function boxOf({ x, y, text, sizeMm, anchor }: PageText): Rect {
  // A third more than the mean letter takes, so that wide ones are covered too.
  const width = (4 / 3) * textWidthMm(text, sizeMm);
  const left = { start: x, middle: x - width / 2, end: x - width }[anchor];
  return { x: left, y: y - aboveShare * sizeMm, width, height: (aboveShare + belowShare) * sizeMm };
}

/** A rectangle brought along; the map keeps its sides level and plumb but for the printer's skew. */
function movedRect({ x, y, width, height }: Rect, { a, b, c, d, e, f }: Affine): Rect {
  const xs = [x, x + width].map((value) => a * value + b * y + c);
  const ys = [y, y + height].map((value) => d * x + e * value + f);
  return {
    x: Math.min(...xs),
    y: Math.min(...ys),
    width: Math.abs(xs[1] - xs[0]),
    height: Math.abs(ys[1] - ys[0]),
  };
}
