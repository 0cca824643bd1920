/**
 * How long the lines of a drawing take, against general-purpose tracers on the same pixels in the same run: pencil, pen and
 * chalk at two, six and twelve megapixels, and what a moved darkness limit takes after that. Ratios are what count.
 */
import sharp from 'sharp';
import { defaultMapSettings, MapMaker, type MapSettings } from '@nobrel/core/map';
import type { Picture } from '@nobrel/core/raster';
import { drawingScene, renderDrawing } from '@nobrel/core/testing';
import { mapOf, yardsticks } from '../judgement/drawings.js';
import { timed } from '../timed.js';
import { looks } from './looks.js';

const drawn = [0, 4, 11] as const;
const tracers = yardsticks.filter(({ name }) => /^(potrace, 3|imagetracerjs, 4)/.test(name));
const settings: MapSettings = { ...defaultMapSettings, reference: 'drawing' };

/** The same drawing with so many pixels, as a scanner set finer would give it. */
async function withPixels({ width, height, data }: Picture, megapixels: number): Promise<Picture> {
  const { data: rgb, info } = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .resize(Math.round(Math.sqrt((1e6 * megapixels * width) / height)))
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data: new Uint8Array(rgb) };
}

async function timeOnce(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

for (const i of drawn) {
  const look = looks[i];
  if (!look) throw new RangeError(`There is no look ${i}.`);
  const { picture } = renderDrawing(drawingScene(i, false), { ...look, seed: 77 + i });
  for (const megapixels of [2, 6, 12]) {
    const own = await withPixels(picture, megapixels);
    const whole = timed(() => mapOf(own, settings), 3);
    const maker = new MapMaker();
    mapOf(own, settings, maker);
    let darkerThan = 0.2;
    const moved = timed(() => mapOf(own, { ...settings, darkerThan: (darkerThan += 0.05) }, maker), 5);
    const others: string[] = [];
    if (megapixels === 2)
      for (const { name, draw } of tracers) {
        const ms = await timeOnce(() => draw(own));
        others.push(`${name} ${ms.toFixed(0)} ms (${(whole / ms).toFixed(2)} of it)`);
      }
    console.log(
      [
        `${look.tool} ${megapixels} megapixels: ${whole.toFixed(0)} ms`,
        `limit moved ${moved.toFixed(0)} ms`,
        ...others,
      ].join(', '),
    );
  }
}
