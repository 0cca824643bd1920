/**
 * How fast sheets are painted, against the same vectors through pdfkit in the same run: a map of ten metres on twelve
 * pages, and a wall of 3 × 4 m on A4, with the memory it takes. Ratios are what count.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import PDFKit from 'pdfkit';
import type { MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import {
  defaultSheetDecisions,
  colourOf,
  makeSheets,
  paintPdf,
  pointsPerMm,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { timed } from './timed.js';

const require = createRequire(import.meta.url);
const font = readFileSync(
  require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff'),
);

/** A map of winding lines of so many metres in all, a point every three millimetres. */
function winding(width: number, height: number, metres: number): MapDocument {
  const stepMm = 3;
  const lengthMm = 250;
  const count = Math.round((metres * 1000) / lengthMm);
  const lines = Array.from({ length: count }, (_, i) => {
    const points: [number, number][] = [];
    let x = ((i * 0.618_034) % 1) * width;
    let y = ((i * 0.414_214) % 1) * height;
    for (let k = 0; k <= lengthMm / stepMm; k++) {
      points.push([x, y]);
      const angle = i + Math.sin(k / 9 + i);
      x = Math.min(width, Math.max(0, x + stepMm * Math.cos(angle)));
      y = Math.min(height, Math.max(0, y + stepMm * Math.sin(angle)));
    }
    return lineOf(points, { id: `a${i}`, weight: 0.5 });
  });
  return mapWith(width, height, lines);
}

function sheets(map: MapDocument, change: Partial<SheetDecisions> = {}): SheetSet {
  const by = { date: '2026-11-25', unit: 'mm' as const, sketch: null, grid: null, closeUps: [] };
  return makeSheets(plainSheetSource(map, 'Winding', by), { ...defaultSheetDecisions, ...change });
}

const paint = (set: SheetSet) => paintPdf(set, { font, title: 'Winding', date: new Date(0) });

/** The same pages through pdfkit. */
async function throughPdfKit(set: SheetSet): Promise<number> {
  const document = new PDFKit({ autoFirstPage: false, compress: true });
  let bytes = 0;
  document.on('data', (chunk: Buffer) => (bytes += chunk.length));
  const ended = new Promise<void>((resolve) => document.on('end', () => resolve()));
  for (let i = 0; i < set.count; i++) {
    const page = set.page(i);
    document.addPage({ size: [page.widthMm * pointsPerMm, page.heightMm * pointsPerMm], margin: 0 });
    for (const item of page.items) {
      if (item.kind === 'text') {
        document
          .fontSize(item.sizeMm * pointsPerMm)
          .text(item.text, item.x * pointsPerMm, item.y * pointsPerMm, { lineBreak: false });
      }
      if (item.kind !== 'stroke') continue;
      document.moveTo((item.points[0] ?? 0) * pointsPerMm, (item.points[1] ?? 0) * pointsPerMm);
      for (let k = 2; k < item.points.length; k += 2)
        document.lineTo((item.points[k] ?? 0) * pointsPerMm, (item.points[k + 1] ?? 0) * pointsPerMm);
      if (item.closed) document.closePath();
      const [red, green, blue] = colourOf(item.ink);
      document
        .lineWidth(item.widthMm * pointsPerMm)
        .strokeColor([red, green, blue])
        .stroke();
    }
  }
  document.end();
  await ended;
  return bytes;
}

async function timedAsync(work: () => Promise<unknown>, rounds = 5): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i <= rounds; i++) {
    const start = performance.now();
    await work();
    if (i > 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[rounds >> 1] ?? NaN;
}

const ms = (value: number) => `${value.toFixed(0)} ms`;

if (process.argv[2] === 'wall') {
  const map = winding(3000, 4000, 400);
  const start = performance.now();
  const set = sheets(map);
  const pdf = await paint(set);
  const took = performance.now() - start;
  const memory = process.resourceUsage().maxRSS / 1024;
  console.log(
    `3 × 4 m, 400 m of lines on ${set.count} pages of A4: ${(took / 1000).toFixed(1)} s, ${(pdf.length / 1e6).toFixed(1)} MB, at most ${memory.toFixed(0)} MB of memory`,
  );
} else {
  const map = winding(560, 1000, 10);
  const set = sheets(map);
  const laying = timed(() => void sheets(map), 9);
  const whole = await timedAsync(async () => paint(sheets(map)), 9);
  const pdf = await paint(set);
  const theirs = await timedAsync(() => throughPdfKit(set), 9);
  console.log(
    `10 m on ${set.tiled?.printed.length ?? 0} sheets and a diagram: laid out in ${ms(laying)}, with the PDF ${ms(whole)}, ${(pdf.length / 1000).toFixed(0)} kB`,
  );
  console.log(
    `  pdfkit ${ms(theirs)} for the PDF alone, ${((await throughPdfKit(set)) / 1000).toFixed(0)} kB: ${(theirs / whole).toFixed(2)} times as long`,
  );
  for (const kind of ['pricking', 'backing', 'grid'] as const)
    console.log(`  ${kind}: ${ms(timed(() => void sheets(map, { kind }), 3))} to lay out`);
  const self = fileURLToPath(import.meta.url);
  console.log(spawnSync(process.execPath, [self, 'wall'], { encoding: 'utf8' }).stdout.trim());
}
