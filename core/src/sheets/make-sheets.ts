import { truePrinter, type PrinterBend } from './calibration.js';
import type { SheetDecisions } from './decisions.js';
import type { Drawing } from './drawing.js';
import { backingDrawing } from './kinds/backing.js';
import { filmPage } from './kinds/film.js';
import { outlineDrawing } from './kinds/lines.js';
import {
  calibrationPage,
  cardPage,
  labelPage,
  orderSlipPage,
  settingOutPage,
} from './kinds/papers-beside.js';
import { partialDrawing } from './kinds/partial.js';
import { prickingDrawing } from './kinds/pricking.js';
import { closeUpPages, gridDrawing, gridReferencePage, referenceDrawing } from './kinds/reference.js';
import { valuesDrawing } from './kinds/values.js';
import { layOutDrawing, singlePages, type SheetSet, type SinglePage } from './lay-out.js';
import { paperOf, type Paper } from './papers.js';
import type { SheetSource } from './source.js';
import type { SizeMm } from '../units/index.js';

/** What stands outside the decisions: the printer's faults, and a paper given by its size. */
export type Printer = { bend?: PrinterBend; paper?: Paper };

/**
 * The sheets of one kind, ready to be painted.
 *
 * @throws SheetError with a sentence that says what to change, when they cannot be made
 */
export function makeSheets(source: SheetSource, decisions: SheetDecisions, printer: Printer = {}): SheetSet {
  const paper = printer.paper ?? paperOf(decisions);
  // The calibration sheet shows the printer as it is.
  const bend = decisions.kind === 'calibration' ? truePrinter : (printer.bend ?? truePrinter);
  const tiling = { ...decisions, paper, bend, hand: source.hand };
  const tiled = (drawing: Drawing, notes: SheetSet['notes'] = []): SheetSet => ({
    ...layOutDrawing(drawing, { ...tiling, title: source.title, unit: source.unit }),
    notes,
  });
  const single = (build: (room: SizeMm) => SinglePage[], lies: 'upright' | 'lying' = 'upright'): SheetSet =>
    singlePages(tiling, lies, build);
  const lying = source.map.frame.width > source.map.frame.height ? 'lying' : 'upright';
  switch (decisions.kind) {
    case 'outline':
    case 'mirrored':
      return tiled(outlineDrawing(source.map, decisions, decisions.kind === 'mirrored'));
    case 'values':
      return tiled(valuesDrawing(source.map, decisions.lineMm, 'greys'));
    case 'numbers':
      return tiled(valuesDrawing(source.map, decisions.lineMm, 'numbers'));
    case 'reference':
      return tiled(referenceDrawing(source, decisions));
    case 'close-ups':
      return single(closeUpPages(source, decisions), 'upright');
    case 'grid':
      return tiled(gridDrawing(source));
    case 'grid-reference':
      return single(gridReferencePage(source, decisions), lying);
    case 'backing': {
      const { drawing, notes } = backingDrawing(source, decisions);
      return tiled(drawing, notes);
    }
    case 'pricking': {
      const { drawing, notes } = prickingDrawing(source, decisions);
      return tiled(drawing, notes);
    }
    case 'film':
      return single(filmPage(source, decisions), lying);
    case 'partial':
      return tiled(partialDrawing(source, decisions));
    case 'setting-out':
      return single(settingOutPage(source));
    case 'order-slip':
      return single(orderSlipPage(source));
    case 'label':
      return single(labelPage(source));
    case 'card':
      return single(cardPage(source));
    case 'calibration':
      return single(calibrationPage(source));
  }
}
