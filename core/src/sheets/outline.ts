import { dashOf, isTraced, type MapDocument } from '../documents/index.js';
import { clipPolyline, intersection, type Rect } from '../geometry/index.js';
import { assemblyPage } from './assembly.js';
import type { SheetKind } from './decisions.js';
import { foot } from './foot.js';
import { joinMarks, type JoinMark } from './join-marks.js';
import type { PageItem, PageStroke, SheetPage } from './page.js';
import { SheetError, tileSurface, type Tile, type Tiling, type TilingOptions } from './tiling.js';

export type OutlineOptions = Omit<TilingOptions, 'surface'> & {
  kind: SheetKind;
  /** Printed at the foot of every page. */
  title: string;
  /** Width of the printed line, mm. */
  lineMm?: number;
};

/** A set of sheets ready to be painted, with where each part of the surface went. */
export type SheetSet = {
  /** The sheets in reading order, then the assembly diagram when there is more than one. */
  pages: SheetPage[];
  /** Seen from the reverse side. */
  mirrored: boolean;
  tiling: Tiling;
  /** The tiles that became pages, in the order of `pages`. */
  printed: Tile[];
  /** Tiles with nothing to trace on them. */
  skipped: Tile[];
};

/** A pen line most printers hold cleanly and a hard pencil can hide. */
const usualLineMm = 0.35;

/** Arms of the marks at the corners of the surface and the frame, mm. */
const cornerArmMm = 8;

/**
 * The map's lines at true size, in tiles with join marks, corner marks, a foot with label and check bar,
 * and an assembly diagram.
 *
 * @throws SheetError when there is nothing to draw or the paper cannot take it
 */
export function outlineSheets(map: MapDocument, options: OutlineOptions): SheetSet {
  const drawn = map.lines.filter(isTraced);
  if (drawn.length === 0) {
    throw new SheetError(
      'This map has no lines to print: ask for more values or smaller shapes at Map first.',
    );
  }
  const tiling = tileSurface({ ...options, surface: map.surface });
  const marks = joinMarks(tiling);
  const lineMm = options.lineMm ?? usualLineMm;
  const surfaceItems: PageStroke[] = [
    ...drawn.map((line) => stroke(line.points.flat(), line.closed, lineMm, dashOf(line))),
    ...map.lines
      .filter(({ kind, kept }) => kind === 'guide' && kept !== false)
      .map((line) => stroke(line.points.flat(), line.closed, lineMm, dashOf(line), 'guide')),
    ...cornerMarks({ x: 0, y: 0, ...map.surface }),
    ...cornerMarks(map.frame),
  ];
  const boxes = surfaceItems.map(boundsOf);
  const contents = tiling.tiles.map((tile) => {
    const items = surfaceItems.filter((_, i) => touches(boxes[i], tile.window));
    return { tile, items: onPage(items, tile, tiling, options.kind) };
  });
  const filled = contents.filter(({ items }) => items.length > 0);
  const printed = filled.map(({ tile }) => tile);
  const pages = filled.map(({ tile, items }, index): SheetPage => ({
    label: tile.label,
    ...tiling.page,
    items: [
      ...items,
      ...markItems(marks, tile, tiling, options.kind),
      ...foot(tiling, {
        title: options.title,
        kind: options.kind,
        label: tile.label,
        number: index + 1,
        of: filled.length,
        marginMm: options.marginMm,
      }),
    ],
  }));
  const skipped = contents.filter(({ items }) => items.length === 0).map(({ tile }) => tile);
  if (tiling.tiles.length > 1) pages.push(assemblyPage(map, tiling, skipped, options));
  return { pages, mirrored: options.kind === 'mirrored', tiling, printed, skipped };
}

function stroke(
  points: number[],
  closed: boolean,
  widthMm: number,
  dashMm: PageStroke['dashMm'] = null,
  ink: PageStroke['ink'] = 'graphite',
): PageStroke {
  return { kind: 'stroke', points, closed, widthMm, ink, dashMm };
}

/** Angles at the four corners of a rectangle, drawn inwards so that they stay on the surface. */
function cornerMarks({ x, y, width, height }: Rect): PageStroke[] {
  const arm = Math.min(cornerArmMm, width / 3, height / 3);
  const corner = (cx: number, cy: number, sx: 1 | -1, sy: 1 | -1) =>
    stroke([cx + sx * arm, cy, cx, cy, cx, cy + sy * arm], false, 0.2, null, 'guide');
  return [
    corner(x, y, 1, 1),
    corner(x + width, y, -1, 1),
    corner(x + width, y + height, -1, -1),
    corner(x, y + height, 1, -1),
  ];
}

function boundsOf({ points }: PageStroke): Rect {
  let left = Infinity;
  let right = -Infinity;
  let top = Infinity;
  let bottom = -Infinity;
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]);
    right = Math.max(right, points[i]);
    top = Math.min(top, points[i + 1]);
    bottom = Math.max(bottom, points[i + 1]);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** Whether a box, which may be as thin as a line, reaches into a window. */
function touches(box: Rect, window: Rect): boolean {
  const hair = 1e-6;
  return (
    intersection(
      { x: box.x - hair, y: box.y - hair, width: box.width + 2 * hair, height: box.height + 2 * hair },
      window,
    ) !== null
  );
}

/** Where a point of the surface falls on the page. */
export function toPage(
  tile: Tile,
  tiling: Tiling,
  kind: SheetKind,
): (x: number, y: number) => [number, number] {
  const { window } = tile;
  const { at, scale } = tiling;
  return (x, y) => [
    at.x + (kind === 'mirrored' ? window.x + window.width - x : x - window.x) / scale.x,
    at.y + (y - window.y) / scale.y,
  ];
}

function onPage(strokes: PageStroke[], tile: Tile, tiling: Tiling, kind: SheetKind): PageStroke[] {
  const place = toPage(tile, tiling, kind);
  return strokes.flatMap((item) => {
    const { points, closed } = item;
    const inside = points.every((value, i) =>
      i % 2 === 0
        ? value >= tile.window.x && value <= tile.window.x + tile.window.width
        : value >= tile.window.y && value <= tile.window.y + tile.window.height,
    );
    const runs = inside
      ? [points]
      : clipPolyline(tile.window, closed ? [...points, points[0], points[1]] : points);
    return runs.map((run) => ({ ...item, closed: closed && inside, points: placed(run, place) }));
  });
}

function placed(points: ArrayLike<number>, place: (x: number, y: number) => [number, number]): number[] {
  const out: number[] = [];
  for (let i = 0; i < points.length; i += 2) out.push(...place(points[i], points[i + 1]));
  return out;
}

function markItems(marks: readonly JoinMark[], tile: Tile, tiling: Tiling, kind: SheetKind): PageItem[] {
  const place = toPage(tile, tiling, kind);
  const arm = Math.min(3, tiling.overlapMm / 2);
  return marks
    .filter((mark) => mark.labels.includes(tile.label))
    .flatMap((mark): PageItem[] => {
      const [x, y] = place(mark.x, mark.y);
      return [
        stroke([x - arm, y, x + arm, y], false, 0.15, null, 'guide'),
        stroke([x, y - arm, x, y + arm], false, 0.15, null, 'guide'),
        {
          kind: 'text',
          x: x + 0.6,
          y: y - 0.6,
          text: String(mark.number),
          sizeMm: 2.2,
          anchor: 'start',
          ink: 'guide',
        },
      ];
    });
}
