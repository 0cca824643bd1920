import type { Plane } from './picture.js';

/** A plane is turned over in squares of this side, so that what is read and what is written both lie close together. */
const squareSide = 32;

/** A plane with its rows as columns. */
export function transposed({ width, height, data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let top = 0; top < height; top += squareSide) {
    const bottom = Math.min(height, top + squareSide);
    for (let x = 0; x < width; x++)
      for (let y = top, i = top * width + x; y < bottom; y++, i += width) out[x * height + y] = data[i];
  }
  return { width: height, height: width, data: out };
}
