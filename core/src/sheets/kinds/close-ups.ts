import type { Rect } from '../../geometry/index.js';
import { formatLength, type SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, type PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import { Column } from '../page/words.js';
import type { SheetKindModule } from './kind.js';
import { cropOf, pictureOn, wordsMm } from './printed-reference.js';

/** Between two close-ups on a page, mm. */
const gapMm = 6;

/** Close-ups of pinned details, two on a page, each square, at a stated enlargement. */
function closeUpPages(source: SheetSource, { look, enlarged }: Pick<SheetDecisions, 'look' | 'enlarged'>) {
  const window = cropOf(source);
  const { closeUps, map, unit } = source;
  if (closeUps.length === 0)
    throw new SheetError(
      'Nothing is pinned to the picture: pin a detail at Reference or a note at Map, and it is printed here.',
    );
  return (room: SizeMm): SinglePage[] => {
    const landscape = room.widthMm > room.heightMm;
    const side = landscape
      ? Math.min((room.widthMm - gapMm) / 2, room.heightMm - wordsMm)
      : Math.min(room.widthMm, (room.heightMm - gapMm) / 2 - wordsMm);
    const pages: SinglePage[] = [];
    closeUps.forEach((pin, index) => {
      const second = index % 2;
      const x = landscape ? second * (side + gapMm) : 0;
      const y = landscape ? 0 : second * (side + wordsMm + gapMm);
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

/** What is too small to be seen at true size. */
export const closeUpsKind: SheetKindModule = {
  words: 'close-ups of pinned details',
  group: 'see',
  sentence: [', ', { at: 'look' }, ', ', { at: 'enlarged' }],
  pages: closeUpPages,
};
