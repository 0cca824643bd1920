import { gridOf, gridTicks, innerLines } from '../../fit/index.js';
import type { Rect } from '../../geometry/index.js';
import type { PixelWindow } from '../../raster/index.js';
import type { ReferenceView } from '../../reference/index.js';
import { columnLetters, formatLength, formatSize, type SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import { cornerMarks, type Drawing } from '../drawing.js';
import type { SinglePage } from '../lay-out.js';
import { strokeOf, textOf, type PageItem, type PagePicture, type VectorItem } from '../page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../tiling.js';
import { Column, noteIfCut } from '../words.js';
import { cornersOf } from './lines.js';

/** @throws SheetError when there is no reference to print */
function cropOf({ crop }: SheetSource): PixelWindow {
  if (!crop)
    throw new SheetError(
      'There is no reference that belongs to this map: make the map from one first, or name it with --reference.',
    );
  return crop;
}

/** The lines of the work's grid over what is drawn, with letters along the top and numbers down the side. */
function gridItems({ grid, drawing }: Pick<SheetSource, 'grid' | 'drawing'>): VectorItem[] {
  const lines = gridOf(drawing, grid);
  const { xs, ys } = lines;
  const [left, right] = [xs[0], xs[xs.length - 1]];
  const [top, bottom] = [ys[0], ys[ys.length - 1]];
  const stroke = (points: number[]) => strokeOf(points, grid.lineMm, { ink: 'guide' });
  const size = Math.max(2, Math.min(4, lines.squareX / 4, lines.squareY / 4));
  return [
    ...xs.map((x) => stroke([x, top, x, bottom])),
    ...ys.map((y) => stroke([left, y, right, y])),
    ...innerLines(lines, grid).map((segment) =>
      strokeOf([...segment], 0.6 * grid.lineMm, { ink: 'guide', dashMm: [2, 1] }),
    ),
    ...xs.slice(1).map((x, i) =>
      textOf((x + xs[i]) / 2, top + size + 0.5, columnLetters(i), size, {
        anchor: 'middle',
        ink: 'guide',
      }),
    ),
    ...ys
      .slice(1)
      .map((y, i) => textOf(left + 0.8, (y + ys[i]) / 2 + size / 3, String(i + 1), size, { ink: 'guide' })),
  ];
}

/** The reference at its size on the surface, with or without the grid. */
export function referenceDrawing(
  source: SheetSource,
  { look, withGrid }: Pick<SheetDecisions, 'look' | 'withGrid'>,
): Drawing {
  const { map } = source;
  return {
    extent: { x: 0, y: 0, ...map.surface },
    items: [
      { kind: 'picture', at: map.frame, window: cropOf(source), look },
      ...(withGrid ? gridItems(source) : []),
      ...cornersOf(map),
    ],
    marks: [],
    mirrored: false,
    called: { colour: 'reference', grey: 'reference, grey', faint: 'reference, faint' }[look],
  };
}

/** Room below the surface for the list of ticks, mm, and the size of its letters. */
const tickRoomMm = 26;
const tickMm = 2.8;

/** The list stays on one sheet of common paper, mm. */
const widestListMm = 140;

/** The grid at final size, for tracing paper, with the list of ticks to mark along the edges. */
export function gridDrawing(source: SheetSource): Drawing {
  const { map, drawing, grid, rounding, unit } = source;
  const { width, height } = map.surface;
  const ticks = gridTicks({ drawing, surface: map.surface }, { ...rounding, grid }, unit);
  const list = new Column(0, height + 2, Math.max(60, Math.min(width, widestListMm)), height + tickRoomMm);
  for (const { edges, from, readings } of [ticks.level, ticks.side])
    list.write(`Along the ${edges} edges, from the ${from}: ${readings.join(', ')}.`, tickMm, {
      ink: 'guide',
    });
  return {
    extent: { x: 0, y: 0, width, height: height + tickRoomMm },
    items: [...gridItems(source), ...cornerMarks({ x: 0, y: 0, width, height }), ...list.items],
    marks: [],
    mirrored: false,
    called: 'grid for tracing paper',
  };
}

/** A picture on a page in true mm. */
function pictureOn(at: Rect, window: PixelWindow, look: ReferenceView): PagePicture {
  return { kind: 'picture', corner: [at.x, at.y], across: [at.width, 0], down: [0, at.height], window, look };
}

/** Room for the words below a picture, mm. */
const wordsMm = 14;

/** The reference as large as one page takes, with the same grid over it. */
export function gridReferencePage(source: SheetSource, { look }: Pick<SheetDecisions, 'look'>) {
  const window = cropOf(source);
  return (room: SizeMm): SinglePage[] => {
    const { grid, unit } = source;
    const { frame } = source.map;
    const title = new Column(0, 0, room.widthMm, room.heightMm);
    title.writeShortened(`${source.title}: the grid over the reference`, 4, 2);
    const head = title.y + 3;
    const scale = Math.min(
      (room.widthMm - 2) / frame.width,
      (room.heightMm - head - wordsMm - 2) / frame.height,
    );
    const at: Rect = { x: 1, y: head, width: frame.width * scale, height: frame.height * scale };
    const onPage = (rect: Rect): Rect => ({
      x: at.x + (rect.x - frame.x) * scale,
      y: at.y + (rect.y - frame.y) * scale,
      width: rect.width * scale,
      height: rect.height * scale,
    });
    const scaled = { ...grid, spacingMm: grid.spacingMm * scale };
    const square = gridOf(source.drawing, grid);
    const words = new Column(0, at.y + at.height + 1, room.widthMm, room.heightMm);
    words.write(
      `Printed at ${(100 * scale).toFixed(1)} % of its size on the surface, ${formatSize(at.width, at.height, unit)}. Squares of ${formatLength(square.squareX * scale, unit)} here are ${formatLength(square.squareX, unit)} there.`,
      2.8,
    );
    const items: PageItem[] = [
      ...title.items,
      pictureOn(at, window, look),
      ...gridItems({ grid: scaled, drawing: onPage(source.drawing) }),
      ...words.items,
    ];
    return [{ label: 'grid over the reference', items, notes: noteIfCut(words) }];
  };
}

/** Between two close-ups on a page, mm. */
const gapMm = 6;

/** Close-ups of pinned details, two on a page, each square, at a stated enlargement. */
export function closeUpPages(
  source: SheetSource,
  { look, enlarged }: Pick<SheetDecisions, 'look' | 'enlarged'>,
) {
  const window = cropOf(source);
  const { closeUps, map, unit } = source;
  if (closeUps.length === 0)
    throw new SheetError(
      'Nothing is pinned to the picture: pin a detail at Reference or a note at Map, and it is printed here.',
    );
  return (room: SizeMm): SinglePage[] => {
    const lying = room.widthMm > room.heightMm;
    const side = lying
      ? Math.min((room.widthMm - gapMm) / 2, room.heightMm - wordsMm)
      : Math.min(room.widthMm, (room.heightMm - gapMm) / 2 - wordsMm);
    const pages: SinglePage[] = [];
    closeUps.forEach((pin, index) => {
      const second = index % 2;
      const x = lying ? second * (side + gapMm) : 0;
      const y = lying ? 0 : second * (side + wordsMm + gapMm);
      const shown = around(pin, side / enlarged, map.frame);
      const perMm = window.width / map.frame.width;
      const column = new Column(x, y + side, side, y + side + wordsMm);
      const middle = (centre: number, from: number) => (centre - from) * enlarged;
      const [cx, cy] = [x + middle(pin.x, shown.x), y + middle(pin.y, shown.y)];
      column.writeShortened(`${index + 1}  ${pin.text}`, 3.2, 2);
      column.write(
        `${enlarged} times its size on the surface, ${formatLength(pin.x, unit)} from the left, ${formatLength(pin.y, unit)} from the top.`,
        2.6,
        { ink: 'guide' },
      );
      const items: PageItem[] = [
        pictureOn(
          { x, y, width: shown.width * enlarged, height: shown.height * enlarged },
          {
            x: window.x + (shown.x - map.frame.x) * perMm,
            y: window.y + (shown.y - map.frame.y) * perMm,
            width: shown.width * perMm,
            height: shown.height * perMm,
          },
          look,
        ),
        // A small cross tells the pinned spot.
        strokeOf([cx - 2, cy, cx + 2, cy], 0.2, { ink: 'guide' }),
        strokeOf([cx, cy - 2, cx, cy + 2], 0.2, { ink: 'guide' }),
        ...column.items,
      ];
      if (second === 0) pages.push({ label: `close-ups ${pages.length + 1}`, items });
      else pages[pages.length - 1].items.push(...items);
    });
    return pages;
  };
}

/** A square round a spot, moved and cut so that it lies on the frame. */
function around({ x, y }: { x: number; y: number }, side: number, frame: Rect): Rect {
  const width = Math.min(side, frame.width);
  const height = Math.min(side, frame.height);
  const within = (at: number, from: number, room: number, length: number) =>
    Math.min(from + room - length, Math.max(from, at - length / 2));
  return {
    x: within(x, frame.x, frame.width, width),
    y: within(y, frame.y, frame.height, height),
    width,
    height,
  };
}
