import { copyOrder } from '../../fit/index.js';
import { formatLength, formatSize, type SizeMm } from '../../units/index.js';
import type { SinglePage } from '../layout/lay-out.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import { noteIfCut } from '../page/words.js';
import { headed } from './headed.js';
import type { SheetKindModule } from './kind.js';

/** @throws SheetError when no sketch was measured */
function orderSlipPage({ title, drawing, sketch, unit }: SheetSource) {
  if (!sketch)
    throw new SheetError(
      'The sketch has not been measured: say what it measures at Fit under Enlarge, or with --sketch.',
    );
  return (room: SizeMm): SinglePage[] => {
    const order = copyOrder(sketch, { widthMm: drawing.width, heightMm: drawing.height });
    const column = headed(title, 'Order slip for enlarging by machine.', room);
    column.write(`Original: ${formatSize(sketch.widthMm, sketch.heightMm, unit)}.`, 4.4);
    column.write(`Wanted: ${formatSize(drawing.width, drawing.height, unit)}.`, 4.4);
    column.space(3);
    column.write(`${order.percentByWidth.toFixed(1)} %`, 12);
    column.space(2);
    if (order.passes.length > 1)
      column.write(
        `In ${order.passes.length} passes: ${order.passes.map((pass) => `${pass.toFixed(1)} %`).join(', then ')}.`,
        4.4,
      );
    if (!order.fits)
      column.write(
        `That is by the width; the height then comes out ${formatLength(Math.abs(order.heightOffMm), unit)} ${order.heightOffMm > 0 ? 'too large' : 'too small'}. By the height it would be ${order.percentByHeight.toFixed(1)} %.`,
        4,
      );
    column.write(
      'Please copy at exactly this percentage, without “fit to page”, on plain white paper. Measure the copy before it leaves the shop.',
      4,
    );
    return [{ label: 'order slip', items: column.items, notes: noteIfCut(column) }];
  };
}

/** What to hand over the counter of a copy shop. */
export const orderSlipKind: SheetKindModule = {
  words: 'order slip for a copy shop',
  group: 'table',
  pages: orderSlipPage,
};
