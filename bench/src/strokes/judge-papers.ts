/**
 * Judges what strokes are found on: whether a reference is told to be a drawing, and whether the lines printed on its
 * paper are taken away and what was drawn over them stays.
 *
 * Options: `--photographs DIR` tells the pictures of a folder, which are all taken for photographs, beside those made up.
 */
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { lightnessPlane } from '@nobrel/core/colour';
import { luminanceOfWindow, type Picture, type Plane } from '@nobrel/core/raster';
import {
  evenPaper,
  findDarknessLimit,
  findRulings,
  findStrokes,
  joinStrokes,
  tellDrawing,
  tellStrokes,
} from '@nobrel/core/strokes';
import {
  accuracyScene,
  drawingScene,
  judgeStrokes,
  photographUnder,
  renderDrawing,
  rulingsOf,
  type Rendering,
} from '@nobrel/core/testing';
import { looks } from './looks.js';

const { values: options } = parseArgs({ options: { photographs: { type: 'string' } } });

const toldPxPerMm = 3;

function planeOf(picture: Picture): Plane {
  const { width, height } = picture;
  const luminance = luminanceOfWindow(picture, { x: 0, y: 0, width, height }, width, height);
  return { width, height, data: lightnessPlane(luminance.data) };
}

/** Tells pictures, and says which were taken for something else. */
async function tellAll(
  kind: 'drawing' | 'photograph',
  pictures: AsyncIterable<{ name: string; picture: Picture }>,
): Promise<void> {
  let [count, right] = [0, 0];
  for await (const { name, picture } of pictures) {
    const told = tellDrawing(planeOf(picture), toldPxPerMm);
    count++;
    if (told.kind === kind) right++;
    else console.log(`  ${name} is taken for a ${told.kind}, ${(100 * told.certainty).toFixed(0)} % sure`);
  }
  console.log(`${kind}s told: ${right} of ${count}`);
}

async function* drawings() {
  for (const [k, look] of looks.entries())
    for (const scene of [1, 2, 3, 4, 6, 8, 9]) {
      const rendering = { ...look, pxPerMm: toldPxPerMm, seed: 100 * k + scene };
      const { picture } = renderDrawing(drawingScene(scene, scene % 2 === 0), rendering);
      yield await Promise.resolve({ name: `scene ${scene} in ${look.tool} on ${look.paper}`, picture });
    }
}

async function* photographs() {
  for (let number = 1; number <= 12; number++)
    for (const condition of ['clean', 'texture'] as const)
      yield {
        name: `scene ${number}, ${condition}`,
        picture: photographUnder(accuracyScene(number), condition, 2, number),
      };
  if (options.photographs === undefined) return;
  for (const file of (await readdir(options.photographs)).sort()) {
    const { data, info } = await sharp(join(options.photographs, file))
      .resize(900, 900, { fit: 'inside' })
      .flatten()
      .toColourspace('srgb')
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    yield { name: file, picture: { width: info.width, height: info.height, channels: 3 as const, data } };
  }
}

/** Lines printed on the paper. */
type Ruling = { everyMm: number; contrast: number; squared: boolean };

const printed: readonly { ruling: Ruling; look: Omit<Rendering, 'seed'> }[] = [
  { everyMm: 5, contrast: 14, squared: true, tool: 'pencil', taken: 'scanned', light: 'even' } as const,
  { everyMm: 5, contrast: 14, squared: true, tool: 'pencil', taken: 'photographed', light: 'side' } as const,
  {
    everyMm: 8,
    contrast: 20,
    squared: false,
    tool: 'ball-point',
    taken: 'photographed',
    light: 'uneven',
  } as const,
  { everyMm: 4, contrast: 30, squared: true, tool: 'pen', taken: 'photographed', light: 'side' } as const,
].map(({ everyMm, contrast, squared, ...look }) => ({
  ruling: { everyMm, contrast, squared },
  look: { ...look, paper: 92, contrast: 50, pxPerMm: 5 },
}));

function judgePrinted({ ruling, look }: (typeof printed)[number], number: number): void {
  const { pxPerMm, tool } = look;
  const drawing = drawingScene(3 + number, false);
  const print = { strokes: rulingsOf(drawing, ruling), contrast: ruling.contrast };
  const { picture, lens } = renderDrawing(drawing, { ...look, printed: print, seed: 5 + number });
  const plane = planeOf(picture);
  const found = findRulings(evenPaper(plane, pxPerMm).plane, pxPerMm).map(
    ({ runs, everyMm }) => `${runs} every ${everyMm.toFixed(1)} mm`,
  );
  console.log(`${tool} on print every ${ruling.everyMm} mm, ${look.taken}: ${found.join(', ')}`);
  for (const rulings of ['kept', 'taken-away'] as const) {
    const strokes = joinStrokes(findStrokes(plane, pxPerMm, { rulings }), pxPerMm);
    const drawn = tellStrokes(strokes, findDarknessLimit(strokes), pxPerMm).filter(
      ({ kind }) => kind === 'drawing' || kind === 'hatching',
    );
    const { recall, precision } = judgeStrokes(drawing, lens, pxPerMm, drawn, tool).judgement;
    console.log(`  ${rulings}: recall ${recall.toFixed(3)}, precision ${precision.toFixed(3)}`);
  }
}

await tellAll('drawing', drawings());
await tellAll('photograph', photographs());
printed.forEach(judgePrinted);
