import { linearOfByte, luminanceBlue, luminanceGreen, luminanceRed } from '../colour/index.js';

/** An 8-bit sRGB picture, row by row from the top left, with 3 (RGB) or 4 (RGBA) bytes a pixel. */
export type Picture = {
  width: number;
  height: number;
  channels: 3 | 4;
  data: Uint8Array | Uint8ClampedArray;
};

/** One number a pixel, row by row from the top left. Pixel (x, y) covers the square [x, x+1] × [y, y+1]. */
export type Plane = { width: number; height: number; data: Float32Array };

/** Part of a picture, in pixels from its top left; may begin and end inside pixels. */
export type PixelWindow = { x: number; y: number; width: number; height: number };

/** Throws a RangeError unless the numbers describe a picture with all its bytes. */
export function checkPicture(picture: Picture): void {
  const { width, height, channels, data } = picture;
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1) {
    throw new RangeError(`A picture needs whole, positive sides, not ${width} × ${height} pixels.`);
  }
  if (data.length !== width * height * channels) {
    throw new RangeError(`The picture has ${data.length} bytes where ${width * height * channels} belong.`);
  }
}

/** One dimension of area averaging: which source pixels fall on each target pixel, and how much of each. */
function spans(start: number, size: number, sourceLength: number, targetLength: number) {
  const first = new Int32Array(targetLength);
  const offset = new Int32Array(targetLength + 1);
  const weights: number[] = [];
  const step = size / targetLength;
  for (let i = 0; i < targetLength; i++) {
    const from = Math.min(Math.max(start + i * step, 0), sourceLength);
    const to = Math.min(Math.max(start + (i + 1) * step, from), sourceLength);
    const low = Math.min(Math.floor(from), sourceLength - 1);
    const high = Math.max(low + 1, Math.min(Math.ceil(to), sourceLength));
    const covered = to - from;
    first[i] = low;
    for (let pixel = low; pixel < high; pixel++) {
      const share = Math.min(to, pixel + 1) - Math.max(from, pixel);
      weights.push(covered > 0 ? Math.max(0, share) / covered : 1 / (high - low));
    }
    offset[i + 1] = weights.length;
  }
  return { first, offset, weights: Float32Array.from(weights) };
}

/**
 * Relative luminance of part of a picture, averaged by area in linear light.
 *
 * Averaging in linear light is what a lens does; averaging encoded values would darken fine texture.
 * Transparent pixels are taken as lying on white. Cost is linear in the source pixels of the window.
 *
 * @param window the part wanted, in source pixels
 * @param width columns of the result
 * @param height rows of the result
 * @returns luminance 0–1
 */
export function luminanceOfWindow(
  picture: Picture,
  window: PixelWindow,
  width: number,
  height: number,
): Plane {
  checkPicture(picture);
  const columns = spans(window.x, window.width, picture.width, width);
  const rows = spans(window.y, window.height, picture.height, height);
  const out = new Float32Array(width * height);
  const firstColumn = columns.first[0];
  const lastColumn = columns.first[width - 1] + columns.offset[width] - columns.offset[width - 1];
  const line = new Float32Array(lastColumn - firstColumn);
  let held = -1;
  for (let y = 0; y < height; y++) {
    for (let k = rows.offset[y]; k < rows.offset[y + 1]; k++) {
      const sourceRow = rows.first[y] + k - rows.offset[y];
      if (sourceRow !== held) {
        readLuminance(picture, sourceRow, firstColumn, line);
        held = sourceRow;
      }
      const rowWeight = rows.weights[k];
      for (let x = 0; x < width; x++) {
        let sum = 0;
        const begin = columns.offset[x];
        const end = columns.offset[x + 1];
        const base = columns.first[x] - firstColumn - begin;
        for (let j = begin; j < end; j++) sum += columns.weights[j] * line[base + j];
        out[y * width + x] += rowWeight * sum;
      }
    }
  }
  return { width, height, data: out };
}

function readLuminance(picture: Picture, row: number, firstColumn: number, into: Float32Array): void {
  const { data, channels, width } = picture;
  let at = (row * width + firstColumn) * channels;
  for (let x = 0; x < into.length; x++, at += channels) {
    const luminance =
      luminanceRed * linearOfByte[data[at]] +
      luminanceGreen * linearOfByte[data[at + 1]] +
      luminanceBlue * linearOfByte[data[at + 2]];
    const cover = channels === 4 ? data[at + 3] / 255 : 1;
    into[x] = luminance * cover + (1 - cover);
  }
}
