/**
 * Judges the lines that maps take from known drawings, beside general-purpose tracers on the same pixels in the same
 * run.
 *
 * Options: `--only 0,4` judges some of the looks; `--pictures DIR` writes a picture each, with what is missed or wrong;
 * `--no-yardsticks` judges the maps alone; `--maps DIR` has a true hand draw the maps (`*.map.json`) of a folder, as those
 * in `demo/references/maps` of several hundred lines, instead of the bench's own drawings.
 */
import { mkdir } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { drawnByHand, trueHand } from '@nobrel/core/camera';
import { isTraced } from '@nobrel/core/documents';
import { defaultMapSettings } from '@nobrel/core/map';
import type { Picture } from '@nobrel/core/raster';
import {
  drawingScene,
  judgeStrokes,
  renderDrawing,
  type DrawnLine,
  type FoundLine,
  type KnownDrawing,
  type StrokeFaults,
  type StrokeJudgement,
} from '@nobrel/core/testing';
import { mapOf, widthMm, yardsticks } from '../judgement/drawings.js';
import { mapsIn } from '../maps-in.js';
import { looks } from './looks.js';

const { values: options } = parseArgs({
  options: {
    only: { type: 'string' },
    pictures: { type: 'string' },
    maps: { type: 'string' },
    'no-yardsticks': { type: 'boolean', default: false },
  },
});
if (options.pictures !== undefined) await mkdir(options.pictures, { recursive: true });
const { pxPerMm } = looks[0]!;
const chosen = options.only?.split(',').map(Number);

const columns: readonly (readonly [keyof StrokeJudgement, number])[] = [
  ['once', 3],
  ['doubled', 4],
  ['recall', 3],
  ['precision', 3],
  ['meanOff', 3],
  ['p95Off', 3],
  ['breaksPerMetre', 1],
  ['junctions', 3],
  ['beneath', 3],
  ['width', 3],
];
type Judged = { judgement: StrokeJudgement; points: number; milliseconds: number };
const row = (name: string, { judgement, points, milliseconds }: Judged) =>
  [
    name.padEnd(46),
    ...columns.map(([key, digits]) => judgement[key].toFixed(digits).padStart(9)),
    points.toFixed(0).padStart(9),
    milliseconds.toFixed(0).padStart(7),
  ].join('');
console.log(
  ' '.repeat(46) +
    [...columns.map(([key]) => key.slice(0, 8)), 'points', 'ms'].map((name) => name.padStart(9)).join(''),
);

const tracers = options['no-yardsticks']
  ? []
  : yardsticks.filter(({ name }) => name.startsWith('potrace, 3') || name.startsWith('imagetracerjs, 4'));
const all = new Map<string, Judged[]>();

const given = options.maps === undefined ? null : await mapsIn(options.maps);
const drawingOf = (i: number): KnownDrawing => {
  const map = given?.[i % given.length];
  return map
    ? drawnByHand(map, { ...trueHand, wobbleMm: 0.1 }, i).drawing
    : drawingScene(i % 12, i % 3 === 0);
};

for (const [i, look] of looks.entries()) {
  if (chosen && !chosen.includes(i)) continue;
  const drawing = drawingOf(i);
  const rendered = renderDrawing(drawing, { ...look, seed: 77 + i });
  const picture = await compressed(rendered.picture, look.taken === 'photographed' ? 85 : 95);
  const judgeAs = async (name: string, draw: () => FoundLine[] | Promise<FoundLine[]>) => {
    const start = performance.now();
    const lines = await draw();
    const milliseconds = performance.now() - start;
    const { judgement, faults } = judgeStrokes(drawing, rendered.lens, pxPerMm, lines, look.tool);
    const points = lines.reduce((sum, line) => sum + line.points.length / 2, 0);
    const judged = { judgement, points, milliseconds };
    all.set(name, [...(all.get(name) ?? []), judged]);
    console.log(row(`${i} ${look.tool} ${look.contrast} on ${look.paper} ${look.light} ${name}`, judged));
    return { lines, faults };
  };
  const { lines, faults } = await judgeAs('map', () => linesOfMap(picture));
  if (options.pictures !== undefined)
    await writePicture(`${options.pictures}/${i}.png`, picture, lines, faults);
  for (const { name, draw } of tracers)
    await judgeAs(name.split(',')[0]!, async () =>
      (await draw(picture)).map((line) => inPixels(line, picture)),
    );
}
for (const [name, judged] of all) {
  const mean = (of: (one: Judged) => number) => judged.reduce((sum, one) => sum + of(one), 0) / judged.length;
  const judgement = Object.fromEntries(columns.map(([key]) => [key, mean((one) => one.judgement[key])]));
  console.log(
    row(`mean of ${name}`, {
      judgement: { ...judged[0]!.judgement, ...judgement },
      points: mean(({ points }) => points),
      milliseconds: mean(({ milliseconds }) => milliseconds),
    }),
  );
}

/** A line in pixels of its picture, which was taken to be as wide as every other. */
function inPixels({ points, closed }: DrawnLine, { width }: Picture): FoundLine {
  return { points: Float64Array.from(points, (value) => (value * width) / widthMm), closed };
}

function linesOfMap(picture: Picture): FoundLine[] {
  return mapOf(picture, { ...defaultMapSettings, reference: 'drawing' })
    .lines.filter(isTraced)
    .map(({ points, closed, width }) => ({
      ...inPixels({ points: points.flat(), closed }, picture),
      ...(width === undefined ? {} : { widthPx: (width * picture.width) / widthMm }),
    }));
}

/** The picture as a camera or scanner hands it over. */
async function compressed({ width, height, data }: Picture, quality: number): Promise<Picture> {
  const jpeg = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality })
    .toBuffer();
  const { data: rgb } = await sharp(jpeg).raw().toBuffer({ resolveWithObject: true });
  return { width, height, channels: 3, data: rgb };
}

async function writePicture(
  path: string,
  { width, height, data }: Picture,
  lines: readonly FoundLine[],
  faults: StrokeFaults,
): Promise<void> {
  const paths = lines.map(({ points, closed }, k) => {
    const d = Array.from(
      { length: points.length / 2 },
      (_, i) => `${i === 0 ? 'M' : 'L'}${points[2 * i]} ${points[2 * i + 1]}`,
    );
    return `<path d="${d.join('')}${closed ? 'Z' : ''}" fill="none" stroke="hsl(${(k * 67) % 360} 90% 45%)" stroke-width="1.5"/>`;
  });
  const marks = (places: readonly [number, number][], colour: string, r: number) =>
    places.map(
      ([x, y]) =>
        `<circle cx="${x * pxPerMm}" cy="${y * pxPerMm}" r="${r}" fill="none" stroke="${colour}" stroke-width="2"/>`,
    );
  const shown = [
    ...paths,
    ...marks(faults.missed, 'magenta', 4),
    ...marks(faults.wrong, 'blue', 4),
    ...marks(faults.junctions, 'red', 16),
  ];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${shown.join('')}</svg>`;
  await sharp(data, { raw: { width, height, channels: 3 } })
    .composite([{ input: Buffer.from(svg) }])
    .png()
    .toFile(path);
}
