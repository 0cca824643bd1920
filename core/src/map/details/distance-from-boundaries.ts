import { furthestChessboard, spreadChessboard } from '../../raster/index.js';
import type { LabelledRaster } from '../values/index.js';

/** How far a place of the working raster lies from where two regions meet, in its pixels, the larger of across and down. */
export type DistanceFromBoundary = (x: number, y: number) => number;

/** Measures how far every place lies from a boundary. */
export function distanceFromBoundaries(regions: LabelledRaster): DistanceFromBoundary {
  const { width, height, label, step } = regions;
  const stride = width + 2;
  const distance = new Uint8Array(stride * (height + 2)).fill(furthestChessboard);
  for (let y = 0, i = 0, at = stride + 1; y < height; y++, at += 2) {
    for (let x = 0; x < width; x++, i++, at++) {
      const own = label[i];
      if (x < width - 1 && own !== label[i + 1]) distance[at] = distance[at + 1] = 0;
      if (y < height - 1 && own !== label[i + width]) distance[at] = distance[at + stride] = 0;
    }
  }
  spreadChessboard(distance, width, height);
  return (x, y) => {
    const column = Math.min(width - 1, Math.floor(x / step));
    const row = Math.min(height - 1, Math.floor(y / step));
    return distance[(row + 1) * stride + column + 1] * step;
  };
}
