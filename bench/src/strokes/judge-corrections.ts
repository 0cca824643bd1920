/**
 * Judges what is read from printed sheets that were drawn on: which changes are found, and which were never made.
 *
 * Options: `--only 0,4` judges some of the sheets, those from 40 on being others of the same kind; `--pictures DIR` writes each with what was read of it.
 */
import { mkdir } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { printedPages, readCorrectedSheet, SheetNotFound, type CorrectedSheet } from '@nobrel/core/check';
import { scanCorrected, type Lens } from '@nobrel/core/camera';
import { pyramid } from '@nobrel/core/reference';
import { drawingScene, judgeCorrections, sheetsOf, sketchMap } from '@nobrel/core/testing';
import type { Affine } from '@nobrel/core/sheets';

const { values: options } = parseArgs({
  options: { only: { type: 'string' }, pictures: { type: 'string' } },
});
if (options.pictures !== undefined) await mkdir(options.pictures, { recursive: true });
const usual = Array.from({ length: 40 }, (_, n) => n);
const chosen = options.only?.split(',').map(Number) ?? usual;

const tools = ['pen', 'ball-point', 'pencil', 'pencil'] as const;
const lights = ['even', 'side', 'uneven'] as const;

type Sum = { made: number; found: number; wrong: number; read: number; offMm: number[]; ms: number };
const sum: Sum = { made: 0, found: 0, wrong: 0, read: 0, offMm: [], ms: 0 };

for (const n of chosen) {
  const map = sketchMap(drawingScene(n % 12, false));
  const kind = n % 4 === 3 ? 'mirrored' : 'outline';
  const set = sheetsOf(map, { kind, paper: n % 3 === 0 ? 'a3' : 'a4' });
  const pages = printedPages(set);
  const number = n % pages.length;
  const printed = pages[number]!;
  const page = set.page(number);
  const photographed = n % 2 === 1;
  const look = {
    tool: tools[n % tools.length]!,
    light: lights[n % lights.length]!,
    taken: photographed ? 'photographed' : 'scanned',
    seed: 300 + n,
    ...(photographed ? { table: 45 } : {}),
  } as const;
  const { picture, lens, made } = scanCorrected(map, { page, ...printed }, 900 + n, look);
  const { width, height } = picture;
  const jpeg = await sharp(picture.data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .rotate(n % 5 === 4 ? 180 : 0)
    .jpeg({ quality: 88 })
    .toBuffer();
  const { data } = await sharp(jpeg).raw().toBuffer({ resolveWithObject: true });
  const start = performance.now();
  let read: CorrectedSheet | null = null;
  try {
    read = readCorrectedSheet(pyramid({ width, height, channels: 3, data }), map, pages);
  } catch (error) {
    if (!(error instanceof SheetNotFound)) throw error;
  }
  const ms = performance.now() - start;
  const judged = judgeCorrections(made, read ?? { added: [], struck: [] });
  sum.made += judged.made;
  sum.found += judged.found;
  sum.wrong += judged.wrong;
  sum.read += (read?.added.length ?? 0) + (read?.struck.length ?? 0);
  sum.offMm.push(...judged.offMm);
  sum.ms += ms;
  console.log(
    `${n} ${kind} ${page.label} ${look.tool}, ${look.taken}, ${look.light}: seen ${(read?.seen ?? 0).toFixed(2)}, off ${(read?.offMm ?? 0).toFixed(2)} mm, page ${read?.label ?? 'none'}; ${judged.found} of ${judged.made} found, ${judged.wrong} wrong, ${ms.toFixed(0)} ms`,
  );
  for (const line of judged.says) console.log(`    ${line}`);
  if (options.pictures !== undefined && read)
    await writePicture(
      `${options.pictures}/${n}.png`,
      jpeg,
      { width, height },
      n % 5 === 4,
      read,
      lens,
      printed.fromSurface,
    );
}
const sorted = [...sum.offMm].sort((a, b) => a - b);
const at = (share: number) => (sorted[Math.floor(share * sorted.length)] ?? 0).toFixed(2);
console.log(
  `found ${((100 * sum.found) / sum.made).toFixed(1)} % of ${sum.made}, wrong ${((100 * sum.wrong) / Math.max(1, sum.read)).toFixed(1)} % of ${sum.read} read; new lines off ${at(0.5)} mm in the median, ${at(0.95)} mm at 95 %; ${(sum.ms / chosen.length).toFixed(0)} ms each`,
);

async function writePicture(
  path: string,
  jpeg: Buffer,
  { width, height }: { width: number; height: number },
  turned: boolean,
  read: CorrectedSheet,
  lens: Lens,
  { a, b, c, d, e, f }: Affine,
): Promise<void> {
  const paths = read.added.map(({ points }, k) => {
    const run = points.map(([x, y]) => {
      const [px, py] = lens(a * x + b * y + c, d * x + e * y + f);
      return turned ? `${width - px} ${height - py}` : `${px} ${py}`;
    });
    return `<path d="M${run.join('L')}" fill="none" stroke="hsl(${(k * 67) % 360} 90% 45%)" stroke-width="3"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${paths.join('')}</svg>`;
  await sharp(jpeg)
    .composite([{ input: Buffer.from(svg) }])
    .png()
    .toFile(path);
}
