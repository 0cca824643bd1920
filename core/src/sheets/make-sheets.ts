import { truePrinter, type PrinterBend } from './calibration.js';
import type { SheetDecisions } from './decisions.js';
import { sheetKinds } from './kinds/index.js';
import { layOutDrawing, singlePages, type SheetSet } from './layout/lay-out.js';
import { paperOf, type Paper } from './layout/papers.js';
import type { SheetSource } from './source.js';

/** What stands outside the decisions: the printer's faults, and a paper given by its size. */
export type Printer = { bend?: PrinterBend; paper?: Paper };

/**
 * The sheets of one kind, ready to be painted.
 *
 * @throws SheetError with a sentence that says what to change, when they cannot be made
 */
export function makeSheets(source: SheetSource, decisions: SheetDecisions, printer: Printer = {}): SheetSet {
  const kind = sheetKinds[decisions.kind];
  const paper = printer.paper ?? paperOf(decisions);
  const uncorrected = 'pages' in kind && kind.uncorrected === true;
  const bend = uncorrected ? truePrinter : (printer.bend ?? truePrinter);
  const options = { ...decisions, paper, bend, hand: source.hand };
  if ('pages' in kind)
    return singlePages(options, kind.orientation?.(source) ?? 'portrait', kind.pages(source, decisions));
  const { drawing, notes = [] } = kind.draw(source, decisions);
  return { ...layOutDrawing(drawing, { ...options, title: source.title, unit: source.unit }), notes };
}
