import { gaussianBlur, type Picture, type Plane } from '../../raster/index.js';
import { lightnessAt } from '../looking/views.js';

/** How sharp a picture is from place to place. */
export type FocusMap = {
  columns: number;
  rows: number;
  /**
   * Blur of the sharpest edges in each cell, row by row, as the standard deviation of the lens's blur in
   * pixels of the picture; null where there is no edge to judge by.
   */
  blurPx: (number | null)[];
};

/** Cells along the long side. */
const cellsAlong = 24;

/** Two known blurs that are added to measure the unknown one, pixels: the first only quiets grain. */
const littlePx = 0.8;
const morePx = 3;

/** An edge fainter than this a pixel is grain (L\*). */
const faintest = 1.2;

/** Fewer edge pixels in a cell say nothing. */
const minEdges = 12;

/** More than this cannot be told from a soft shadow, pixels. */
const maxBlurPx = 12;

/**
 * Measures blur by blurring more: across an edge of blur s, blurs a and b leave slopes in the ratio
 * R = √(s² + b²) / √(s² + a²), from which s follows (after Zhuo & Sim, "Defocus map estimation from a single
 * image", 2011). Each cell takes the sharper quarter of its edges, since soft shadows lie in sharp parts too.
 *
 * @param pxPerPx pixels of the whole picture that fall on one of this level of it
 */
export function focusOf(picture: Picture, pxPerPx = 1): FocusMap {
  const { width, height, channels, data } = picture;
  const lightness: Plane = {
    width,
    height,
    data: Float32Array.from({ length: width * height }, (_, i) => lightnessAt(data, i * channels)),
  };
  const little = gaussianBlur(lightness, littlePx).data;
  const more = gaussianBlur(lightness, morePx).data;
  const cell = Math.max(8, Math.max(width, height) / cellsAlong);
  const columns = Math.max(1, Math.ceil(width / cell));
  const rows = Math.max(1, Math.ceil(height / cell));
  const found: number[][] = Array.from({ length: columns * rows }, () => []);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const slope = slopeAt(little, width, i);
      if (slope < faintest || !isCrest(little, width, height, x, y)) continue;
      const squared = (slope / Math.max(1e-6, slopeAt(more, width, i))) ** 2;
      const unknown = (morePx ** 2 - littlePx ** 2 * squared) / (squared - 1);
      const blur = squared > 1.01 ? Math.sqrt(Math.max(0, unknown)) : maxBlurPx;
      found[Math.floor(y / cell) * columns + Math.floor(x / cell)].push(Math.min(maxBlurPx, blur));
    }
  }
  const blurPx = found.map((blurs) => {
    if (blurs.length < minEdges) return null;
    return blurs.sort((a, b) => a - b)[blurs.length >> 2] * pxPerPx;
  });
  return { columns, rows, blurPx };
}

/** Steepness at a pixel, L\* a pixel. */
function slopeAt(data: Float32Array, width: number, i: number): number {
  return Math.hypot(data[i + 1] - data[i - 1], data[i + width] - data[i - width]) / 2;
}

/** Steepest here along its own direction, so that an edge is measured at its middle. */
function isCrest(data: Float32Array, width: number, height: number, x: number, y: number): boolean {
  const i = y * width + x;
  const across = Math.abs(data[i + 1] - data[i - 1]) > Math.abs(data[i + width] - data[i - width]);
  if (across ? x < 2 || x > width - 3 : y < 2 || y > height - 3) return false;
  const step = across ? 1 : width;
  const own = slopeAt(data, width, i);
  return own >= slopeAt(data, width, i - step) && own >= slopeAt(data, width, i + step);
}

/** Share of the judged cells whose blur is at most so many pixels; null when nothing could be judged. */
export function sharpShare({ blurPx }: FocusMap, maxPx: number): number | null {
  const judged = blurPx.filter((blur) => blur !== null);
  return judged.length === 0 ? null : judged.filter((blur) => blur <= maxPx).length / judged.length;
}
