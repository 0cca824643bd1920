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

/** Where the target pixels' sides fall on the source, one more than there are target pixels. */
function sidesOf(start: number, size: number, sourceLength: number, targetLength: number): Float64Array {
  const step = size / targetLength;
  return Float64Array.from({ length: targetLength + 1 }, (_, i) =>
    Math.min(Math.max(start + i * step, 0), sourceLength),
  );
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
  const [data] = weighedOfWindow(picture, window, width, height, luminanceTables);
  return { width, height, data };
}

/**
 * Linear light of each channel of part of a picture, averaged in the same way.
 *
 * @returns red, green and blue 0–1
 */
export function linearOfWindow(
  picture: Picture,
  window: PixelWindow,
  width: number,
  height: number,
): [Float32Array, Float32Array, Float32Array] {
  const [red, green, blue] = weighedOfWindow(picture, window, width, height, channelTables);
  return [red, green, blue];
}

/** Averages several weighed sums of the channels at once, so that the picture is walked through once. */
function weighedOfWindow(
  picture: Picture,
  window: PixelWindow,
  width: number,
  height: number,
  wanted: readonly ChannelTables[],
): Float32Array[] {
  checkPicture(picture);
  if (isWhole(picture, window, width, height)) return wanted.map((tables) => weighed(picture, tables));
  const columns = sidesOf(window.x, window.width, picture.width, width);
  const rows = sidesOf(window.y, window.height, picture.height, height);
  const out = wanted.map(() => new Float32Array(width * height));
  const upTo = new Float64Array(picture.width + 1);
  const narrowed = wanted.map(() => new Float64Array(width));
  const places = placesOf(columns, picture.width);
  const perColumn = Float64Array.from({ length: width }, (_, x) => {
    const span = columns[x + 1] - columns[x];
    return span > 1e-9 ? 1 / span : 0;
  });
  const reach = { first: Math.floor(columns[0]), last: Math.ceil(columns[width]) };
  let held = -1;
  for (let y = 0; y < height; y++) {
    const top = Math.min(rows[y], picture.height - 1e-9);
    const bottom = Math.max(rows[y + 1], top + 1e-9);
    for (let row = Math.floor(top); row < bottom; row++) {
      const share = (Math.min(bottom, row + 1) - Math.max(top, row)) / (bottom - top);
      for (let k = 0; k < wanted.length; k++) {
        if (row !== held) {
          sumRow(picture, row, reach.first, reach.last, wanted[k], upTo);
          narrowRow(upTo, places, perColumn, narrowed[k]);
        }
        addShare(narrowed[k], share, out[k], y * width);
      }
      held = row;
    }
  }
  return out;
}

function addShare(from: Float64Array, share: number, to: Float32Array, start: number): void {
  for (let x = 0; x < from.length; x++) to[start + x] += share * from[x];
}

/** Whether the target is the picture itself, pixel for pixel. */
function isWhole(picture: Picture, window: PixelWindow, width: number, height: number): boolean {
  return (
    width === picture.width &&
    height === picture.height &&
    window.x === 0 &&
    window.y === 0 &&
    window.width === width &&
    window.height === height
  );
}

/** Every pixel as it is, on white where it is transparent. */
function weighed({ data, channels }: Picture, { red, green, blue, only }: ChannelTables): Float32Array {
  const out = new Float32Array(data.length / channels);
  if (only >= 0 && channels === 3) {
    for (let i = 0, at = only; i < out.length; i++, at += 3) out[i] = linearOfByte[data[at]];
    return out;
  }
  if (channels === 3) {
    for (let i = 0, at = 0; i < out.length; i++, at += 3)
      out[i] = red[data[at]] + green[data[at + 1]] + blue[data[at + 2]];
    return out;
  }
  for (let i = 0, at = 0; i < out.length; i++, at += 4) {
    const cover = data[at + 3] / 255;
    out[i] = (red[data[at]] + green[data[at + 1]] + blue[data[at + 2]]) * cover + (1 - cover);
  }
  return out;
}

/** Places on a running sum: the entry below, and how far on to the next. */
type Places = { below: Int32Array; share: Float64Array };

function placesOf(sides: Float64Array, sourceLength: number): Places {
  const below = Int32Array.from(sides, (side) => Math.min(sourceLength - 1, Math.floor(side)));
  return { below, share: sides.map((side, i) => side - below[i]) };
}

/** Averages a source row down to the target's columns, from its running sum: one look-up a side. */
function narrowRow(
  upTo: Float64Array,
  { below, share }: Places,
  perColumn: Float64Array,
  into: Float64Array,
): void {
  let pixel = below[0];
  let before = upTo[pixel] + (upTo[pixel + 1] - upTo[pixel]) * share[0];
  for (let x = 0; x < into.length; x++) {
    const at = below[x + 1];
    const sum = upTo[at] + (upTo[at + 1] - upTo[at]) * share[x + 1];
    // A target narrower than can be told takes the pixel it lies in.
    into[x] = perColumn[x] > 0 ? (sum - before) * perColumn[x] : upTo[pixel + 1] - upTo[pixel];
    pixel = at;
    before = sum;
  }
}

/** What each value of each channel adds to the sum of a pixel; white is 1. */
type ChannelTables = {
  red: Float64Array;
  green: Float64Array;
  blue: Float64Array;
  /** The one channel that counts, when the others add nothing. */
  only: number;
};

const weighing = (red: number, green: number, blue: number): ChannelTables => {
  const table = (weight: number) => Float64Array.from(linearOfByte, (linear) => weight * linear);
  const counting = [red, green, blue].flatMap((weight, channel) => (weight > 0 ? [channel] : []));
  return {
    red: table(red),
    green: table(green),
    blue: table(blue),
    only: counting.length === 1 ? counting[0] : -1,
  };
};
const luminanceTables = [weighing(luminanceRed, luminanceGreen, luminanceBlue)];
const channelTables = [weighing(1, 0, 0), weighing(0, 1, 0), weighing(0, 0, 1)];

/** Running sum of a row from one column to another; `upTo[x]` is the sum of all before x. */
function sumRow(
  { data, channels, width }: Picture,
  row: number,
  first: number,
  last: number,
  { red, green, blue, only }: ChannelTables,
  upTo: Float64Array,
): void {
  let at = (row * width + first) * channels;
  let sum = 0;
  upTo[first] = 0;
  if (only >= 0 && channels === 3) {
    at += only;
    for (let x = first; x < last; x++, at += 3) {
      sum += linearOfByte[data[at]];
      upTo[x + 1] = sum;
    }
    return;
  }
  if (channels === 3) {
    for (let x = first; x < last; x++, at += 3) {
      sum += red[data[at]] + green[data[at + 1]] + blue[data[at + 2]];
      upTo[x + 1] = sum;
    }
    return;
  }
  for (let x = first; x < last; x++, at += 4) {
    const cover = data[at + 3] / 255;
    sum += (red[data[at]] + green[data[at + 1]] + blue[data[at + 2]]) * cover + (1 - cover);
    upTo[x + 1] = sum;
  }
}
