import type { Homography } from '../../geometry/index.js';
import { checkPicture, type Picture } from '../../raster/index.js';

/** Positions between two pixels that are told apart. */
const phaseBits = 8;
const phases = 1 << phaseBits;

/**
 * What stands for a weight of one. Whole numbers are quicker than fractions here: two weights of eleven bits
 * and a byte, with the cubic's overshoot, stay within the 31 bits of a whole number.
 */
const oneBits = 11;
const one = 1 << oneBits;

/**
 * Weights of four neighbouring pixels for every phase: the cubic of Keys ("Cubic convolution interpolation",
 * 1981) with a = −1/2, which passes a straight ramp and a parabola unchanged.
 */
const cubicWeights = (() => {
  const weights = new Int32Array(phases * 4);
  const near = (t: number) => 1.5 * t * t * t - 2.5 * t * t + 1;
  const far = (t: number) => -0.5 * t * t * t + 2.5 * t * t - 4 * t + 2;
  for (let i = 0; i < phases; i++) {
    const t = (i + 0.5) / phases;
    const exact = [far(1 + t), near(t), near(1 - t), far(2 - t)];
    const whole = exact.map((weight) => Math.round(weight * one));
    // They sum to one exactly, so that a flat tone stays as it is.
    whole[t < 0.5 ? 1 : 2] += one - whole.reduce((sum, weight) => sum + weight, 0);
    weights.set(whole, 4 * i);
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
 * @returns a picture of the same number of channels
 */
export function resample(picture: Picture, toSource: Homography, width: number, height: number): Picture {
  checkPicture(picture);
  const { channels } = picture;
  const pixels = packed(picture);
  const data = new Uint8ClampedArray(width * height * channels);
  const [a, b, c, d, e, f, g, h, i] = toSource;
  const lastX = picture.width - 2;
  const lastY = picture.height - 2;
  const stride = picture.width;
  let out = 0;
  for (let row = 0; row < height; row++) {
    const y = row + 0.5;
    for (let column = 0; column < width; column++, out += channels) {
      const x = column + 0.5;
      const w = 1 / (g * x + h * y + i);
      const fineX = Math.floor(((a * x + b * y + c) * w - 0.5) * phases) | 0;
      const fineY = Math.floor(((d * x + e * y + f) * w - 0.5) * phases) | 0;
      const left = fineX >> phaseBits;
      const top = fineY >> phaseBits;
      const kx = (fineX & (phases - 1)) << 2;
      const ky = (fineY & (phases - 1)) << 2;
      if (channels === 4) data[out + 3] = 255;
      if (left < 1 || top < 1 || left >= lastX || top >= lastY) {
        takeSampleAtEdge(picture, left, top, kx, ky, data, out);
        continue;
      }
      // Written out row by row and channel by channel: a loop takes half as long again, a call twice as long.
      const w0 = cubicWeights[kx];
      const w1 = cubicWeights[kx + 1];
      const w2 = cubicWeights[kx + 2];
      const w3 = cubicWeights[kx + 3];
      let p = (Math.imul(top - 1, stride) + left - 1) | 0;
      let red = half;
      let green = half;
      let blue = half;
      let v: number;
      let p0: number;
      let p1: number;
      let p2: number;
      let p3: number;
      // prettier-ignore
      {
        v = cubicWeights[ky]; p0 = pixels[p]; p1 = pixels[p + 1]; p2 = pixels[p + 2]; p3 = pixels[p + 3]; p = (p + stride) | 0;
        red = (red + Math.imul(v, (Math.imul(w0, p0 & 255) + Math.imul(w1, p1 & 255) + Math.imul(w2, p2 & 255) + Math.imul(w3, p3 & 255)) | 0)) | 0;
        green = (green + Math.imul(v, (Math.imul(w0, (p0 >> 8) & 255) + Math.imul(w1, (p1 >> 8) & 255) + Math.imul(w2, (p2 >> 8) & 255) + Math.imul(w3, (p3 >> 8) & 255)) | 0)) | 0;
        blue = (blue + Math.imul(v, (Math.imul(w0, (p0 >> 16) & 255) + Math.imul(w1, (p1 >> 16) & 255) + Math.imul(w2, (p2 >> 16) & 255) + Math.imul(w3, (p3 >> 16) & 255)) | 0)) | 0;
        v = cubicWeights[ky + 1]; p0 = pixels[p]; p1 = pixels[p + 1]; p2 = pixels[p + 2]; p3 = pixels[p + 3]; p = (p + stride) | 0;
        red = (red + Math.imul(v, (Math.imul(w0, p0 & 255) + Math.imul(w1, p1 & 255) + Math.imul(w2, p2 & 255) + Math.imul(w3, p3 & 255)) | 0)) | 0;
        green = (green + Math.imul(v, (Math.imul(w0, (p0 >> 8) & 255) + Math.imul(w1, (p1 >> 8) & 255) + Math.imul(w2, (p2 >> 8) & 255) + Math.imul(w3, (p3 >> 8) & 255)) | 0)) | 0;
        blue = (blue + Math.imul(v, (Math.imul(w0, (p0 >> 16) & 255) + Math.imul(w1, (p1 >> 16) & 255) + Math.imul(w2, (p2 >> 16) & 255) + Math.imul(w3, (p3 >> 16) & 255)) | 0)) | 0;
        v = cubicWeights[ky + 2]; p0 = pixels[p]; p1 = pixels[p + 1]; p2 = pixels[p + 2]; p3 = pixels[p + 3]; p = (p + stride) | 0;
        red = (red + Math.imul(v, (Math.imul(w0, p0 & 255) + Math.imul(w1, p1 & 255) + Math.imul(w2, p2 & 255) + Math.imul(w3, p3 & 255)) | 0)) | 0;
        green = (green + Math.imul(v, (Math.imul(w0, (p0 >> 8) & 255) + Math.imul(w1, (p1 >> 8) & 255) + Math.imul(w2, (p2 >> 8) & 255) + Math.imul(w3, (p3 >> 8) & 255)) | 0)) | 0;
        blue = (blue + Math.imul(v, (Math.imul(w0, (p0 >> 16) & 255) + Math.imul(w1, (p1 >> 16) & 255) + Math.imul(w2, (p2 >> 16) & 255) + Math.imul(w3, (p3 >> 16) & 255)) | 0)) | 0;
        v = cubicWeights[ky + 3]; p0 = pixels[p]; p1 = pixels[p + 1]; p2 = pixels[p + 2]; p3 = pixels[p + 3];
        red = (red + Math.imul(v, (Math.imul(w0, p0 & 255) + Math.imul(w1, p1 & 255) + Math.imul(w2, p2 & 255) + Math.imul(w3, p3 & 255)) | 0)) | 0;
        green = (green + Math.imul(v, (Math.imul(w0, (p0 >> 8) & 255) + Math.imul(w1, (p1 >> 8) & 255) + Math.imul(w2, (p2 >> 8) & 255) + Math.imul(w3, (p3 >> 8) & 255)) | 0)) | 0;
        blue = (blue + Math.imul(v, (Math.imul(w0, (p0 >> 16) & 255) + Math.imul(w1, (p1 >> 16) & 255) + Math.imul(w2, (p2 >> 16) & 255) + Math.imul(w3, (p3 >> 16) & 255)) | 0)) | 0;
      }
      data[out] = red >> (2 * oneBits);
      data[out + 1] = green >> (2 * oneBits);
      data[out + 2] = blue >> (2 * oneBits);
    }
  }
  return { width, height, channels, data };
}

/** Pixels as whole numbers, red lowest: one access instead of three. A canvas's data is seen that way as it is. */
function packed({ channels, data }: Picture): Int32Array {
  if (channels === 4 && data.byteOffset % 4 === 0) {
    return new Int32Array(data.buffer, data.byteOffset, data.length >> 2);
  }
  const pixels = new Int32Array(data.length / channels);
  for (let i = 0, p = 0; i < pixels.length; i++, p += channels) {
    pixels[i] = data[p] | (data[p + 1] << 8) | (data[p + 2] << 16);
  }
  return pixels;
}

/** Half of the last place, so that results are rounded. */
const half = 1 << (2 * oneBits - 1);

/** A sample where the four by four pixels reach past the picture: its edge is repeated. */
function takeSampleAtEdge(
  { width, height, channels, data }: Picture,
  left: number,
  top: number,
  kx: number,
  ky: number,
  into: Uint8ClampedArray,
  at: number,
): void {
  const within = (value: number, most: number) => (value < 0 ? 0 : value > most ? most : value);
  for (let channel = 0; channel < 3; channel++) {
    let sum = half;
    for (let j = 0; j < 4; j++) {
      const row = within(top - 1 + j, height - 1) * width;
      for (let k = 0; k < 4; k++) {
        const p = (row + within(left - 1 + k, width - 1)) * channels;
        sum += Math.imul(cubicWeights[ky + j], cubicWeights[kx + k] * data[p + channel]);
      }
    }
    into[at + channel] = sum >> (2 * oneBits);
  }
}
