import type { Plane } from '../raster/index.js';

/** The largest or smallest value in a square window around each. */
export function extremes(
  { width, height, data }: Plane,
  reach: number,
  pick: (a: number, b: number) => number,
): Plane {
  const across = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let best = data[y * width + x];
      for (let k = Math.max(0, x - reach); k <= Math.min(width - 1, x + reach); k++)
        best = pick(best, data[y * width + k]);
      across[y * width + x] = best;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let best = across[y * width + x];
      for (let k = Math.max(0, y - reach); k <= Math.min(height - 1, y + reach); k++)
        best = pick(best, across[k * width + x]);
      out[y * width + x] = best;
    }
  }
  return { width, height, data: out };
}
