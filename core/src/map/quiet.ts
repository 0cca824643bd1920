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
  // Two numbers a cell: the sum of the values that fell into it, and how many they were.
  const grid = new Float32Array(columns * rows * bins * 2);
  const columnOf = Int32Array.from({ length: width }, (_, x) => Math.round((x + 0.5) / cellPx));
  const value = values.data;
  const guided = guide.data;
  const perBin = 1 / rangeStep;
  for (let y = 0; y < height; y++) {
    const row = Math.round((y + 0.5) / cellPx) * columns;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const bin = (guided[i] * perBin + 1.5) | 0;
      const cell = ((row + columnOf[x]) * bins + bin) * 2;
      grid[cell] += value[i];
      grid[cell + 1]++;
    }
  }
  const scratch = new Float32Array(grid.length);
  for (const stride of [2, 2 * bins, 2 * bins * columns]) blurAlong(grid, scratch, stride);
  return { width, height, data: slice(grid, guide, cellPx, columns, bins) };
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
  grid: Float32Array,
  guide: Plane,
  cellPx: number,
  columns: number,
  bins: number,
): Float32Array {
  const { width, height, data } = guide;
  const out = new Float32Array(data.length);
  const perBin = 1 / rangeStep;
  const nextColumn = bins * 2;
  const nextRow = columns * bins * 2;
  const columnOf = new Int32Array(width);
  const shareOf = new Float64Array(width);
  for (let x = 0; x < width; x++) {
    const u = (x + 0.5) / cellPx;
    columnOf[x] = Math.floor(u);
    shareOf[x] = u - columnOf[x];
  }
  for (let y = 0; y < height; y++) {
    const v = (y + 0.5) / cellPx;
    const row = Math.floor(v);
    const t = v - row;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const w = data[i] * perBin + 1;
      const bin = w | 0;
      const far = w - bin;
      const near = 1 - far;
      const s = shareOf[x];
      const a = ((row * columns + columnOf[x]) * bins + bin) * 2;
      const b = a + nextColumn;
      const c = a + nextRow;
      const d = c + nextColumn;
      const wa = (1 - s) * (1 - t);
      const wb = s * (1 - t);
      const wc = (1 - s) * t;
      const wd = s * t;
      const total =
        near * (wa * grid[a] + wb * grid[b] + wc * grid[c] + wd * grid[d]) +
        far * (wa * grid[a + 2] + wb * grid[b + 2] + wc * grid[c + 2] + wd * grid[d + 2]);
      const weight =
        near * (wa * grid[a + 1] + wb * grid[b + 1] + wc * grid[c + 1] + wd * grid[d + 1]) +
        far * (wa * grid[a + 3] + wb * grid[b + 3] + wc * grid[c + 3] + wd * grid[d + 3]);
      out[i] = weight > 1e-6 ? total / weight : data[i];
    }
  }
  return out;
}
