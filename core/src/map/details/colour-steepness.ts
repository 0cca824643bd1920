import type { Plane } from '../../raster/index.js';
import type { ColourPlanes } from '../reading/index.js';

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
