import type { SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { greyByteOfLightness } from '../../colour/index.js';
import { lineStrengths, strengthContrast } from '../line-strengths.js';
import { strokeOf, textOf, type PageItem, type Rgb } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import type { SheetKindModule } from './kind.js';

/** Widths of the lines that are looked at through paper, mm: each about a third broader than the one before. */
export const stripWidthsMm = [0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.7, 1, 1.4, 2] as const;
/** Pressures that are tried one after the other, lightest first. */
export const stripPressures = [
  'a feather',
  'light',
  'as in writing',
  'firm',
  'hard',
  'as hard as you can',
] as const;
/** Points each pressure is tried with. */
export const stripPoints = ['a fine hard point', 'a rounded point'] as const;

const rowMm = 8;
const lineMm = 40;
const letterMm = 3.2;
/** Where the words of a line and the marks of each point begin, mm from the left. */
const pairMm = 70;
const marksMm = [42, 87] as const;
/** What the lines and the marks take across. */
const acrossMm = 128;

/** Lines to be looked at through the surface, and marks to be traced through onto a scrap of it. */
function stripPage({ date }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const column = new Column(0, 0, room.widthMm, room.heightMm - 8);
    column.write('Test strip', 5);
    column.write(`For light and for pressure. Print at 100 %. ${date}.`, letterMm);
    column.space(2);
    column.write(
      'Light: lay a scrap of the final paper over these lines and light both as you will work. Note the thinnest line you can follow, and say it at Transfer under What is seen.',
      letterMm,
    );
    const items: PageItem[] = [];
    /** Draws a row where there is room for it. */
    const row = (draw: (y: number) => PageItem[]) => {
      if (room.widthMm < acrossMm || column.y + rowMm > column.bottom) {
        column.isFull = true;
        return;
      }
      column.y += rowMm;
      items.push(...draw(column.y));
    };
    for (let k = 0; k < stripWidthsMm.length; k += 2)
      row((y) =>
        stripWidthsMm
          .slice(k, k + 2)
          .flatMap((widthMm, i) => [
            strokeOf([i * pairMm, y, i * pairMm + lineMm, y], widthMm),
            textOf(i * pairMm + lineMm + 3, y + 1.2, `${widthMm} mm`, letterMm),
          ]),
      );
    column.space(6);
    column.write(
      'Pressure: trace each mark onto a scrap of the final surface, as you mean to transfer, with the pressure of its row and the point of its column. Note which show, which dent, and which still show under a wash once it is dry.',
      letterMm,
    );
    row((y) => stripPoints.map((point, p) => textOf(marksMm[p], y, point, letterMm)));
    stripPressures.forEach((pressure, k) =>
      row((y) => [
        textOf(0, y, `${k + 1} ${pressure}`, letterMm),
        ...marksMm.flatMap((x) => [
          strokeOf([x, y, x + 8, y - 3, x + 16, y, x + 24, y - 3], 0.3),
          strokeOf([x + 28, y - 3, x + 32, y + 1], 0.3),
          strokeOf([x + 32, y - 3, x + 28, y + 1], 0.3),
        ]),
      ]),
    );
    column.space(6);
    column.write(
      'Paint: on the same scrap draw a line as dark as each of these, and lay a first layer of a middle value over them. Note the faintest you can still follow, and say it at Transfer under Under the paint.',
      letterMm,
    );
    row((y) =>
      lineStrengths.flatMap((id, k) => [
        strokeOf([44 * k, y, 44 * k + 24, y], 0.4, { ink: greyOf(100 - strengthContrast[id]) }),
        textOf(44 * k + 27, y + 1.2, id, letterMm),
      ]),
    );
    return [{ label: 'strip', items: [...column.items, ...items], notes: noteIfCut(column) }];
  };
}

function greyOf(lightness: number): Rgb {
  const grey = greyByteOfLightness(lightness);
  return [grey, grey, grey];
}

/** What shows how much light and pressure it takes. */
export const testStripKind: SheetKindModule = {
  words: 'test strip for light and pressure',
  group: 'table',
  pages: stripPage,
};
