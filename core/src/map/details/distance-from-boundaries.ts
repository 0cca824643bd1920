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
  // A rim of one pixel all round, from which nothing is near, so that no pixel asks where it lies.
  const stride = width + 2;
  const distance = new Uint8Array(stride * (height + 2)).fill(furthest);
  for (let y = 0, i = 0, at = stride + 1; y < height; y++, at += 2) {
    for (let x = 0; x < width; x++, i++, at++) {
      const own = label[i];
      if (x < width - 1 && own !== label[i + 1]) distance[at] = distance[at + 1] = 0;
      if (y < height - 1 && own !== label[i + width]) distance[at] = distance[at + stride] = 0;
      if (distance[at] === 0) continue;
      const above = at - stride;
      const least = Math.min(distance[at - 1], distance[above - 1], distance[above], distance[above + 1]);
      if (least < furthest) distance[at] = least + 1;
    }
  }
  for (let y = height - 1, at = stride * (height + 1) - 2; y >= 0; y--, at -= 2) {
    for (let x = width - 1; x >= 0; x--, at--) {
      const below = at + stride;
      const least = Math.min(distance[at + 1], distance[below - 1], distance[below], distance[below + 1]);
      if (least + 1 < distance[at]) distance[at] = least + 1;
    }
  }
  return (x, y) => {
    const column = Math.min(width - 1, Math.floor(x / step));
    const row = Math.min(height - 1, Math.floor(y / step));
    return distance[(row + 1) * stride + column + 1] * step;
  };
}
