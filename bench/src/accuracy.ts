/**
 * How true a map is, on scenes whose boundaries are known, under the conditions real pictures come in.
 * Arguments: number of seeds (3), then the conditions to try (all).
 */
import sharp from 'sharp';
import { defaultMapSettings, MapMaker, type MapSettings } from '@nobrel/core/map';
import type { Picture } from '@nobrel/core/raster';
import {
  accuracyScene,
  mapAccuracy,
  photographUnder,
  sceneConditions,
  type MapAccuracy,
  type SceneCondition,
} from '@nobrel/core/testing';

const pxPerMm = 6;
const seeds = Number(process.argv[2] ?? 3);
const conditions = sceneConditions.filter((name) => process.argv.length < 4 || process.argv.includes(name));

const settings: MapSettings = {
  ...defaultMapSettings,
  mode: 'values',
  pencilMm: 2 / pxPerMm,
  minShapeMm2: 8,
  quietMm: 1,
};

async function compressed(picture: Picture): Promise<Picture> {
  const { width, height, channels, data } = picture;
  const jpeg = await sharp(data, { raw: { width, height, channels } }).jpeg({ quality: 80 }).toBuffer();
  return { ...picture, data: await sharp(jpeg).removeAlpha().raw().toBuffer() };
}

async function measure(
  condition: SceneCondition,
  seed: number,
  path: MapSettings['path'],
): Promise<MapAccuracy> {
  const scene = accuracyScene(seed);
  const taken = photographUnder(scene, condition, pxPerMm, seed);
  const picture = condition === 'jpeg' ? await compressed(taken) : taken;
  const frame = { x: 0, y: 0, width: scene.widthMm, height: scene.heightMm };
  const map = new MapMaker().make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings: { ...settings, path },
  });
  return mapAccuracy(map, scene);
}

const columns: [keyof MapAccuracy, string, number][] = [
  ['recall', 'recall', 4],
  ['precision', 'precis.', 4],
  ['hardMean', 'hard', 3],
  ['hard95', 'hard95', 3],
  ['softMean', 'soft', 3],
  ['lostLength', 'lost mm', 1],
  ['doubled', 'doubled', 4],
  ['dangling', 'dangl.', 0],
  ['directionDeg', 'dir °', 2],
  ['qualityRight', 'told', 3],
  ['openRings', 'open', 0],
  ['verticesPerMetre', 'pts/m', 0],
];
const row = (name: string, cells: string[]) =>
  [name.padEnd(20), ...cells.map((cell) => cell.padStart(9))].join('');

console.log(
  row(
    '',
    columns.map(([, title]) => title),
  ),
);
for (const path of ['curved', 'straight'] as const) {
  const all: MapAccuracy[] = [];
  for (const condition of conditions) {
    for (let seed = 1; seed <= seeds; seed++) {
      const found = await measure(condition, seed, path);
      all.push(found);
      console.log(
        row(
          `${path} ${condition} ${seed}`,
          columns.map(([key, , digits]) => found[key].toFixed(digits)),
        ),
      );
    }
  }
  const means = columns.map(([key, , digits]) =>
    (all.reduce((sum, found) => sum + found[key], 0) / all.length).toFixed(digits),
  );
  console.log(row(`${path}: mean`, means));
}
