import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { Command, Option } from 'commander';
import { DocumentError, readMapDocument, type MapDocument } from '@nobrel/core/documents';
import {
  outlineSheets,
  SheetError,
  sheetKinds,
  sheetLayout,
  type PrinterScale,
  type SheetKind,
} from '@nobrel/core/sheets';
import { counted, LengthError, parseSize, type SizeMm } from '@nobrel/core/units';
import { sheetsPdf } from '../sheets/print.js';
import { badArgument, numberOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';

type SheetsOptions = {
  kind: SheetKind;
  paper: SizeMm;
  overlap: number;
  margin: number;
  printerScale?: PrinterScale;
  pdf: string;
  layout?: string;
};

/** `nobrel sheets MAP.json --kind KIND --paper FORMAT --pdf F …`: from a map to print-ready sheets. */
export function sheetsCommand(): Command {
  return new Command('sheets')
    .description('Lay a map out on paper at true size and write it as PDF.')
    .argument('<map>', 'a map document, *.map.json')
    .addOption(new Option('--kind <kind>', 'what to print').choices([...sheetKinds]).makeOptionMandatory())
    .addOption(
      new Option('--paper <format>', 'a4, a3, letter, tabloid or a size such as 297x420mm')
        .argParser(readPaper)
        .makeOptionMandatory(),
    )
    .addOption(
      numberOption('--overlap <mm>', 'how far neighbouring sheets overlap', {
        least: 0,
        most: 500,
        usual: 10,
      }),
    )
    .addOption(
      numberOption('--margin <mm>', 'rim the printer cannot reach', { least: 0, most: 200, usual: 5 }),
    )
    .addOption(
      new Option(
        '--printer-scale <x,y>',
        'how large your printer makes a length, 1 for true, across and down the page as displayed; 0.99,1.002 is made good',
      ).argParser(readScale),
    )
    .requiredOption('--pdf <file>', 'write the sheets')
    .option('--layout <file>', 'write where each part of the surface went, as JSON')
    .action(async (map: string, options: SheetsOptions) => printSheets(map, options));
}

async function printSheets(path: string, options: SheetsOptions): Promise<void> {
  checkTarget(options.pdf);
  if (options.layout !== undefined) checkTarget(options.layout);
  const map = await readMap(path);
  const title = basename(path).replace(/(\.map)?\.json$/, '');
  try {
    const set = outlineSheets(map, {
      kind: options.kind,
      paper: options.paper,
      overlapMm: options.overlap,
      marginMm: options.margin,
      title,
      ...(options.printerScale ? { printerScale: options.printerScale } : {}),
    });
    const pdf = await sheetsPdf(set, title, new Date());
    await writeResult(options.pdf, pdf);
    if (options.layout !== undefined) {
      await writeResult(options.layout, `${JSON.stringify(sheetLayout(set), null, 2)}\n`);
    }
    const { columns, rows } = set.tiling;
    const skipped = set.skipped.length > 0 ? `, ${set.skipped.length} empty ones left out` : '';
    console.log(`${counted(set.printed.length, 'sheet')}, ${columns} across and ${rows} down${skipped}.`);
  } catch (error) {
    if (error instanceof SheetError) throw badArgument(error.message);
    throw error;
  }
}

async function readMap(path: string): Promise<MapDocument> {
  let text: string;
  try {
    text = await readFile(path, 'utf8');
  } catch {
    throw badArgument(`There is no readable file ${path}.`);
  }
  try {
    return readMapDocument(text);
  } catch (error) {
    if (error instanceof DocumentError) throw badArgument(`${path}: ${error.message}`);
    throw error;
  }
}

function readPaper(text: string): SizeMm {
  try {
    return parseSize(text);
  } catch (error) {
    if (error instanceof LengthError) throw badArgument(`--paper: ${error.message}`);
    throw error;
  }
}

function readScale(text: string): PrinterScale {
  const match = /^\s*(\d*\.?\d+)\s*,\s*(\d*\.?\d+)\s*$/.exec(text);
  if (!match) throw badArgument(`--printer-scale takes two numbers, such as 0.99,1.002, not “${text}”.`);
  return { x: Number(match[1]), y: Number(match[2]) };
}
