import type { Plane } from './picture.js';

/**
 * Mean over a square window around each pixel, by running sums; at the rim over the part of the window that
 * lies on the plane.
 *
 * @param radius whole pixels from the middle to the window's side
 */
export function boxMean(plane: Plane, radius: number): Plane {
  const { width, height, data } = plane;
  const across = new Float32Array(data.length);
  const reach = Math.min(radius, (width - 1) >> 1);
  const share = 1 / (2 * reach + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < reach; x++) sum += data[row + x];
    for (let x = 0; x <= reach; x++) {
      sum += data[row + x + reach];
      across[row + x] = sum / (x + reach + 1);
    }
    const body = row + width - reach;
    for (let i = row + reach + 1; i < body; i++) {
      sum += data[i + reach] - data[i - reach - 1];
      across[i] = sum * share;
    }
    for (let x = width - reach; x < width; x++) {
      sum -= data[row + x - reach - 1];
      across[row + x] = sum / (width - x + reach);
    }
  }
  return { width, height, data: meanDown(across, width, height, Math.min(radius, (height - 1) >> 1)) };
}

/** The same down the columns, a row at a time so that memory is walked in order. */
function meanDown(from: Float32Array, width: number, height: number, reach: number): Float32Array {
  const out = new Float32Array(from.length);
  const sum = new Float64Array(width);
  for (let y = 0; y < reach; y++) for (let x = 0; x < width; x++) sum[x] += from[y * width + x];
  for (let y = 0; y < height; y++) {
    const share = 1 / (Math.min(height - 1, y + reach) - Math.max(0, y - reach) + 1);
    const row = y * width;
    const entering = y + reach < height ? row + reach * width : -1;
    const leaving = y > reach ? row - (reach + 1) * width : -1;
    if (entering >= 0 && leaving >= 0) {
      for (let x = 0; x < width; x++) {
        sum[x] += from[entering + x] - from[leaving + x];
        out[row + x] = sum[x] * share;
      }
      continue;
    }
    for (let x = 0; x < width; x++) {
      if (entering >= 0) sum[x] += from[entering + x];
      if (leaving >= 0) sum[x] -= from[leaving + x];
      out[row + x] = sum[x] * share;
    }
  }
  return out;
}
