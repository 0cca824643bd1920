import type { SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, textOf, type PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import { noteIfCut } from '../page/words.js';
import { bodyMm, headed } from './headed.js';
import type { SheetKindModule } from './kind.js';
import { tracedStrokes } from './lines.js';

/** Half the side of a pin's cross, mm. */
const armMm = 1.6;

/** The notes pinned to the map: a small map with their numbers, and the list. */
function pinsPage({ title, map, pins }: SheetSource) {
  if (pins.length === 0)
    throw new SheetError('Nothing is pinned to the map: pin a note at Map, and it is printed here.');
  return (room: SizeMm): SinglePage[] => {
    const column = headed(title, 'Notes pinned to the map.', room);
    const { width, height } = map.surface;
    const scale = Math.min(room.widthMm / width, (0.45 * room.heightMm) / height);
    const top = column.y;
    const place = (points: ArrayLike<number>) =>
      Float64Array.from({ length: points.length }, (_, i) => (i % 2 === 0 ? 0 : top) + points[i] * scale);
    const small: PageItem[] = [
      ...tracedStrokes(map, 0.15).map((stroke) => ({
        ...stroke,
        points: place(stroke.points),
        dashMm: null,
      })),
      strokeOf(place([0, 0, width, 0, width, height, 0, height]), 0.2, { closed: true, ink: 'guide' }),
    ];
    pins.forEach(({ x, y }, i) => {
      const [px, py] = place([x, y]);
      small.push(
        strokeOf([px - armMm, py, px + armMm, py], 0.25, { ink: 'guide' }),
        strokeOf([px, py - armMm, px, py + armMm], 0.25, { ink: 'guide' }),
        textOf(px + 1, py - 1, String(i + 1), bodyMm, { ink: 'guide' }),
      );
    });
    column.y = top + height * scale + 5;
    pins.forEach(({ text, settled }, i) =>
      column.write(`${i + 1}.  ${text}${settled ? ' (settled)' : ''}`, bodyMm),
    );
    return [{ label: 'pinned notes', items: [...column.items, ...small], notes: noteIfCut(column) }];
  };
}

/** What is to be remembered at the table. */
export const pinsKind: SheetKindModule = {
  words: 'notes pinned to the map',
  group: 'table',
  pages: pinsPage,
};
