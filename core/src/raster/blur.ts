import type { Plane } from './picture.js';

/**
 * Gaussian blur by a sampled kernel out to three standard deviations, edges repeated.
 *
 * @param sigmaPx standard deviation in pixels; 0 gives a copy
 */
export function gaussianBlur(plane: Plane, sigmaPx: number): Plane {
  const { width, height, data } = plane;
  if (!(sigmaPx > 0)) return { width, height, data: data.slice() };
  const radius = Math.max(1, Math.ceil(3 * sigmaPx));
  const kernel = new Float32Array(radius + 1);
  let total = 0;
  for (let i = 0; i <= radius; i++) {
    kernel[i] = Math.exp((-i * i) / (2 * sigmaPx * sigmaPx));
    total += i === 0 ? kernel[i] : 2 * kernel[i];
  }
  for (let i = 0; i <= radius; i++) kernel[i] /= total;
  const across = new Float32Array(data.length);
  for (let y = 0; y < height; y++) blurRow(data, across, y * width, width, kernel);
  return { width, height, data: blurColumns(across, width, height, kernel) };
}

function blurRow(
  from: Float32Array,
  to: Float32Array,
  start: number,
  width: number,
  kernel: Float32Array,
): void {
  const radius = kernel.length - 1;
  for (let x = 0; x < width; x++) {
    let sum = kernel[0] * from[start + x];
    if (x >= radius && x < width - radius) {
      for (let i = 1; i <= radius; i++) sum += kernel[i] * (from[start + x - i] + from[start + x + i]);
    } else {
      for (let i = 1; i <= radius; i++) {
        sum += kernel[i] * (from[start + Math.max(0, x - i)] + from[start + Math.min(width - 1, x + i)]);
      }
    }
    to[start + x] = sum;
  }
}

/** Works row by row so that memory is walked in order. */
function blurColumns(from: Float32Array, width: number, height: number, kernel: Float32Array): Float32Array {
  const out = new Float32Array(from.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) out[row + x] = kernel[0] * from[row + x];
    for (let i = 1; i < kernel.length; i++) {
      const above = Math.max(0, y - i) * width;
      const below = Math.min(height - 1, y + i) * width;
      const weight = kernel[i];
      for (let x = 0; x < width; x++) out[row + x] += weight * (from[above + x] + from[below + x]);
    }
  }
  return out;
}
