import { gaussianBlur, type Plane } from '../raster/index.js';

/** Steps of lightness closer than this are smoothed together, wider ones are kept apart (L\*). */
const rangeStep = 8;

/** Below this the grid would be as large as the picture itself. */
const smallestCellPx = 1.5;

/**
 * Edge-preserving smoothing: quiets texture, grain and noise finer than a given size and keeps the steps of
 * lightness that shapes are made of.
 *
 * A bilateral filter on a coarse grid over place and lightness (Paris & Durand, "A fast approximation of the
 * bilateral filter", 2006), run twice: the second pass reads the first one's result as its guide, so that
 * noise which hid in the guide is gone (a joint filter, after Petschnigg et al. 2004). Cost is linear in
 * the pixels.
 *
 * @param lightness L\* 0–100
 * @param sizePx size of what is to go, in pixels; 0 leaves the picture as it is
 */
export function quiet(lightness: Plane, sizePx: number): Plane {
  if (!(sizePx > 0.3)) return lightness;
  const cell = Math.max(smallestCellPx, sizePx);
  const first = bilateral(lightness, gaussianBlur(lightness, Math.min(1.5, 0.4 * sizePx)), cell);
  return bilateral(lightness, gaussianBlur(first, 0.5), cell);
}

/** Averages `values` over pixels near in place and near in `guide`. */
function bilateral(values: Plane, guide: Plane, cellPx: number): Plane {
  const { width, height } = values;
  const columns = Math.ceil(width / cellPx) + 2;
  const rows = Math.ceil(height / cellPx) + 2;
  const bins = Math.ceil(100 / rangeStep) + 3;
  const sum = new Float32Array(columns * rows * bins);
  const count = new Float32Array(columns * rows * bins);
  for (let y = 0; y < height; y++) {
    const row = Math.round((y + 0.5) / cellPx) * columns;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const bin = Math.round(guide.data[i] / rangeStep) + 1;
      const cell = (row + Math.round((x + 0.5) / cellPx)) * bins + bin;
      sum[cell] += values.data[i];
      count[cell]++;
    }
  }
  const scratch = new Float32Array(sum.length);
  for (const stride of [1, bins, bins * columns]) {
    blurAlong(sum, scratch, stride);
    blurAlong(count, scratch, stride);
  }
  return { width, height, data: slice(sum, count, guide, cellPx, columns, bins) };
}

/**
 * Weights 1-2-1 along one axis of the grid, given by the step between its cells. The grid has a rim of empty
 * cells, so the wrap at line ends only mixes emptiness.
 */
function blurAlong(cells: Float32Array, scratch: Float32Array, stride: number): void {
  scratch.set(cells);
  for (let i = stride; i < cells.length - stride; i++) {
    cells[i] = 0.25 * (scratch[i - stride] + scratch[i + stride]) + 0.5 * scratch[i];
  }
}

/** Reads the grid back at every pixel, trilinear between cells. */
function slice(
  sum: Float32Array,
  count: Float32Array,
  guide: Plane,
  cellPx: number,
  columns: number,
  bins: number,
): Float32Array {
  const { width, height, data } = guide;
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    const v = (y + 0.5) / cellPx;
    const row = Math.floor(v);
    const t = v - row;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const u = (x + 0.5) / cellPx;
      const column = Math.floor(u);
      const s = u - column;
      const w = data[i] / rangeStep + 1;
      const bin = Math.floor(w);
      const r = w - bin;
      let total = 0;
      let weight = 0;
      for (let corner = 0; corner < 4; corner++) {
        const right = corner & 1;
        const below = corner >> 1;
        const share = (right ? s : 1 - s) * (below ? t : 1 - t);
        const at = ((row + below) * columns + column + right) * bins + bin;
        const near = share * (1 - r);
        const far = share * r;
        total += near * sum[at] + far * sum[at + 1];
        weight += near * count[at] + far * count[at + 1];
      }
      out[i] = weight > 1e-6 ? total / weight : data[i];
    }
  }
  return out;
}
