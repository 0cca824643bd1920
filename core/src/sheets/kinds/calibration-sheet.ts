import { formatLength, type SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import { strokeOf, textOf, type PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import type { SheetKindModule } from './kind.js';

/** How far the crosses of the calibration sheet lie from the sides of its room, mm. */
const crossInsetMm = 8;

/** The distances between the crosses of a calibration sheet, mm in the file: as long as the paper allows, in whole tens. */
export function crossDistances({ widthMm, heightMm }: SizeMm): SizeMm {
  const ten = (mm: number) => Math.floor((mm - 2 * crossInsetMm) / 10) * 10;
  return { widthMm: ten(widthMm - 6), heightMm: ten(heightMm - 12) };
}

/** Four crosses as far apart as the paper allows, to be measured. It is never corrected itself. */
function calibrationPage({ unit, date }: SheetSource) {
  return (room: SizeMm): SinglePage[] => {
    const { widthMm, heightMm } = crossDistances(room);
    const [x0, y0, x1, y1] = [crossInsetMm, crossInsetMm, crossInsetMm + widthMm, crossInsetMm + heightMm];
    const items: PageItem[] = [];
    for (const [x, y, name] of [
      [x0, y0, 'A'],
      [x1, y0, 'B'],
      [x1, y1, 'C'],
      [x0, y1, 'D'],
    ] as const) {
      items.push(
        strokeOf([x - 6, y, x + 6, y], 0.1),
        strokeOf([x, y - 6, x, y + 6], 0.1),
        textOf(x + (x === x0 ? 2 : -2), y + (y === y0 ? 5 : -3), name, 4, {
          anchor: x === x0 ? 'start' : 'end',
        }),
      );
    }
    items.push(
      strokeOf([x0 + 8, y0, x1 - 8, y0], 0.1, { ink: 'guide', dashMm: [2, 2] }),
      strokeOf([x0, y0 + 8, x0, y1 - 8], 0.1, { ink: 'guide', dashMm: [2, 2] }),
      strokeOf([x0 + 6, y0 + 6, x1 - 6, y1 - 6], 0.1, { ink: 'faint', dashMm: [2, 4] }),
      strokeOf([x1 - 6, y0 + 6, x0 + 6, y1 - 6], 0.1, { ink: 'faint', dashMm: [2, 4] }),
    );
    const column = new Column(x0 + 14, y0 + 14, widthMm - 28, y1 - 10);
    column.write('Calibration sheet', 5);
    column.write(`Print at 100 %, without “fit to page”, on the paper you will use. ${date}.`, 3.2);
    column.write('Measure from cross to cross with a steel rule, to half a millimetre or better:', 3.2);
    column.space(2);
    for (const words of [
      `A to B, drawn ${formatLength(widthMm, unit)}: ____________`,
      `A to D, drawn ${formatLength(heightMm, unit)}: ____________`,
      `A to C, drawn ${formatLength(Math.hypot(widthMm, heightMm), unit)}: ____________`,
      `B to D, the same: ____________`,
    ])
      column.write(words, 4);
    column.space(2);
    column.write(
      'Type the four lengths at Sheets under Calibrate. Sheets printed after that come out true.',
      3.2,
    );
    return [{ label: 'calibration', items: [...items, ...column.items], notes: noteIfCut(column) }];
  };
}

/** What a printer is measured by. */
export const calibrationKind: SheetKindModule = {
  words: 'calibration sheet',
  group: 'printer',
  pages: calibrationPage,
  uncorrected: true,
};
