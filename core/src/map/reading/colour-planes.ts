import { labOfLinear } from '../../colour/index.js';
import { linearOfWindow, softened, type Picture, type PixelWindow, type Plane } from '../../raster/index.js';

/** CIE a\* and b\* of a picture, at one resolution. */
export type ColourPlanes = { a: Plane; b: Plane };

/**
 * a\* and b\* of part of a picture, averaged by area in linear light.
 *
 * @param blurPx the eye sees colour less sharply than tone, and cameras record it less sharply: standard
 *   deviation of the smoothing, pixels of the result
 */
export function colourPlanes(
  picture: Picture,
  window: PixelWindow,
  width: number,
  height: number,
  blurPx: number,
): ColourPlanes {
  const { red, green, blue } = linearOfWindow(picture, window, width, height);
  const a = new Float32Array(width * height);
  const b = new Float32Array(width * height);
  for (let i = 0; i < a.length; i++) {
    const lab = labOfLinear(red[i], green[i], blue[i]);
    a[i] = lab.a;
    b[i] = lab.b;
  }
  return {
    a: softened({ width, height, data: a }, blurPx).plane,
    b: softened({ width, height, data: b }, blurPx).plane,
  };
}

/** How fast the colour changes at each pixel, in units of a\*b\* a pixel. */
export function colourSteepness({ a, b }: ColourPlanes): Plane {
  const { width, height } = a;
  const out = new Float32Array(a.data.length);
  for (let y = 0; y < height; y++) {
    const above = y > 0 ? -width : 0;
    const below = y < height - 1 ? width : 0;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const before = x > 0 ? i - 1 : i;
      const after = x < width - 1 ? i + 1 : i;
      const ax = a.data[after] - a.data[before];
      const ay = a.data[i + below] - a.data[i + above];
      const bx = b.data[after] - b.data[before];
      const by = b.data[i + below] - b.data[i + above];
      out[i] = 0.5 * Math.sqrt(ax * ax + ay * ay + bx * bx + by * by);
    }
  }
  return { width, height, data: out };
}
