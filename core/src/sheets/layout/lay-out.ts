import type { Rect } from '../../geometry/index.js';
import type { Note } from '../../notes/index.js';
import type { SizeMm } from '../../units/index.js';
import { assemblyItems } from './assembly.js';
import { assemblyOrder } from './assembly-order.js';
import { cutAllTo, cutTo, extentOf } from './cut.js';
import type { SheetDecisions } from '../decisions.js';
import type { Drawing, DrawingItem } from '../page/drawing.js';
import { foot } from '../page/foot.js';
import { joinMarks, seamItems, seamsOf, type JoinMark, type Seam } from './join-marks.js';
import { moved, type Affine, type PageItem, type SheetPage } from '../page/page.js';
import type { LayOutOptions, Tiled } from './tiled.js';
import { SheetError, tileOnto, waysRound, type Tile, type Tiling, type TilingOptions } from './tiling.js';

/** How sheets are laid out, without what stands on them. */
export type SheetLaying = {
  count: number;
  /** What each page is called, in order. */
  labels: readonly string[];
  /** Seen from the reverse side. */
  mirrored: boolean;
  /** How a drawing was cut into pages; null for pages that stand alone. */
  tiled: Tiled | null;
  notes: Note<Partial<SheetDecisions>>[];
};

/** A set of sheets. Pages are built when they are asked for, so that a wall of them takes no room. */
export type SheetSet = SheetLaying & {
  /** The page of an index from 0. */
  page: (index: number) => SheetPage;
};

/** What falls on each tile, as indices into the items. */
type Content = { items: DrawingItem[]; bounds: Rect[]; byTile: number[][] };

/**
 * Cuts a drawing into pages, the way round that takes the fewest sheets: with join marks, a foot with label and
 * check bars, and a page that shows how they go together. Sheets with nothing on them are left out.
 *
 * @throws SheetError when the paper cannot take it
 */
export function layOutDrawing(drawing: Drawing, options: LayOutOptions): SheetSet {
  const tried: { tiling: Tiling; content: Content; cost: number }[] = [];
  let refused: SheetError | null = null;
  for (const page of waysRound(options)) {
    try {
      const tiling = tileOnto(page, drawing.extent, options);
      const content = contentOf(drawing.items, tiling);
      tried.push({ tiling, content, cost: costOf(tiling, content, options.orientation === 'least-paper') });
    } catch (error) {
      if (!(error instanceof SheetError)) throw error;
      refused ??= error;
    }
  }
  if (tried.length === 0) throw refused ?? new SheetError('This paper is not known.');
  const { tiling, content } = tried.reduce((best, other) => (other.cost < best.cost - 1e-9 ? other : best));
  return pagesOf(drawing, tiling, content, options);
}

function costOf({ page, overlapMm, columns, rows, tiles }: Tiling, { byTile }: Content, byPaper: boolean) {
  const printed = byTile.filter((own) => own.length > 0).length;
  const [{ window }] = tiles;
  // Of two ways that take as many sheets the one with less to join is better.
  const doubled = overlapMm * ((columns - 1) * rows * window.height + (rows - 1) * columns * window.width);
  const paper = printed * page.widthMm * page.heightMm;
  return byPaper ? paper + 1e-3 * doubled : printed * 1e9 + doubled;
}

/** Sorts items into the tiles their bounds reach; a line that only passes by the corner of a tile may stay away. */
function contentOf(items: DrawingItem[], tiling: Tiling): Content {
  const { tiles, columns, rows, overlapMm } = tiling;
  const [{ window }] = tiles;
  const byTile: number[][] = tiles.map(() => []);
  const bounds = items.map(extentOf);
  const span = (from: number, length: number, start: number, side: number, count: number) => {
    const pitch = Math.max(side - overlapMm, 1e-9);
    return [
      Math.min(count - 1, Math.max(0, Math.ceil((from - start - side) / pitch - 1e-9))),
      Math.min(count - 1, Math.max(0, Math.floor((from + length - start) / pitch + 1e-9))),
    ];
  };
  bounds.forEach((own, index) => {
    const [left, right] = span(own.x, own.width, window.x, window.width, columns);
    const [top, bottom] = span(own.y, own.height, window.y, window.height, rows);
    const several = right > left || bottom > top;
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) {
        const at = row * columns + column;
        if (!several || cutTo(items[index], own, tiles[at].window).length > 0) byTile[at].push(index);
      }
    }
  });
  return { items, bounds, byTile };
}

