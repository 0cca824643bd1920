import { existsSync } from 'node:fs';
import { extname } from 'node:path';
import { Command } from 'commander';
import { mapToDxf, type MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import { defaultReferenceDecisions } from '@nobrel/core/reference';
import {
  makeSheets,
  measuresCsv,
  SheetError,
  sheetKinds,
  sheetLayout,
  type PictureSource,
  type SheetDecisions,
  type SheetSet,
  type SheetSource,
} from '@nobrel/core/sheets';
import { counted, formatDate } from '@nobrel/core/units';
import { lookAt } from '../reference/decode.js';
import { middleOf, printedPicture } from '../sheets/printed-picture.js';
import { pageSvg } from '../sheets/page-svg.js';
import { sheetsPdf } from '../sheets/print.js';
import { openPdf } from '../sheets/rasterise.js';
import { badArgument } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { readMapFile, titleOf } from './read-map.js';
import { addSheetsOptions, bendOf, decisionsFrom, type SheetsOptions } from './sheets-options.js';

/** `nobrel sheets MAP.json --kind KIND --paper FORMAT --pdf F …`: from a map to print-ready sheets. */
export function sheetsCommand(): Command {
  const command = new Command('sheets')
    .description('Lay a map out on paper at true size and write it as PDF, SVG or PNG.')
    .argument('<map>', 'a map: *.map.json, or lines from *.svg or *.dxf');
  return addSheetsOptions(command).action(async (map: string, options: SheetsOptions) =>
    printSheets(map, options),
  );
}

async function printSheets(path: string, options: SheetsOptions): Promise<void> {
  const targets = [options.pdf, options.svg, options.png, options.csv, options.dxf, options.layout];
  const wanted = targets.filter((target) => target !== undefined);
  if (wanted.length === 0)
    throw badArgument('Say where to write the sheets: --pdf, --svg, --png, --csv, --dxf or --layout.');
  wanted.forEach(checkTarget);
  const { map, says } = await readMapFile(path);
  const title = titleOf(path);
  const source = await sourceFor(map, title, options);
  const decisions = decisionsFrom(options, map.frame);
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
    date: formatDate(new Date()),
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
  const picture = await pictureFor(options);
  if (options.pdf !== undefined || options.png !== undefined) {
    const pdf = await sheetsPdf(set, title, new Date(), picture ? { picture } : {});
    if (options.pdf !== undefined) await writeResult(options.pdf, pdf);
    if (options.png !== undefined) await writePngs(set, pdf, options.png, options.ppi);
  }
  if (options.svg !== undefined) {
    for (let i = 0; i < set.count; i++)
      await writeResult(pagePath(options.svg, set, i), await pageSvg(set.page(i), picture));
  }
  const listOf = (ending: '.csv' | '.dxf') =>
    sheetKinds[decisions.kind].files?.find(({ name }) => name.endsWith(ending))?.write(source, decisions);
  if (options.csv !== undefined) await writeResult(options.csv, listOf('.csv') ?? measuresCsv(source));
  if (options.dxf !== undefined) await writeResult(options.dxf, listOf('.dxf') ?? mapToDxf(source.map));
  if (options.layout !== undefined)
    await writeResult(options.layout, `${JSON.stringify(sheetLayout(set), null, 2)}\n`);
}

/** The reference that was named, to print parts of. */
async function pictureFor({ reference }: SheetsOptions): Promise<PictureSource | undefined> {
  if (reference === undefined) return undefined;
  return printedPicture({
    path: reference,
    stored: await lookAt(reference, reference),
    preparation: null,
    faintness: defaultReferenceDecisions.faintness,
  });
}

async function writePngs(set: SheetSet, pdf: Uint8Array, path: string, ppi: number): Promise<void> {
  const open = await openPdf(pdf);
  try {
    for (let i = 0; i < set.count; i++)
      await writeResult(pagePath(path, set, i), await (await open.page(i, ppi)).png());
  } finally {
    await open.close();
  }
}

/** One page keeps the name; several get their labels: sheets.svg becomes sheets-A1.svg. */
function pagePath(path: string, set: SheetSet, index: number): string {
  if (set.count === 1) return path;
  const ending = extname(path);
  return `${path.slice(0, path.length - ending.length)}-${(set.labels[index] ?? '').replace(/ /g, '-')}${ending}`;
}
