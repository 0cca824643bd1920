import { readFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { Command, Option } from 'commander';
import { sheetLayoutSchema, type SheetLayout } from '@nobrel/core/sheets';
import { counted } from '@nobrel/core/units';
import { openPdf } from '../sheets/rasterise.js';
import {
  joined,
  noFaults,
  NothingPrinted,
  printed,
  type PrinterFaults,
} from '../sheets/simulated-printer.js';
import { badArgument, numberOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { simulatePhotoCommand } from './simulate-photo.js';
import { simulateScanCommand } from './simulate-scan.js';
import { simulateProjectionCommand } from './simulate-projection.js';

type PrintOptions = {
  scale: [number, number];
  skew: number;
  offset: [number, number];
  unprintable: number;
  drop: number[];
  join?: string;
  ppi: number;
  out: string;
};

const pair =
  (flag: string, example: string) =>
  (text: string): [number, number] => {
    const [x, y, ...more] = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
    if (x === undefined || y === undefined || more.length > 0 || !Number.isFinite(x) || !Number.isFinite(y))
      throw badArgument(`${flag} takes two numbers, such as ${example}, not “${text}”.`);
    return [x, y];
  };

function pageNumbers(text: string): number[] {
  const pages = text.split(',').map(Number);
  if (pages.some((page) => !Number.isInteger(page) || page < 1))
    throw badArgument(`--drop takes page numbers, such as 2 or 2,5, not “${text}”.`);
  return pages;
}

/** `nobrel simulate print|photo|scan|projection …`: the stand-ins for a printer, a camera, a scanner and a projector. */
export function simulateCommand(): Command {
  const print = new Command('print')
    .description('What would lie on the table after a faulty printer printed a PDF, as PDF or PNG.')
    .argument('<pdf>', 'sheets as PDF')
    .addOption(
      new Option('--scale <x,y>', 'how large a length comes out, 1 for true')
        .argParser(pair('--scale', '0.99,1.002'))
        .default([1, 1], '1,1'),
    )
    .addOption(numberOption('--skew <deg>', 'skew, degrees', { min: -10, max: 10, initial: 0 }))
    .addOption(
      new Option('--offset <x,y>', 'how far the print is moved on the paper, mm')
        .argParser(pair('--offset', '1.5,-2'))
        .default([0, 0], '0,0'),
    )
    .addOption(
      numberOption('--unprintable <mm>', 'rim nothing is printed on', { min: 0, max: 100, initial: 0 }),
    )
    .addOption(
      new Option('--drop <pages>', 'pages that never come out').argParser(pageNumbers).default([], 'none'),
    )
    .option('--join <layout>', 'join the sheets by the layout file that was written with them')
    .addOption(numberOption('--ppi <n>', 'pixels an inch of a PNG', { min: 36, max: 1200, initial: 150 }))
    .requiredOption(
      '--out <file>',
      'where to write it: a .pdf, or a .png of the first page or of the joined sheets',
    )
    .action(async (pdf: string, options: PrintOptions) => simulatePrint(pdf, options));
  return new Command('simulate')
    .description('Small stand-ins for devices, for tests and demonstrations.')
    .addCommand(print)
    .addCommand(simulatePhotoCommand())
    .addCommand(simulateScanCommand())
    .addCommand(simulateProjectionCommand());
}

async function simulatePrint(path: string, options: PrintOptions): Promise<void> {
  const kind = extname(options.out).toLowerCase();
  if (kind !== '.pdf' && kind !== '.png') throw badArgument('--out must end in .pdf or .png.');
  checkTarget(options.out);
  const [scaleX, scaleY] = options.scale;
  if (![scaleX, scaleY].every((scale) => scale > 0.1 && scale < 10))
    throw badArgument('--scale must lie between 0.1 and 10; 1 is true.');
  const faults: PrinterFaults = {
    ...noFaults,
    scaleX,
    scaleY,
    skewDeg: options.skew,
    offsetX: options.offset[0],
    offsetY: options.offset[1],
    unprintableMm: options.unprintable,
    dropped: options.drop,
  };
  const file = await read(path);
  const layout = options.join === undefined ? null : await readLayout(options.join);
  let pdf: Uint8Array;
  try {
    pdf = layout ? (await joined(file, layout, faults)).pdf : await printed(file, faults);
  } catch (error) {
    if (error instanceof NothingPrinted) throw badArgument('Nothing came out: every page was dropped.');
    throw badArgument(`${path} is not a PDF that can be printed, or the layout is not its own.`);
  }
  const open = await openPdf(pdf);
  try {
    await writeResult(options.out, kind === '.pdf' ? pdf : await (await open.page(0, options.ppi)).png());
    console.log(layout ? 'Printed and joined.' : `${counted(open.pages, 'page')} printed.`);
  } finally {
    await open.close();
  }
}

async function read(path: string): Promise<Uint8Array> {
  try {
    return await readFile(path);
  } catch {
    throw badArgument(`There is no readable file ${path}.`);
  }
}

async function readLayout(path: string): Promise<SheetLayout> {
  const text = Buffer.from(await read(path)).toString('utf8');
  try {
    return sheetLayoutSchema.parse(JSON.parse(text));
  } catch {
    throw badArgument(`${path} is not a layout file of nobrel sheets.`);
  }
}
