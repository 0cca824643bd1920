import { composed, scaling, transformed, type Homography } from '../geometry/index.js';
import { encodeSrgb, linearOfByte } from '../colour/index.js';
import { checkPicture, type Picture } from '../raster/index.js';

/** Positions between two pixels that are told apart. */
const phases = 256;

/**
 * Weights of four neighbouring pixels for every phase: the cubic of Keys ("Cubic convolution interpolation",
 * 1981) with a = −1/2, which passes a straight ramp and a parabola unchanged.
 */
const cubicWeights = (() => {
  const weights = new Float32Array(phases * 4);
  const near = (t: number) => 1.5 * t * t * t - 2.5 * t * t + 1;
  const far = (t: number) => -0.5 * t * t * t + 2.5 * t * t - 4 * t + 2;
  for (let i = 0; i < phases; i++) {
    const t = (i + 0.5) / phases;
    weights.set([far(1 + t), near(t), near(1 - t), far(2 - t)], 4 * i);
  }
  return weights;
})();

/**
 * Resamples a picture through a projective map with bicubic interpolation. Places outside repeat the edge.
 *
 * Encoded values are interpolated: between neighbours of a photograph the difference to linear light is
 * below one step, and bright edges do not ring into black ones. The picture must not be shrunk much by the
 * map: take the right level of a `pyramid` for that. Cost is linear in the pixels asked for.
 *
 * @param toSource from a place in the result to a place in the picture, pixels
 * @param rows first row and the one after the last, for work done in strips; all when left out
 * @returns a picture of the same number of channels, or the strip asked for
 */
export function resample(
  picture: Picture,
  toSource: Homography,
  width: number,
  height: number,
  rows: readonly [number, number] = [0, height],
): Picture {
  checkPicture(picture);
  const { channels } = picture;
  const [first, end] = rows;
  const data = new Uint8ClampedArray(width * (end - first) * channels);
  const [a, b, c, d, e, f, g, h, i] = toSource;
  for (let row = first; row < end; row++) {
    const y = row + 0.5;
    let out = (row - first) * width * channels;
    for (let column = 0; column < width; column++, out += channels) {
      const x = column + 0.5;
      const w = 1 / (g * x + h * y + i);
      takeSample(picture, (a * x + b * y + c) * w - 0.5, (d * x + e * y + f) * w - 0.5, data, out);
    }
  }
  return { width, height: end - first, channels, data };
}

function takeSample(picture: Picture, x: number, y: number, into: Uint8ClampedArray, at: number): void {
  const { width, height, channels, data } = picture;
  const left = Math.floor(x);
  const top = Math.floor(y);
  const kx = (((x - left) * phases) | 0) << 2;
  const ky = (((y - top) * phases) | 0) << 2;
  const w0 = cubicWeights[kx];
  const w1 = cubicWeights[kx + 1];
  const w2 = cubicWeights[kx + 2];
  const w3 = cubicWeights[kx + 3];
  let red = 0;
  let green = 0;
  let blue = 0;
  if (left >= 1 && top >= 1 && left < width - 2 && top < height - 2) {
    const stride = width * channels;
    let p = (top - 1) * stride + (left - 1) * channels;
    const two = 2 * channels;
    const three = 3 * channels;
    for (let j = 0; j < 4; j++, p += stride) {
      const v = cubicWeights[ky + j];
      red += v * (w0 * data[p] + w1 * data[p + channels] + w2 * data[p + two] + w3 * data[p + three]);
      green +=
        v *
        (w0 * data[p + 1] + w1 * data[p + channels + 1] + w2 * data[p + two + 1] + w3 * data[p + three + 1]);
      blue +=
        v *
        (w0 * data[p + 2] + w1 * data[p + channels + 2] + w2 * data[p + two + 2] + w3 * data[p + three + 2]);
    }
  } else {
    const within = (value: number, most: number) => (value < 0 ? 0 : value > most ? most : value);
    for (let j = 0; j < 4; j++) {
      const row = within(top - 1 + j, height - 1) * width;
      for (let k = 0; k < 4; k++) {
        const weight = cubicWeights[ky + j] * cubicWeights[kx + k];
        const p = (row + within(left - 1 + k, width - 1)) * channels;
        red += weight * data[p];
        green += weight * data[p + 1];
        blue += weight * data[p + 2];
      }
    }
  }
  into[at] = red;
  into[at + 1] = green;
  into[at + 2] = blue;
  if (channels === 4) into[at + 3] = 255;
}

/** Bytes of linear light in steps fine enough for the dark end of the curve. */
const lightSteps = 4096;
let byteOfLight: Uint8Array | null = null;

/** Half the picture each way: every four pixels averaged in linear light, as a lens would. */
export function halved(picture: Picture): Picture {
  byteOfLight ??= Uint8Array.from({ length: lightSteps + 1 }, (_, k) =>
    Math.round(255 * encodeSrgb(k / lightSteps)),
  );
  const bytes = byteOfLight;
  const { channels, data } = picture;
  const width = Math.max(1, picture.width >> 1);
  const height = Math.max(1, picture.height >> 1);
  const out = new Uint8ClampedArray(width * height * channels);
  const right = picture.width > 1 ? channels : 0;
  const below = picture.height > 1 ? picture.width * channels : 0;
  const quarter = lightSteps / 4;
  for (let y = 0; y < height; y++) {
    let p = 2 * y * picture.width * channels;
    let q = y * width * channels;
    for (let x = 0; x < width; x++, p += 2 * channels, q += channels) {
      for (let k = 0; k < 3; k++) {
        const light =
          linearOfByte[data[p + k]] +
          linearOfByte[data[p + right + k]] +
          linearOfByte[data[p + below + k]] +
          linearOfByte[data[p + below + right + k]];
        out[q + k] = bytes[(light * quarter + 0.5) | 0];
      }
      if (channels === 4) out[q + 3] = 255;
    }
  }
  return { width, height, channels, data: out };
}

/** A picture and its halves, quarters and so on, down to a long side of about `leastPx`. */
export function pyramid(picture: Picture, leastPx = 256): Picture[] {
  const levels = [picture];
  for (;;) {
    const last = levels[levels.length - 1];
    if (Math.max(last.width, last.height) < 2 * leastPx || Math.min(last.width, last.height) < 2)
      return levels;
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
