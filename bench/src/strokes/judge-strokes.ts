/** Judges the strokes found in known drawings: tools, papers, light and cameras. */
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { lightnessPlane } from '@nobrel/core/colour';
import { luminanceOfWindow } from '@nobrel/core/raster';
import { findDarknessLimit, findStrokes, joinStrokes, tellStrokes } from '@nobrel/core/strokes';
import {
  drawingScene,
  judgeStrokes,
  renderDrawing,
  type DrawingTool,
  type Rendering,
  type StrokeJudgement,
} from '@nobrel/core/testing';

const { values: options } = parseArgs({ options: { only: { type: 'string' }, pictures: { type: 'string' } } });
const pxPerMm = 6;

const base = { pxPerMm, paper: 93, contrast: 60, light: 'even', taken: 'scanned' } as const;
const looks: (Partial<Rendering> & { tool: DrawingTool })[] = [
  { tool: 'pencil', contrast: 45 },
  { tool: 'pencil', contrast: 45, taken: 'photographed', light: 'side' },
  { tool: 'pencil', contrast: 12 },
  { tool: 'pencil', contrast: 25, paper: 70, taken: 'photographed', light: 'uneven' },
  { tool: 'pen' },
  { tool: 'pen', taken: 'photographed', light: 'uneven' },
  { tool: 'pen', contrast: 12, paper: 75 },
  { tool: 'ball-point' },
  { tool: 'ball-point', contrast: 30, taken: 'photographed', light: 'side' },
  { tool: 'brush' },
  { tool: 'brush', taken: 'photographed', light: 'side' },
  { tool: 'chalk', paper: 15, contrast: -60 },
  { tool: 'chalk', paper: 15, contrast: -60, taken: 'photographed', light: 'uneven' },
  { tool: 'chalk', paper: 45, contrast: -30 },
];
const columns: (keyof StrokeJudgement)[] = [
  'once', 'doubled', 'recall', 'precision', 'meanOff', 'p95Off', 'breaksPerMetre', 'junctions', 'beneath',
];
console.log(' '.repeat(44), columns.map((name) => name.slice(0, 8).padStart(8)).join(' '));
const all: StrokeJudgement[] = [];
const marks = (places: readonly [number, number][], colour: string, r: number) =>
  places.map(([x, y]) => `<circle cx="${x * pxPerMm}" cy="${y * pxPerMm}" r="${r}" fill="none" stroke="${colour}" stroke-width="2"/>`).join('');
for (const [i, look] of looks.entries()) {
  const name = `${i} ${look.tool} ${look.contrast ?? base.contrast} on ${look.paper ?? base.paper} ${look.light ?? ''} ${look.taken ?? ''}`;
  if (options.only !== undefined && !options.only.split(',').includes(String(i))) continue;
  const drawing = drawingScene(i % 12, i % 3 === 0);
  const { picture, lens } = renderDrawing(drawing, { ...base, ...look, seed: 77 + i });
  const raw = await sharp(
    await sharp(picture.data, { raw: { width: picture.width, height: picture.height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: look.taken === 'photographed' ? 85 : 95 })
      .toBuffer(),
  )
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = raw.info;
  const luminance = luminanceOfWindow({ width, height, channels: 3, data: raw.data }, { x: 0, y: 0, width, height }, width, height);
  const lightness = { width, height, data: lightnessPlane(luminance.data) };
  const start = performance.now();
  const found = findStrokes(lightness, pxPerMm);
  const joined = joinStrokes(found, pxPerMm);
  const limit = findDarknessLimit(joined);
  const strokes = tellStrokes(joined, limit).filter(({ kind }) => kind === 'drawing');
  const took = performance.now() - start;
  const { judgement: judged, faults } = judgeStrokes(drawing, lens, pxPerMm, strokes);
  all.push(judged);
  console.log(name.padEnd(44), columns.map((key) => judged[key].toFixed(3).padStart(8)).join(' '), `${strokes.length} strokes over ${limit} ${took.toFixed(0)} ms`);
  if (options.pictures !== undefined) {
    const paths = strokes.map(({ points, closed }, k) => {
      let d = '';
      for (let p = 0; p < points.length; p += 2) d += `${p === 0 ? 'M' : 'L'}${points[p]!.toFixed(1)} ${points[p + 1]!.toFixed(1)}`;
      return `<path d="${d}${closed ? 'Z' : ''}" fill="none" stroke="hsl(${(k * 67) % 360} 90% 45%)" stroke-width="1.5"/><circle cx="${points[0]}" cy="${points[1]}" r="3" fill="none" stroke="red"/><circle cx="${points[points.length - 2]}" cy="${points[points.length - 1]}" r="3" fill="none" stroke="red"/>`;
    });
    await sharp(raw.data, { raw: { width, height, channels: 3 } })
      .composite([{ input: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${paths.join('')}${marks(faults.missed, 'magenta', 4)}${marks(faults.wrong, 'blue', 4)}${marks(faults.junctions, 'red', 16)}</svg>`) }])
      .png()
      .toFile(`${options.pictures}/${i}.png`);
  }
}
const mean = (key: keyof StrokeJudgement) => all.reduce((sum, one) => sum + one[key], 0) / all.length;
console.log('mean'.padEnd(44), columns.map((key) => mean(key).toFixed(3).padStart(8)).join(' '));
