/**
 * Draws the dinghy three times, each time better, and photographs it: the photographs and figures of the demo's rounds.
 * Needs the references to be rendered.
 */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { drawnByHand, renderDrawing, trueHand, type HandFaults } from '@nobrel/core/camera';
import { checkDrawing, figuresOf } from '@nobrel/core/check';
import { pyramid } from '@nobrel/core/reference';
import { openFile, readPicture } from '@nobrel/server';
import { checkedTitle, roundPhotographs, roundsPath, referencePath, seed, type DemoRounds } from './seed.js';

const megapixels = 2;

/** What the hand did in each round: less from one to the next. */
const hands: readonly HandFaults[] = [
  {
    ...trueHand,
    placement: { dx: 2.4, dy: -1.6, angleDeg: 0.7, scale: 1.009 },
    wobbleMm: 0.22,
    parts: 1,
    moved: 5,
    missing: 3,
    extra: 2,
    restated: 0.15,
    smudges: 2,
  },
  {
    ...trueHand,
    placement: { dx: 0.6, dy: -0.4, angleDeg: 0.2, scale: 1.002 },
    wobbleMm: 0.2,
    moved: 7,
    missing: 3,
    extra: 2,
    restated: 0.2,
    smudges: 3,
  },
  {
    ...trueHand,
    placement: { dx: 0.4, dy: -0.3, angleDeg: 0.1, scale: 1.001 },
    wobbleMm: 0.17,
    moved: 2,
    missing: 1,
    extra: 1,
    restated: 0.2,
    smudges: 2,
  },
];

const folder = await mkdtemp(join(tmpdir(), 'nobrel-rounds-'));
const file = await openFile(folder);
try {
  await seed(file, { rounds: null });
  const card = (await file.flatFile.list()).works.find(({ title }) => title === checkedTitle);
  if (!card) throw new Error(`There is no work “${checkedTitle}”.`);
  const { document: map } = await file.maps.get(card.id);
  const rounds: DemoRounds = [];
  for (const [i, faults] of hands.entries()) {
    const { drawing } = drawnByHand(map, faults, 21);
    const { picture } = renderDrawing(drawing, {
      tool: 'pencil',
      paper: 92,
      contrast: 50,
      light: i === 0 ? 'uneven' : 'side',
      taken: 'photographed',
      pxPerMm: Math.sqrt((1e6 * megapixels) / (drawing.widthMm * drawing.heightMm)),
      seed: 80 + i,
      table: 42,
      filled: 0.86,
    });
    const { width, height } = picture;
    const name = roundPhotographs[i];
    if (!name) break;
    await sharp(picture.data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 70 })
      .toFile(referencePath(name));
    const levels = pyramid(await readPicture(referencePath(name), name));
    rounds.push({ photograph: name, figures: figuresOf(checkDrawing(levels, map).report) });
    console.log(name, { ...rounds[i]?.figures, offs: undefined });
  }
  await writeFile(roundsPath, `${JSON.stringify(rounds)}\n`);
} finally {
  await file.close();
  await rm(folder, { recursive: true, force: true });
}
