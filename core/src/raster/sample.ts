import type { Plane } from './picture.js';

/**
 * Value of a plane at a point, bilinear between pixel centres, edges repeated.
 *
 * @param x pixels from the left edge; the centre of the first pixel is 0.5
 * @param y pixels from the top edge
 */
export function sampleAt(plane: Plane, x: number, y: number): number {
  const { width, height, data } = plane;
  const u = Math.min(Math.max(x - 0.5, 0), width - 1);
  const v = Math.min(Math.max(y - 0.5, 0), height - 1);
  const left = u | 0;
  const top = v | 0;
  const right = left < width - 1 ? left + 1 : left;
  const s = u - left;
  const t = v - top;
  const row = top * width;
  const below = top < height - 1 ? row + width : row;
  const upper = data[row + left] + (data[row + right] - data[row + left]) * s;
  const lower = data[below + left] + (data[below + right] - data[below + left]) * s;
  return upper + (lower - upper) * t;
}
