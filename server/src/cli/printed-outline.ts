import { Option, type Command } from 'commander';
import { printedPages, type PrintedPage } from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import { makeSheets, SheetError, sheetDecisionsSchema, type Paper, type SheetSet } from '@nobrel/core/sheets';
import { formatDate } from '@nobrel/core/units';
import { addDecisionOptions, asBadInput, parseDecisions, readDecisionOptions } from './options.js';
import { readPaper } from './papers.js';
import { titleOf } from './read-map.js';

/** How an outline was printed; decisions come by their names. */
export type OutlineOptions = Readonly<Record<string, unknown>> & {
  kind: 'outline' | 'mirrored';
  paper: Paper;
};

/** Adds the options that say how an outline was printed: those of `nobrel sheets`. */
export function addOutlineOptions(command: Command): Command {
  command
    .addOption(
      new Option('--kind <kind>', 'what was printed').choices(['outline', 'mirrored']).default('outline'),
    )
    .addOption(
      new Option('--paper <format>', 'the paper it was printed on')
        .argParser(readPaper)
        .makeOptionMandatory(),
    );
  return addDecisionOptions(command, sheetDecisionsSchema);
}

/** The sheets of a map as they were printed, and of each page what stands on it. */
export function printedOutline(
  map: MapDocument,
  path: string,
  { kind, paper, ...options }: OutlineOptions,
): { set: SheetSet; pages: PrintedPage[] } {
  const asked = readDecisionOptions(sheetDecisionsSchema, options, { kind });
  const by = { date: formatDate(new Date()), unit: 'mm', sketch: null, grid: null, closeUps: [] } as const;
  return asBadInput(SheetError, () => {
    const source = plainSheetSource(map, titleOf(path), by);
    const set = makeSheets(source, parseDecisions(sheetDecisionsSchema, asked), { paper });
    return { set, pages: printedPages(set) };
  });
}
