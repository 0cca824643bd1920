import { encodeSrgb, linearOfByte } from '../../colour/index.js';
import { composed, scaling, transformed, type Homography } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { resample } from './resample.js';

/** Linear light in whole steps, fine enough for the dark end of the curve, so that four pixels add up in integers. */
const lightSteps = 4096;
const finer = 4;
let lightOfByte: Uint16Array | null = null;
let byteOfLight: Uint8Array | null = null;

/** Half the picture each way: every four pixels averaged in linear light, as a lens would. */
export function halved(picture: Picture): Picture {
  lightOfByte ??= Uint16Array.from(linearOfByte, (light) => Math.round(light * lightSteps * finer));
  byteOfLight ??= Uint8Array.from({ length: lightSteps + 1 }, (_, k) =>
    Math.round(255 * encodeSrgb(k / lightSteps)),
  );
  const lights = lightOfByte;
  const bytes = byteOfLight;
  const { channels, data } = picture;
  const width = Math.max(1, picture.width >> 1);
  const height = Math.max(1, picture.height >> 1);
  const out = new Uint8ClampedArray(width * height * channels);
  const right = picture.width > 1 ? channels : 0;
  const below = picture.height > 1 ? picture.width * channels : 0;
  // The sum of four, a quarter of it, and from the finer steps to the steps of the table.
  const shift = Math.log2(4 * finer);
  const half = 1 << (shift - 1);
  for (let y = 0; y < height; y++) {
    let p = 2 * y * picture.width * channels;
    let q = y * width * channels;
    for (let x = 0; x < width; x++, p += 2 * channels, q += channels) {
      const lower = p + below;
      for (let k = 0; k < 3; k++) {
        const light =
          lights[data[p + k]] +
          lights[data[p + k + right]] +
          lights[data[lower + k]] +
          lights[data[lower + k + right]];
        out[q + k] = bytes[(light + half) >> shift];
      }
      if (channels === 4) out[q + 3] = 255;
    }
  }
  return { width, height, channels, data: out };
}

/** A picture and its halves, quarters and so on, down to a long side of about `minPx`. */
export function pyramid(picture: Picture, minPx = 256): Picture[] {
  const levels = [picture];
  for (;;) {
    const last = levels[levels.length - 1];
    if (Math.max(last.width, last.height) < 2 * minPx || Math.min(last.width, last.height) < 2) return levels;
    levels.push(halved(last));
  }
}

/**
 * Draws a prepared picture at some size from the level of a pyramid that holds just enough detail.
 *
 * @param levels from `pyramid`, the first being the stored picture
 * @param toStored from the prepared picture, `from` pixels large, to the first level
 * @param from sides of the prepared picture, pixels
 * @param to sides wanted
 */
export function drawnAt(
  levels: readonly Picture[],
  toStored: Homography,
  from: { width: number; height: number },
  to: { width: number; height: number },
): Picture {
  const { level, toLevel } = levelFor(levels, toStored, from, to);
  return resample(level, toLevel, to.width, to.height);
}

/** The level of a pyramid to draw from, and the map from the result into it. */
export function levelFor(
  levels: readonly Picture[],
  toStored: Homography,
  from: { width: number; height: number },
  to: { width: number; height: number },
): { level: Picture; toLevel: Homography } {
  const whole = composed(toStored, scaling(from.width / to.width, from.height / to.height));
  // Pixels of the stored picture that fall on one of the result, at its middle.
  const x = to.width / 2;
  const y = to.height / 2;
  const middle = transformed(whole, x, y);
  const across = transformed(whole, x + 1, y);
  const down = transformed(whole, x, y + 1);
  const shrink = Math.sqrt(
    Math.abs((across.x - middle.x) * (down.y - middle.y) - (across.y - middle.y) * (down.x - middle.x)),
  );
  // Up to half as many again is still averaged well enough by the cubic.
  const wanted = Math.max(0, Math.floor(Math.log2(Math.max(1, shrink)) + 0.42));
  const index = Math.min(levels.length - 1, wanted);
  const level = levels[index];
  const [stored] = levels;
  return {
    level,
    toLevel: composed(scaling(level.width / stored.width, level.height / stored.height), whole),
  };
}
