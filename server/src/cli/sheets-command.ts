import { existsSync } from 'node:fs';
import { basename, extname } from 'node:path';
import { Command, Option } from 'commander';
import { holesToDxf, mapToDxf, type MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import { defaultReferenceDecisions, referenceViews } from '@nobrel/core/reference';
import {
  defaultSheetDecisions,
  holesCsv,
  makeSheets,
  measuresCsv,
  pageToSvg,
  prick,
  SheetError,
  sheetKinds,
  sheetLayout,
  truePrinter,
  type PrinterBend,
  type SheetDecisions,
  type SheetKind,
  type SheetSet,
  type SheetSource,
} from '@nobrel/core/sheets';
import { counted, LengthError, parseSize, type SizeMm } from '@nobrel/core/units';
import { lookAt } from '../reference/decode.js';
import { middleOf, printedPicture } from '../sheets/printed-picture.js';
import { sheetsPdf } from '../sheets/print.js';
import { openPdf } from '../sheets/rasterise.js';
import { badArgument, numberOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { readPaper, type NamedPaper } from './papers.js';
import { readMapFile } from './read-map.js';

type SheetsOptions = {
  kind: SheetKind;
  paper: NamedPaper;
  overlap: number;
  margin: number;
  printerScale?: [number, number];
  printerSkew?: number;
  join: SheetDecisions['join'];
  lies: SheetDecisions['lies'];
  line: number;
  look: SheetDecisions['look'];
  withGrid?: boolean;
  grid?: { columns: number; rows: number };
  enlarged: number;
  at?: { x: number; y: number };
  back: SheetDecisions['backing']['reach'];
  band: number;
  holeLeast: number;
  holeMost: number;
  holeChord: number;
  stage: number;
  widestLine: number;
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

const number = (flags: string, words: string, least: number, most: number, usual: number) =>
  numberOption(flags, words, { least, most, usual });

/** `nobrel sheets MAP.json --kind KIND --paper FORMAT --pdf F …`: from a map to print-ready sheets. */
export function sheetsCommand(): Command {
  const usual = defaultSheetDecisions;
  return new Command('sheets')
    .description('Lay a map out on paper at true size and write it as PDF, SVG or PNG.')
    .argument('<map>', 'a map: *.map.json, or lines from *.svg or *.dxf')
    .addOption(new Option('--kind <kind>', 'what to print').choices([...sheetKinds]).makeOptionMandatory())
    .addOption(
      new Option('--paper <format>', 'a4, a3, letter, a4-roll … or a size such as 297x420mm')
        .argParser(readPaper)
        .makeOptionMandatory(),
    )
    .addOption(number('--overlap <mm>', 'how far neighbouring sheets overlap', 0, 500, 10))
    .addOption(number('--margin <mm>', 'rim the printer cannot reach', 0, 200, 5))
    .addOption(
      new Option(
        '--printer-scale <x,y>',
        'how large your printer makes a length, 1 for true, across and down the page as displayed; 0.99,1.002 is made good',
      ).argParser(readScale),
    )
    .addOption(
      numberOption('--printer-skew <deg>', 'how far your printer’s uprights lean', { least: -2, most: 2 }),
    )
    .addOption(
      new Option('--join <how>', 'how sheets meet').choices(['overlapped', 'trimmed']).default(usual.join),
    )
    .addOption(
      new Option('--lies <way>', 'which way round the paper lies')
        .choices(['fewest', 'least-paper', 'upright', 'lying'])
        .default(usual.lies),
    )
    .addOption(number('--line <mm>', 'width of the printed line', 0.05, 3, usual.lineMm))
    .addOption(new Option('--reference <image>', 'the picture the map was made from, to be printed'))
    .addOption(
      new Option('--look <look>', 'how the reference is printed')
        .choices([...referenceViews])
        .default(usual.look),
    )
    .option('--with-grid', 'the grid lies over the reference')
    .addOption(new Option('--grid <columns,rows>', 'squares of the grid').argParser(readGrid))
    .addOption(number('--enlarged <times>', 'how large close-ups are printed', 1, 20, usual.enlarged))
    .addOption(new Option('--at <x,y>', 'the spot of a close-up, mm on the surface').argParser(readSpot))
    .addOption(
      new Option('--back <reach>', 'where the back is rubbed')
        .choices(['lines', 'shapes', 'all'])
        .default('lines'),
    )
    .addOption(number('--band <mm>', 'width of the rubbed band', 1, 60, usual.backing.bandMm))
    .addOption(number('--hole-least <mm>', 'holes are no closer', 0.5, 20, usual.pricking.leastMm))
    .addOption(number('--hole-most <mm>', 'holes are no further apart', 0.5, 60, usual.pricking.mostMm))
    .addOption(number('--hole-chord <mm>', 'how far dots may leave a curve', 0.02, 5, usual.pricking.chordMm))
    .addOption(number('--stage <mm>', 'side of the overhead projector’s stage', 50, 400, usual.film.stageMm))
    .addOption(
      number('--widest-line <mm>', 'how wide a projected line may be', 0.2, 50, usual.film.mostLineMm),
    )
    .addOption(
      new Option('--part <x,y,width,height>', 'the spoiled part, mm on the surface').argParser(readPart),
    )
    .addOption(
      new Option('--sketch <size>', 'what the sketch measures, for the order slip').argParser(readSketch),
    )
    .addOption(number('--ppi <n>', 'pixels an inch of PNG files', 36, 1200, 300))
    .option('--pdf <file>', 'write the sheets')
    .option('--svg <file>', 'write them as SVG, a file a page')
    .option('--png <file>', 'write them as PNG, a file a page')
    .option('--csv <file>', 'write the holes of a pricking pattern, or the measures')
    .option('--dxf <file>', 'write the holes of a pricking pattern as points, or the map’s lines')
    .option('--layout <file>', 'write where each part of the surface went, as JSON')
    .action(async (map: string, options: SheetsOptions) => printSheets(map, options));
}

async function printSheets(path: string, options: SheetsOptions): Promise<void> {
  const targets = [options.pdf, options.svg, options.png, options.csv, options.dxf, options.layout];
  const wanted = targets.filter((target) => target !== undefined);
  if (wanted.length === 0)
    throw badArgument('Say where to write the sheets: --pdf, --svg, --png, --csv, --dxf or --layout.');
  wanted.forEach(checkTarget);
  const { map, says } = await readMapFile(path);
  const title = basename(path).replace(/(\.map)?\.(json|svg|dxf)$/i, '');
  const source = await sourceFor(map, title, options);
  const decisions = decisionsFrom(options);
  try {
    const set = makeSheets(source, decisions, { paper: options.paper, bend: bendOf(options) });
    await writeAll(set, source, decisions, options, title);
    for (const word of says) console.log(word);
    for (const { says: words } of set.notes) console.log(words);
    console.log(summary(set));
  } catch (error) {
    if (error instanceof SheetError) throw badArgument(error.message);
    throw error;
  }
}

function summary({ tiled, count }: SheetSet): string {
  if (!tiled) return `${counted(count, 'page')}.`;
  const { columns, rows } = tiled.tiling;
  const skipped = tiled.skipped.length > 0 ? `, ${tiled.skipped.length} empty ones left out` : '';
  return `${counted(tiled.printed.length, 'sheet')}, ${columns} across and ${rows} down${skipped}.`;
}

async function sourceFor(map: MapDocument, title: string, options: SheetsOptions): Promise<SheetSource> {
  const source = plainSheetSource(map, title, {
    date: new Date().toISOString().slice(0, 10),
    unit: 'mm',
    sketch: options.sketch ?? null,
    grid: options.grid ?? null,
    closeUps: options.at ? [{ ...options.at, text: 'Close-up' }] : [],
  });
  if (options.reference === undefined) return { ...source, crop: null };
  if (!existsSync(options.reference)) throw badArgument(`There is no file ${options.reference}.`);
  const picture = await lookAt(options.reference, options.reference);
  return { ...source, crop: source.crop ?? middleOf(picture, map.frame) };
}

async function writeAll(
  set: SheetSet,
  source: SheetSource,
  decisions: SheetDecisions,
  options: SheetsOptions,
  title: string,
): Promise<void> {
  const picture = options.reference
    ? printedPicture({
        path: options.reference,
        stored: await lookAt(options.reference, options.reference),
        preparation: null,
        faintness: defaultReferenceDecisions.faintness,
      })
    : undefined;
  const pdf =
    options.pdf !== undefined || options.png !== undefined
      ? await sheetsPdf(set, title, new Date(), picture ? { picture } : {})
      : null;
  if (pdf && options.pdf !== undefined) await writeResult(options.pdf, pdf);
  if (options.svg !== undefined) {
    for (let i = 0; i < set.count; i++) {
      const page = set.page(i);
      const parts = new Map<unknown, string>();
      for (const item of page.items) {
        if (item.kind !== 'picture' || !picture) continue;
        const size = { width: Math.hypot(...item.across), height: Math.hypot(...item.down) };
        const jpeg = Buffer.from(await picture(item.window, item.look, size));
        parts.set(item, `data:image/jpeg;base64,${jpeg.toString('base64')}`);
      }
      await writeResult(
        pagePath(options.svg, set, i),
        pageToSvg(page, (item) => parts.get(item) ?? ''),
      );
    }
  }
  if (pdf && options.png !== undefined) {
    const open = await openPdf(pdf);
    try {
      for (let i = 0; i < set.count; i++)
        await writeResult(pagePath(options.png, set, i), await (await open.page(i, options.ppi)).png());
    } finally {
      await open.close();
    }
  }
  const pricking = decisions.kind === 'pricking' ? prick(source.map, decisions.pricking) : null;
  if (options.csv !== undefined)
    await writeResult(options.csv, pricking ? holesCsv(pricking) : measuresCsv(source));
  if (options.dxf !== undefined)
    await writeResult(
      options.dxf,
      pricking ? holesToDxf(pricking.holes, source.map.surface) : mapToDxf(source.map),
    );
  if (options.layout !== undefined)
    await writeResult(options.layout, `${JSON.stringify(sheetLayout(set), null, 2)}\n`);
}

/** One page keeps the name; several get their labels: sheets.svg becomes sheets-A1.svg. */
function pagePath(path: string, set: SheetSet, index: number): string {
  if (set.count === 1) return path;
  const ending = extname(path);
  return `${path.slice(0, path.length - ending.length)}-${(set.labels[index] ?? '').replace(/ /g, '-')}${ending}`;
}

function decisionsFrom(options: SheetsOptions): SheetDecisions {
  if (options.holeLeast > options.holeMost)
    throw badArgument('--hole-least must not be more than --hole-most.');
  return {
    ...defaultSheetDecisions,
    kind: options.kind,
    overlapMm: options.overlap,
    marginMm: options.margin,
    join: options.join,
    lies: options.lies,
    lineMm: options.line,
    look: options.look,
    withGrid: options.withGrid === true,
    enlarged: options.enlarged,
    backing: { reach: options.back, bandMm: options.band },
    pricking: { leastMm: options.holeLeast, mostMm: options.holeMost, chordMm: options.holeChord },
    film: { stageMm: options.stage, mostLineMm: options.widestLine },
    part: options.part ?? null,
  };
}

function bendOf({ printerScale, printerSkew = 0 }: SheetsOptions): PrinterBend {
  const [scaleX, scaleY] = printerScale ?? [truePrinter.scaleX, truePrinter.scaleY];
  if (!(scaleX > 0.5 && scaleX < 2 && scaleY > 0.5 && scaleY < 2))
    throw badArgument('A printer scale must lie between 0.5 and 2; 1 is true size.');
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

function readSpot(text: string): { x: number; y: number } {
  const [x = 0, y = 0] = readNumbers('--at', text, 2, '120,80');
  return { x, y };
}

function readPart(text: string): { x: number; y: number; width: number; height: number } {
  const [x = 0, y = 0, width = 0, height = 0] = readNumbers('--part', text, 4, '40,30,60,50');
  if (!(width > 0 && height > 0))
    throw badArgument('--part needs a width and a height of more than nothing.');
  return { x, y, width, height };
}

function readSketch(text: string): SizeMm {
  try {
    return parseSize(text);
  } catch (error) {
    if (error instanceof LengthError) throw badArgument(`--sketch: ${error.message}`);
    throw error;
  }
}
