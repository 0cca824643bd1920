import type { LabelledRaster } from '../values/index.js';

/** How far a place of the working raster lies from where two regions meet, in its pixels, the larger of across and down. */
export type DistanceFromBoundary = (x: number, y: number) => number;

/** Further than this no distance is told apart, pixels of the regions. */
const furthest = 255;

/**
 * Measures how far every place lies from a boundary, in one pass down and one up (chessboard distance, Rosenfeld &
 * Pfaltz 1968).
 */
export function distanceFromBoundaries(regions: LabelledRaster): DistanceFromBoundary {
  const { width, height, label, step } = regions;
  const distance = new Uint8Array(label.length).fill(furthest);
  const last = label.length - width;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const own = label[i];
      if (x < width - 1 && own !== label[i + 1]) distance[i] = distance[i + 1] = 0;
      if (i < last && own !== label[i + width]) distance[i] = distance[i + width] = 0;
      if (distance[i] === 0) continue;
      let least = x > 0 ? distance[i - 1] : furthest;
      if (y > 0) {
        const up = i - width;
        least = Math.min(least, distance[up]);
        if (x > 0) least = Math.min(least, distance[up - 1]);
        if (x < width - 1) least = Math.min(least, distance[up + 1]);
      }
      if (least < furthest) distance[i] = least + 1;
    }
  }
  for (let y = height - 1, i = label.length - 1; y >= 0; y--) {
    for (let x = width - 1; x >= 0; x--, i--) {
      let least = distance[i] - 1;
      if (x < width - 1) least = Math.min(least, distance[i + 1]);
      if (y < height - 1) {
        const down = i + width;
        least = Math.min(least, distance[down]);
        if (x > 0) least = Math.min(least, distance[down - 1]);
        if (x < width - 1) least = Math.min(least, distance[down + 1]);
      }
      if (least + 1 < distance[i]) distance[i] = least + 1;
    }
  }
  return (x, y) => {
    const column = Math.min(width - 1, Math.floor(x / step));
    const row = Math.min(height - 1, Math.floor(y / step));
    return distance[row * width + column] * step;
  };
}
