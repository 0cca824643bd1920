/**
 * Judges maps as a person would: on ten rendered scenes that nothing was learned on, whose contours are known,
 * beside general-purpose tracers on the same pixels in the same run.
 *
 * Options: `--pictures DIR` writes a contact sheet a scene; `--scenes learn` judges on the scenes learned on;
 * `--no-yardsticks` judges the maps alone.
 */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { defaultMapSettings, schools, type MapSettings } from '@nobrel/core/map';
import { judge, meanJudgement, truthOf, type DrawnLine, type Judgement } from '@nobrel/core/testing';
import { writeContactSheet } from './contact-sheet.js';
import { drawnLines, mapOf, widthMm, yardsticks } from './drawings.js';
import { rendered, type RenderedScene } from './rendered.js';
import { scenesToJudgeOn, scenesToLearnOn } from './scenes/index.js';

const { values: options } = parseArgs({
  options: {
    pictures: { type: 'string' },
    scenes: { type: 'string', default: 'judge' },
    'no-yardsticks': { type: 'boolean', default: false },
    school: { type: 'string', multiple: true },
  },
});
if (options.pictures !== undefined) await mkdir(options.pictures, { recursive: true });

const scenes = await rendered(options.scenes === 'learn' ? scenesToLearnOn : scenesToJudgeOn);
const truths = scenes.map(({ seen }) => truthOf(seen, widthMm));

const number = (value: number, decimals = 2) => (Number.isNaN(value) ? '  – ' : value.toFixed(decimals));

function row(name: string, j: Judgement): string {
  return [
    name.padEnd(42),
    `F ${number(j.f, 3)}`,
    `recall ${number(j.recall)}`,
    `${number(j.strong)}/${number(j.middling)}/${number(j.weak)}`,
    `hue ${number(j.hue)}`,
    `wrong ${number(j.wrong, 3)} (texture ${number(j.onTexture, 3)})`,
    `outer ${number(j.outer)} whole ${number(j.whole)}`,
    `gaps ${number(j.gapsPerMetre, 1)}`,
    `dangling ${number(j.danglingPerMetre, 1)} short ${number(j.shortLines)}`,
    `${number(j.metres, 1)} m`,
  ].join('  ');
}

async function judgeAll(
  name: string,
  draw: (scene: RenderedScene) => DrawnLine[] | Promise<DrawnLine[]>,
  told = false,
): Promise<Judgement> {
  const found: Judgement[] = [];
  for (const [i, scene] of scenes.entries()) {
    const lines = await draw(scene);
    const truth = truths[i]!;
    const judgement = judge(lines, truth);
    found.push(judgement);
    if (!told) continue;
    console.log(row(`  ${scene.judged.name}`, judgement));
    if (options.pictures === undefined) continue;
    const file = `${name} ${scene.judged.name}`.replace(/[^a-z0-9]+/gi, '-');
    const path = join(options.pictures, `${file}.png`);
    await writeContactSheet(path, scene.picture, truth, lines, judgement.places);
  }
  const mean = meanJudgement(found);
  console.log(row(name, mean));
  return mean;
}

const asked = options.school ?? ['clean-contour', 'four-values-soft', 'everything-now'];
const maps: [string, MapSettings][] = asked.map((id) => {
  const school = schools.find((one) => one.id === id);
  if (!school) throw new RangeError(`There is no school called ${id}.`);
  return [id, { ...defaultMapSettings, ...school.sets }];
});
for (const [name, settings] of maps) {
  await judgeAll(name, ({ picture }) => drawnLines(mapOf(picture, settings)), true);
}
if (!options['no-yardsticks']) {
  for (const { name, draw } of yardsticks) await judgeAll(name, ({ picture }) => draw(picture));
}
