import { median, type Plane } from '../../raster/index.js';
import { spread, SquaresReader } from '../paper/paper.js';
import { pixelsOf, type Mask } from './mask.js';

/** What is drawn is darker than this share of the darkest close by, which is where its rim lies. */
const rimShare = 0.5;

/** How far "close by" is, mm. */
const closeByMm = 0.9;

/** What stands out less than this many standard deviations of the bare paper is paper. */
const noiseSigmas = 3;

/** A patch that nowhere stands out by this many is paper too. */
const surelySigmas = 5;

/** Nothing fainter is told from paper by eye, L\*. */
const faintest = 1.2;

/** What is fainter than this share of what is drawn is tooth, a smudge or show-through, however quiet the paper is. */
const faintestShare = 0.08;

/**
 * How dark the drawing is, L\*: of what stands out of the paper, the mean with dark counting most.
 */
export function drawnDarkness({ data }: Plane, noise: number): number {
  const floor = Math.max(faintest, noiseSigmas * noise);
  let square = 0;
  let cube = 0;
  for (let i = 0; i < data.length; i++) {
    const value = data[i];
    if (value < floor) continue;
    square += value * value;
    cube += value * value * value;
  }
  return square > 0 ? cube / square : 0;
}

/**
 * Standard deviation of bare paper, L\*: most of a sheet is bare, so that the middle deviation is the paper's.
 */
export function paperNoise({ data }: Plane): number {
  const some = spread(data);
  const middle = median(some);
  return 1.4826 * median(some.map((value) => Math.abs(value - middle)));
}

/**
 * Where something is drawn: what is at least half as dark as the darkest close by and stands out of the paper. Half the
 * darkness is where the rim of a stroke is, however much it is blurred.
 *
 * @param ink how much darker than the paper, L\*
 * @param noise standard deviation of bare paper in it, L\*
 */
export function inkMask(ink: Plane, noise: number, pxPerMm: number): Mask {
  const { width, height, data } = ink;
  const side = Math.max(1, Math.round((closeByMm / 2) * pxPerMm));
  const darkest = softPeaks(ink, side);
  const drawn = drawnDarkness(ink, noise);
  const floor = Math.max(faintest, noiseSigmas * noise, faintestShare * drawn);
  const surely = Math.max(1.3 * floor, surelySigmas * noise);
  const mask = new Uint8Array(data.length);
  const sure: number[] = [];
  const closeBy = new SquaresReader(darkest, side, width);
  for (let y = 0; y < height; y++) {
    closeBy.goTo(y);
    const row = Math.floor(y / side) * darkest.width;
    for (let column = 0; column < darkest.width; column++) {
      // Most squares of a sheet are bare.
      if (darkest.data[row + column] < floor) continue;
      const right = Math.min(width, (column + 1) * side);
      for (let x = column * side; x < right; x++) {
        const value = data[y * width + x];
        if (value < floor || value <= rimShare * closeBy.at(x)) continue;
        mask[y * width + x] = 1;
        if (value >= surely) sure.push(y * width + x);
      }
    }
  }
  return grownFrom(sure, { width, height, data: mask });
}

/** Keeps the patches with pixels that stand out surely. */
function grownFrom(sure: readonly number[], { width, height, data }: Mask): Mask {
  const kept = new Uint8Array(data.length);
  const offsets = [-1, 1, -width, width, -width - 1, -width + 1, width - 1, width + 1];
  const open: number[] = [];
  for (const start of sure) {
    if (kept[start]) continue;
    kept[start] = 1;
    open.push(start);
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      const x = i % width;
      for (const offset of offsets) {
        const j = i + offset;
        if (j < 0 || j >= data.length || kept[j] || !data[j] || Math.abs((j % width) - x) > 1) continue;
        kept[j] = 1;
        open.push(j);
      }
    }
  }
  return { width, height, data: kept };
}

/** The darkest around each square of pixels, its neighbours included. */
function softPeaks({ width, height, data }: Plane, side: number): Plane {
  const columns = Math.ceil(width / side);
  const rows = Math.ceil(height / side);
  const peaks = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    const bottom = Math.min(height, (row + 1) * side) * width;
    for (let column = 0; column < columns; column++) {
      let best = -Infinity;
      const left = column * side;
      const right = Math.min(width, left + side);
      for (let start = row * side * width; start < bottom; start += width)
        for (let i = start + left; i < start + right; i++) if (data[i] > best) best = data[i];
      peaks[row * columns + column] = best;
    }
  }
  const across = new Float32Array(peaks.length);
  const out = new Float32Array(peaks.length);
  for (let first = 0; first < peaks.length; first += columns) {
    const last = first + columns - 1;
    for (let i = first; i <= last; i++)
      across[i] = Math.max(peaks[i > first ? i - 1 : i], peaks[i], peaks[i < last ? i + 1 : i]);
  }
  for (let row = 0; row < rows; row++) {
    const here = row * columns;
    const above = row > 0 ? here - columns : here;
    const below = row < rows - 1 ? here + columns : here;
    for (let k = 0; k < columns; k++)
      out[here + k] = Math.max(across[above + k], across[here + k], across[below + k]);
  }
  return { width: columns, height: rows, data: out };
}

/**
 * Distance of every pixel of the mask to the nearest outside it, pixels (chamfer 3-4: within 8 %).
 *
 * @param drawn the pixels of the mask in reading order, where they are known already
 */
export function depthsOf(mask: Mask, drawn: readonly number[] = pixelsOf(mask)): Float32Array {
  const { width, height } = mask;
  const depth = new Float32Array(mask.data.length);
  // The rim of the plane counts as outside.
  const isRim = (i: number) =>
    i < width || i >= (height - 1) * width || i % width === 0 || i % width === width - 1;
  const inside = drawn.filter((i) => !isRim(i));
  for (const i of inside) depth[i] = nearest(depth, i, -1, -width);
  for (let k = inside.length - 1; k >= 0; k--) {
    const i = inside[k];
    const other = nearest(depth, i, 1, width);
    if (other < depth[i]) depth[i] = other;
  }
  // A pixel at the rim lies half a pixel within it.
  for (const i of inside) depth[i] -= 0.5;
  return depth;
}

/** How deep a pixel lies by those beside it in its row and in the next. */
function nearest(depth: Float32Array, i: number, beside: number, next: number): number {
  const side = Math.min(depth[i + beside], depth[i + next]) + 1;
  return Math.min(side, Math.min(depth[i + next - 1], depth[i + next + 1]) + 4 / 3);
}

/** Whether a pixel lies on the crest of the depths, the middle of a stroke: none beside it lies deeper. */
export function isCrest(depths: Float32Array, i: number, width: number): boolean {
  const depth = depths[i];
  return (
    depths[i - 1] <= depth &&
    depths[i + 1] <= depth &&
    depths[i - width] <= depth &&
    depths[i + width] <= depth
  );
}
