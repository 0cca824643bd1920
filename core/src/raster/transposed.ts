import type { Plane } from './picture.js';

/** A plane with its rows as columns. */
export function transposed({ width, height, data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = data[y * width + x];
  return { width: height, height: width, data: out };
}
