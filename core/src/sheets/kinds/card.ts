import type { SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, type PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import { bodyMm, headed } from './headed.js';
import type { SheetKindModule } from './kind.js';
import { tracedStrokes } from './lines.js';

/** One page with the decisions, measures and steps, to take to the table. */
function cardPage(source: SheetSource) {
  const { title, map, decided, steps, version, date } = source;
  return (room: SizeMm): SinglePage[] => {
    const column = headed(
      title,
      `Transfer card · ${version === null ? '' : `map ${version} · `}${date}`,
      room,
    );
    const top = column.y;
    // A small picture of the map beside the decisions.
    const width = 0.36 * room.widthMm;
    const scale = Math.min(width / map.surface.width, (0.3 * room.heightMm) / map.surface.height);
    const left = room.widthMm - map.surface.width * scale - 8;
    const place = (points: ArrayLike<number>) =>
      Float64Array.from({ length: points.length }, (_, i) => (i % 2 === 0 ? left : top) + points[i] * scale);
    const { width: w, height: h } = map.surface;
    const small: PageItem[] = [
      ...tracedStrokes(map, 0.15).map((stroke) => ({
        ...stroke,
        points: place(stroke.points),
        dashMm: null,
      })),
      strokeOf(place([0, 0, w, 0, w, h, 0, h]), 0.2, { closed: true, ink: 'guide' }),
    ];
    const facts = new Column(0, top, left - 6, room.heightMm - 14);
    for (const [name, words] of decided) facts.write(`${name}: ${words}`, 4);
    const list = new Column(0, Math.max(facts.y, top + h * scale) + 5, room.widthMm - 8, room.heightMm - 14);
    // As large as the page takes, so that it can be read on the table; a long list smaller, to stay one page.
    const size = [5, 4.4, 3.8, bodyMm, 3, 2.6, 2.2].find((mm) => fits(steps, mm, list)) ?? 2.2;
    steps.forEach((step, i) => {
      const before = list.y;
      if (!list.write(`${i + 1}.  ${step}`, size, { indentMm: boxShare * size })) return;
      const y = before + size * 0.55;
      list.items.push(
        strokeOf([0, y, size * 0.8, y, size * 0.8, y + size * 0.8, 0, y + size * 0.8], 0.15, {
          closed: true,
        }),
      );
    });
    return [
      {
        label: 'transfer card',
        items: [...column.items, ...small, ...facts.items, ...list.items],
        notes: noteIfCut(column, facts, list),
      },
    ];
  };
}

/** Room for the box that is ticked before a step, against the size of its letters. */
const boxShare = 1.4;

function fits(steps: readonly string[], sizeMm: number, list: Column): boolean {
  const trial = new Column(list.x, list.y, list.widthMm, list.bottom);
  return steps.every((step, i) => trial.write(`${i + 1}.  ${step}`, sizeMm, { indentMm: boxShare * sizeMm }));
}

/** The whole plan on one page. */
export const cardKind: SheetKindModule = {
  words: 'transfer card',
  group: 'table',
  pages: cardPage,
};
