import { existsSync } from 'node:fs';
import { Command } from 'commander';
import { correctedMap, readCorrectedSheet, SheetNotFound } from '@nobrel/core/check';
import { writeMapDocument } from '@nobrel/core/documents';
import { pyramid } from '@nobrel/core/reference';
import { counted, formatPercent } from '@nobrel/core/units';
import { readPicture } from '../reference/decode.js';
import { asBadInput, badArgument } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { addOutlineOptions, printedOutline, type OutlineOptions } from './printed-outline.js';
import { readMapFile } from './read-map.js';

type CorrectionsOptions = OutlineOptions & { json?: string; out?: string };

/** `nobrel corrections MAP.json PICTURE …`: brings home what was corrected with a pen on a printed outline. */
export function correctionsCommand(): Command {
  const command = new Command('corrections')
    .description(
      'Read a scan or photograph of a printed outline that was corrected by hand: new lines, and lines struck out.',
    )
    .argument('<map>', 'the map that was printed, as .map.json, SVG or DXF')
    .argument('<picture>', 'JPEG, PNG, WebP, TIFF, AVIF or GIF');
  return addOutlineOptions(command)
    .option('--json <file>', 'write what was changed')
    .option('--out <file>', 'write the map with the changes taken, as .map.json')
    .action(async (map: string, picture: string, options: CorrectionsOptions) =>
      bringHome(map, picture, options),
    );
}

async function bringHome(mapPath: string, picture: string, options: CorrectionsOptions): Promise<void> {
  for (const target of [options.json, options.out]) if (target !== undefined) checkTarget(target);
  const { map } = await readMapFile(mapPath);
  if (!existsSync(picture)) throw badArgument(`There is no file ${picture}.`);
  const { pages } = printedOutline(map, mapPath, options);
  const levels = pyramid(await readPicture(picture, picture));
  const sheet = asBadInput(SheetNotFound, () => readCorrectedSheet(levels, map, pages));
  if (options.json !== undefined) await writeResult(options.json, `${JSON.stringify(sheet, null, 1)}\n`);
  if (options.out !== undefined) await writeResult(options.out, writeMapDocument(correctedMap(map, sheet)));
  console.log(
    `Sheet ${sheet.label}, ${formatPercent(sheet.seen)} of its print seen: ${counted(sheet.added.length, 'new line')}, ${sheet.struck.length} struck out.`,
  );
}
