import { extname } from 'node:path';
import { Command, Option } from 'commander';
import sharp from 'sharp';
import { scanCorrected } from '@nobrel/core/camera';
import { counted } from '@nobrel/core/units';
import { badArgument, numberOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { addOutlineOptions, printedOutline, type OutlineOptions } from './printed-outline.js';
import { readMapFile } from './read-map.js';

type ScanOptions = OutlineOptions & { sheet?: string; seed: number; truth?: string; out: string };

/** `nobrel simulate scan MAP.json …`: the stand-in for a printer, a pen and a scanner. */
export function simulateScanCommand(): Command {
  const command = new Command('scan')
    .description('A scan of a printed outline that was corrected with a pen, with changes that are known.')
    .argument('<map>', 'the map, as .map.json, SVG or DXF');
  return addOutlineOptions(command)
    .addOption(
      new Option('--sheet <label>', 'the sheet that was corrected, such as B2; the first when not given'),
    )
    .addOption(
      numberOption('--seed <n>', 'another hand', { min: 0, max: 2 ** 31 - 1, whole: true, initial: 1 }),
    )
    .option('--truth <file>', 'write what was changed, as JSON')
    .requiredOption('--out <file>', 'the scan, as .jpg or .png')
    .action(async (map: string, options: ScanOptions) => scan(map, options));
}

async function scan(mapPath: string, options: ScanOptions): Promise<void> {
  const kind = extname(options.out).toLowerCase();
  if (kind !== '.jpg' && kind !== '.png') throw badArgument('--out is a .jpg or a .png file.');
  for (const target of [options.out, options.truth]) if (target !== undefined) checkTarget(target);
  const { map } = await readMapFile(mapPath);
  const { set, pages } = printedOutline(map, mapPath, options);
  const which = options.sheet === undefined ? 0 : pages.findIndex(({ label }) => label === options.sheet);
  const printed = pages[which];
  if (!printed)
    throw badArgument(
      `There is no sheet ${options.sheet}: the sheets are ${pages.map(({ label }) => label).join(', ')}.`,
    );
  const { picture, made } = scanCorrected(map, { page: set.page(which), ...printed }, options.seed);
  const { width, height, data } = picture;
  const image = sharp(data, { raw: { width, height, channels: 4 } }).removeAlpha();
  await writeResult(
    options.out,
    await (kind === '.png' ? image.png() : image.jpeg({ quality: 88 })).toBuffer(),
  );
  if (options.truth !== undefined) {
    const added = made.added.map((run) =>
      Array.from({ length: run.length / 2 }, (_, i) => [run[2 * i], run[2 * i + 1]]),
    );
    await writeResult(
      options.truth,
      `${JSON.stringify({ sheet: printed.label, added, struck: made.struck }, null, 1)}\n`,
    );
  }
  console.log(
    `Sheet ${printed.label}, corrected and scanned: ${counted(made.added.length, 'new line')}, ${made.struck.length} struck out.`,
  );
}
