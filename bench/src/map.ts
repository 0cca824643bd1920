/**
 * How fast a map is made, against a general-purpose contour library on the same pixels in the same run.
 * Ratios are what count: seconds differ from machine to machine.
 */
import { fileURLToPath } from 'node:url';
import { contours } from 'd3-contour';
import sharp from 'sharp';
import { effortOf, defaultMapSettings, MapMaker, workingRaster, workingSize } from '@nobrel/core/map';
import { lightnessPlane } from '@nobrel/core/colour';
import type { Picture } from '@nobrel/core/raster';
import { timed } from './timed.js';

const references = ['kettle-lantern-and-pears', 'dinghy-on-the-hard', 'slip-at-low-water'];

async function read(name: string): Promise<Picture> {
  const path = fileURLToPath(new URL(`../../demo/references/${name}.jpg`, import.meta.url));
  const { data, info } = await sharp(path).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data };
}

for (const name of references) {
  const picture = await read(name);
  const window = { x: 0, y: 0, width: picture.width, height: picture.height };
  const frame = { x: 0, y: 0, width: 300, height: (300 * picture.height) / picture.width };
  const placement = { surface: { width: frame.width, height: frame.height }, frame };
  const request = { picture, pictureKey: name, window, placement, settings: defaultMapSettings };
  const size = workingSize(window, frame.width, frame.height, defaultMapSettings.pencilMm);

  const whole = timed(() => new MapMaker().make(request));
  const maker = new MapMaker();
  maker.make(request);
  let turn = 0;
  const onlyValues = timed(() => {
    maker.make({ ...request, settings: { ...defaultMapSettings, values: 3 + (++turn % 2) } });
  });
  const onlyTolerance = timed(() => {
    maker.make({ ...request, settings: { ...defaultMapSettings, toleranceMm: 0.2 + 0.01 * (++turn % 5) } });
  });
  const map = maker.make(request);
  const points = map.lines.reduce((sum, line) => sum + line.points.length, 0);

  const raster = workingRaster(picture, window, size);
  const limits = map.values
    .slice(1)
    .map((value, i) => (value.lightness + (map.values[i]?.lightness ?? 0)) / 2);
  const tones = Array.from(lightnessPlane(raster.luminance.data));
  let yardstickPoints = 0;
  const yardstick = timed(() => {
    const found = contours().size([size.width, size.height]).thresholds(limits)(tones);
    yardstickPoints = found.reduce(
      (sum, level) => sum + level.coordinates.flat().reduce((count, ring) => count + ring.length, 0),
      0,
    );
  });
  const { lines, metres } = effortOf(map);
  console.log(
    [
      `${name}: ${((size.width * size.height) / 1e6).toFixed(2)} megapixels at work, ${lines} lines, ${metres.toFixed(1)} m`,
      `  whole map ${whole.toFixed(0)} ms; values changed ${onlyValues.toFixed(0)} ms; tolerance changed ${onlyTolerance.toFixed(0)} ms`,
      `  yardstick ${yardstick.toFixed(0)} ms: the whole map takes ${(whole / yardstick).toFixed(2)} of it, with ${((100 * points) / yardstickPoints).toFixed(1)} % of its points (${points} of ${yardstickPoints})`,
    ].join('\n'),
  );
}
