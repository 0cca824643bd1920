import { formatSize, type SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, type VectorItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import type { SheetKindModule } from './kind.js';

/** A label for the tracing, to be cut out: what it is, and which side is which. */
function labelPage({ title, map, version, date, unit }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const width = Math.min(100, room.widthMm - 2);
    const head = new Column(0, 0, room.widthMm, room.heightMm);
    head.write('Cut out along the dashed lines and stick one on each side of the tracing.', 3, {
      ink: 'guide',
    });
    const one = (top: number, side: string, why: string): Column => {
      const column = new Column(4, top + 2, width - 8, room.heightMm - 2);
      column.writeShortened(title, 5, 2);
      column.write(
        `${formatSize(map.surface.width, map.surface.height, unit)} · ${version === null ? 'map without a version' : `map ${version}`} · ${date}`,
        3.4,
      );
      column.space(2);
      column.write(side, 6);
      column.write(why, 3);
      column.space(4);
      return column;
    };
    const front = one(
      head.y + 4,
      'FRONT ↑',
      'The picture as it will be seen. The arrow points to the top edge.',
    );
    const back = one(
      front.y + 6,
      'REVERSE ↑',
      'Mirrored. This side is rubbed, or traced when the front lies on the surface.',
    );
    const around = (top: number, { y, items }: Column): VectorItem[] => [
      strokeOf([0, top, width, top, width, y, 0, y], 0.2, { closed: true, ink: 'guide', dashMm: [3, 2] }),
      ...items,
    ];
    return [
      {
        label: 'label',
        items: [...head.items, ...around(head.y + 4, front), ...around(front.y + 6, back)],
        notes: noteIfCut(front, back),
      },
    ];
  };
}

/** What tells the tracing in its tube. */
export const labelKind: SheetKindModule = {
  words: 'label for the tracing',
  group: 'table',
  pages: labelPage,
};
