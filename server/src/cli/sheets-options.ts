import type { Command } from 'commander';
import { Option } from 'commander';
import type { Rect } from '@nobrel/core/geometry';
import { onPictureAt } from '@nobrel/core/map';
import {
  sheetDecisionsSchema,
  sheetKindIds,
  truePrinter,
  type Paper,
  type PrinterBend,
  type SheetDecisions,
  type SheetKind,
} from '@nobrel/core/sheets';
import { type SizeMm } from '@nobrel/core/units';
import {
  addDecisionOptions,
  badArgument,
  numberOption,
  parseDecisions,
  readDecisionOptions,
  readSize,
} from './options.js';
import { readPaper } from './papers.js';

/** A stick, and the spots whose shapes it is rubbed behind, mm on the surface. */
type StickOption = { name: string; colour: string; spots: { x: number; y: number }[] };

/** The options of `nobrel sheets` that are no decisions of a work, read; those that are come by their names. */
export type SheetsOptions = Readonly<Record<string, unknown>> & {
  kind: SheetKind;
  paper: Paper;
  printerScale?: [number, number];
  printerSkew?: number;
  grid?: { columns: number; rows: number };
  at?: { x: number; y: number };
  stick: StickOption[];
  part?: { x: number; y: number; width: number; height: number };
  sketch?: SizeMm;
  reference?: string;
  ppi: number;
  pdf?: string;
  svg?: string;
  png?: string;
  csv?: string;
  dxf?: string;
  layout?: string;
};

/** Adds the options that say what is printed, on what, and where it is written. */
export function addSheetsOptions(command: Command): Command {
  command
    .addOption(new Option('--kind <kind>', 'what to print').choices([...sheetKindIds]).makeOptionMandatory())
    .addOption(
      new Option('--paper <format>', 'a4, a3, letter, a4-roll … or a size such as 297x420mm')
        .argParser(readPaper)
        .makeOptionMandatory(),
    );
  return addDecisionOptions(command, sheetDecisionsSchema)
    .addOption(
      new Option(
        '--printer-scale <x,y>',
        'how large your printer makes a length, 1 for true, across and down the page as displayed; 0.99,1.002 is corrected',
      ).argParser(readScale),
    )
    .addOption(numberOption('--printer-skew <deg>', 'skew of your printer, degrees', { min: -2, max: 2 }))
    .addOption(new Option('--reference <image>', 'the picture the map was made from, to be printed'))
    .addOption(new Option('--grid <columns,rows>', 'squares of the grid').argParser(readGrid))
    .addOption(new Option('--at <x,y>', 'the spot of a close-up, mm on the surface').argParser(readSpot))
    .addOption(
      new Option(
        '--stick <name,colour,x,y>',
        'back the shape at a spot, mm on the surface, with a colour of its own; once for every shape',
      )
        .argParser(addStick)
        .default([], 'one colour'),
    )
    .addOption(
      new Option('--part <x,y,width,height>', 'the area of a patch, mm on the surface').argParser(readPart),
    )
    .addOption(
      new Option('--sketch <size>', 'what the sketch measures, for the order slip').argParser((text) =>
        readSize(text, '--sketch'),
      ),
    )
    .addOption(numberOption('--ppi <n>', 'pixels an inch of PNG files', { min: 36, max: 1200, initial: 300 }))
    .option('--pdf <file>', 'write the sheets')
    .option('--svg <file>', 'write them as SVG, a file a page')
    .option('--png <file>', 'write them as PNG, a file a page')
    .option('--csv <file>', 'write the holes of a pricking pattern, or the measures')
    .option('--dxf <file>', 'write the holes of a pricking pattern as points, or the map’s lines')
    .option('--layout <file>', 'write where each part of the surface went, as JSON');
}

/**
 * What is printed and how, from the options.
 *
 * @param pictureAt where the whole picture lies on the surface, mm
 */
export function decisionsFrom(options: SheetsOptions, pictureAt: Rect): SheetDecisions {
  const { kind, part = null, stick } = options;
  const sticks = stick.map(({ name, colour, spots }) => ({
    name,
    colour,
    at: spots.map((spot) => onPictureAt(spot, pictureAt)),
  }));
  const base = { kind, part, backing: { sticks } };
  return parseDecisions(sheetDecisionsSchema, readDecisionOptions(sheetDecisionsSchema, options, base));
}

/** What the printer does to lengths, from the options. */
export function bendOf({ printerScale, printerSkew = 0 }: SheetsOptions): PrinterBend {
  const [scaleX, scaleY] = printerScale ?? [truePrinter.scaleX, truePrinter.scaleY];
  if (!(scaleX > 0.5 && scaleX < 2 && scaleY > 0.5 && scaleY < 2))
    throw badArgument('A printer scale must be between 0.5 and 2; 1 is true size.');
  return { scaleX, scaleY, shear: Math.tan((printerSkew * Math.PI) / 180) };
}

/** Reads some numbers with commas between them. */
function readNumbers(flag: string, text: string, count: number, example: string): number[] {
  const values = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (values.length !== count || values.some((value) => !Number.isFinite(value))) {
    const word = { 2: 'two', 4: 'four' }[count] ?? String(count);
    throw badArgument(`${flag} takes ${word} numbers, such as ${example}, not “${text}”.`);
  }
  return values;
}

function readScale(text: string): [number, number] {
  const [x = 1, y = 1] = readNumbers('--printer-scale', text, 2, '0.99,1.002');
  return [x, y];
}

function readGrid(text: string): { columns: number; rows: number } {
  const [columns = 0, rows = 0] = readNumbers('--grid', text, 2, '6,4');
  if (![columns, rows].every((n) => Number.isInteger(n) && n >= 1 && n <= 200))
    throw badArgument('--grid takes whole numbers from 1 to 200.');
  return { columns, rows };
}

/** A stick of one name may be given to several shapes. */
function addStick(text: string, sticks: readonly StickOption[]): StickOption[] {
  const [name = '', colour = '', ...spot] = text.split(',').map((part) => part.trim());
  if (name === '' || !/^#[0-9a-f]{6}$/i.test(colour))
    throw badArgument(
      `--stick takes a name, a colour and a spot, such as sanguine,#a4553c,120,80, not “${text}”.`,
    );
  const [x = 0, y = 0] = readNumbers('--stick', spot.join(','), 2, 'sanguine,#a4553c,120,80');
  const own = sticks.find((stick) => stick.name === name) ?? {
    name,
    colour: colour.toLowerCase(),
    spots: [],
  };
  return [...sticks.filter((stick) => stick.name !== name), { ...own, spots: [...own.spots, { x, y }] }];
}

function readSpot(text: string): { x: number; y: number } {
  const [x = 0, y = 0] = readNumbers('--at', text, 2, '120,80');
  return { x, y };
}

function readPart(text: string): { x: number; y: number; width: number; height: number } {
  const [x = 0, y = 0, width = 0, height = 0] = readNumbers('--part', text, 4, '40,30,60,50');
  if (!(width > 0 && height > 0)) throw badArgument('--part needs a width and a height above 0.');
  return { x, y, width, height };
}
