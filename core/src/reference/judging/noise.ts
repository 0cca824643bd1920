import type { Picture } from '../../raster/index.js';
import { lightnessAt } from '../looking/views.js';

/** Side of the blocks that are looked at, pixels, and how many along the long side at most. */
const blockPx = 24;
const blocksAlong = 40;

/**
 * Grain of a picture: the standard deviation of lightness from pixel to pixel in its flat parts, L\*.
 *
 * Each block is read through a mask that leaves out slopes and bends (Immerkær, "Fast noise variance
 * estimation", 1996); the lower quarter of the blocks are the flat ones.
 */
export function noiseOf(picture: Picture): number {
  const { width, height } = picture;
  const stepX = Math.max(blockPx, Math.floor(width / blocksAlong));
  const stepY = Math.max(blockPx, Math.floor(height / blocksAlong));
  const found: number[] = [];
  for (let y = 1; y + blockPx < height; y += stepY) {
    for (let x = 1; x + blockPx < width; x += stepX) {
      const noise = blockNoise(picture, x, y);
      if (noise !== null) found.push(noise);
    }
  }
  if (found.length === 0) return 0;
  return found.sort((a, b) => a - b)[found.length >> 2];
}

/** Noise of one block, or null where it is clipped and tells nothing. */
function blockNoise({ width, channels, data }: Picture, left: number, top: number): number | null {
  const at = (x: number, y: number) => lightnessAt(data, (y * width + x) * channels);
  let sum = 0;
  let clipped = 0;
  for (let y = top; y < top + blockPx; y++) {
    for (let x = left; x < left + blockPx; x++) {
      const middle = at(x, y);
      if (middle < 0.5 || middle > 99.5) clipped++;
      const edges = at(x - 1, y) + at(x + 1, y) + at(x, y - 1) + at(x, y + 1);
      const corners = at(x - 1, y - 1) + at(x + 1, y - 1) + at(x - 1, y + 1) + at(x + 1, y + 1);
      sum += Math.abs(corners - 2 * edges + 4 * middle);
    }
  }
  if (clipped > (blockPx * blockPx) / 10) return null;
  // The mask's weights have a norm of 6, and the mean of |normal| is √(2/π).
  return (Math.sqrt(Math.PI / 2) * sum) / (6 * blockPx * blockPx);
}
