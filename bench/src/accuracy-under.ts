import sharp from 'sharp';
import { defaultMapSettings, MapMaker, type MapSettings } from '@nobrel/core/map';
import type { Picture } from '@nobrel/core/raster';
import {
  accuracyScene,
  mapAccuracy,
  photographUnder,
  type MapAccuracy,
  type SceneCondition,
} from '@nobrel/core/testing';

const pxPerMm = 6;

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

/** How true the map is of a scene whose boundaries are known, photographed under a condition. */
export async function accuracyUnder(
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