function pagesOf(drawing: Drawing, tiling: Tiling, content: Content, options: LayOutOptions): SheetSet {
  const printed = tiling.tiles.filter((_, i) => content.byTile[i].length > 0);
  const skipped = tiling.tiles.filter((_, i) => content.byTile[i].length === 0);
  const seams = seamsOf(tiling, new Set(printed));
  const marks = joinMarks(seams);
  const steps = assemblyOrder(printed, seams, options.hand, drawing.mirrored);
  const tiled: Tiled = { tiling, printed, skipped, marks, steps };
  const several = tiling.tiles.length > 1;
  const order = new Map(steps.map(({ label }, index) => [label, index]));
  const build = { drawing, tiling, content, options, seams, marks, order, count: printed.length };
  return {
    count: printed.length + (several ? 1 : 0),
    labels: [...printed.map(({ label }) => label), ...(several ? ['assembly'] : [])],
    mirrored: drawing.mirrored,
    tiled,
    notes: [],
    page: (index) =>
      index < printed.length ? tilePage(build, printed[index], index) : assemblyPage(drawing, tiled, options),
  };
}

type Build = {
  drawing: Drawing;
  tiling: Tiling;
  content: Content;
  options: LayOutOptions;
  seams: Seam[];
  marks: JoinMark[];
  /** When each sheet is joined, from 0. */
  order: ReadonlyMap<string, number>;
  count: number;
};

function tilePage(
  { drawing, tiling, content, options, seams, marks, order, count }: Build,
  tile: Tile,
  index: number,
) {
  const { window } = tile;
  const own = content.byTile[tile.row * tiling.columns + tile.column];
  const shown = own.map((i) => ({ item: content.items[i], bounds: content.bounds[i] }));
  const orient = [...drawing.marks, ...seamItems(tile, seams, marks, order, options)].map((item) => ({
    item,
    bounds: extentOf(item),
  }));
  const place = onRoom(window, drawing.mirrored, tiling.startMm);
  return onPage(tile.label, tiling, [
    ...cutAllTo([...shown, ...orient], window).map((item) => moved(item, place)),
    ...foot(tiling.room, {
      title: options.title,
      called: drawing.called,
      label: tile.label,
      number: index + 1,
      of: count,
      barOnLeft: options.hand === 'left',
    }),
  ]);
}

/** A page of its own among others of a tiling, laid out in true mm from the corner of the room. */
function onPage(label: string, { page, toFile }: Tiling, items: PageItem[]): SheetPage {
  return { label, ...page, items: items.map((item) => moved(item, toFile)) };
}

/** From the drawing to the room of a page, turned over for the reverse side. */
export function onRoom(window: Rect, mirrored: boolean, startMm: number): Affine {
  return {
    a: mirrored ? -1 : 1,
    b: 0,
    c: startMm + (mirrored ? window.x + window.width : -window.x),
    d: 0,
    e: 1,
    f: -window.y,
  };
}

function assemblyPage(drawing: Drawing, tiled: Tiled, options: LayOutOptions): SheetPage {
  const items = assemblyItems(drawing, tiled, options);
  return onPage('assembly', tiled.tiling, items);
}

/** A page that stands alone, laid out in true mm from the corner of its room. */
export type SinglePage = { label: string; items: PageItem[]; notes?: SheetSet['notes'] };

/**
 * Pages that stand alone, on paper of the printer.
 *
 * @param build gets the room a page has, true mm
 * @throws SheetError when the paper is too small for its margins
 */
export function singlePages(
  options: TilingOptions,
  orientation: 'portrait' | 'landscape',
  build: (room: SizeMm) => SinglePage[],
): SheetSet {
  const paper = options.paper.roll ? { widthMm: options.paper.widthMm, heightMm: 297 } : options.paper;
  const [page] = waysRound({ paper, orientation: options.paper.roll ? 'portrait' : orientation });
  const tiling = tileOnto(page, { x: 0, y: 0, width: 1, height: 1 }, { ...options, paper, overlapMm: 0 });
  const pages = build(tiling.room);
  return {
    count: pages.length,
    labels: pages.map(({ label }) => label),
    mirrored: false,
    tiled: null,
    notes: pages.flatMap(({ notes = [] }) => notes),
    page: (index) => onPage(pages[index].label, tiling, pages[index].items),
  };
}
