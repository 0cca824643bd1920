import { sampleAt, type Plane } from '../raster/index.js';
import type { Regions } from './regions.js';

/**
 * The picture straightened along a boundary: row i runs square across it at its i-th point, from `reach`
 * pixels on its left (column 0) to `reach` on its right, one column a pixel.
 */
export type Strip = {
  rows: number;
  reach: number;
  columns: number;
  tone: Float32Array;
  /** For each row how many pixels on each side still belong to the two shapes that meet here. */
  roomLeft: Uint8Array;
  roomRight: Uint8Array;
};

/** Unit normals of a run of points, pointing to its right as seen walking along it on the page. */
export function normalsOf(points: Float64Array, closed: boolean): Float64Array {
  const n = points.length / 2;
  const out = new Float64Array(points.length);
  const span = Math.min(3, Math.max(1, (n - 1) >> 1));
  for (let i = 0; i < n; i++) {
    const a = closed ? (i - span + n) % n : Math.max(0, i - span);
    const b = closed ? (i + span) % n : Math.min(n - 1, i + span);
    const dx = points[2 * b] - points[2 * a];
    const dy = points[2 * b + 1] - points[2 * a + 1];
    const length = Math.hypot(dx, dy) || 1;
    // Walking along +x on a page whose y points down, the right hand is +y.
    out[2 * i] = -dy / length;
    out[2 * i + 1] = dx / length;
  }
  return out;
}

/**
 * Samples the strip along a boundary.
 *
 * @param tones the plane that is read
 * @param regions regions on pixels of `step` of the plane's each way
 * @param points the boundary, pixels of the plane
 * @param normals unit normals to its right
 * @param sides the regions on its left and right
 * @param reach how far to look on each side, whole pixels
 */
export function readStrip(
  tones: Plane,
  regions: Regions,
  points: Float64Array,
  normals: Float64Array,
  sides: { left: number; right: number },
  reach: number,
): Strip {
  const rows = points.length / 2;
  const columns = 2 * reach + 1;
  const strip: Strip = {
    rows,
    reach,
    columns,
    tone: new Float32Array(rows * columns),
    roomLeft: new Uint8Array(rows),
    roomRight: new Uint8Array(rows),
  };
  for (let i = 0; i < rows; i++) {
    const x = points[2 * i];
    const y = points[2 * i + 1];
    const nx = normals[2 * i];
    const ny = normals[2 * i + 1];
    const left = room(regions, sides.left, sides.right, x, y, -nx, -ny, reach);
    const right = room(regions, sides.right, sides.left, x, y, nx, ny, reach);
    strip.roomLeft[i] = left;
    strip.roomRight[i] = right;
    const row = i * columns + reach;
    readRow(tones, strip.tone, row, x, y, nx, ny, left, right);
    // Beyond its own shapes the row repeats its last tone.
    for (let t = left + 1; t <= reach; t++) strip.tone[row - t] = strip.tone[row - left];
    for (let t = right + 1; t <= reach; t++) strip.tone[row + t] = strip.tone[row + right];
  }
  return strip;
}

/** Tones across the boundary at one row, bilinear between pixel centres. */
function readRow(
  tones: Plane,
  into: Float32Array,
  row: number,
  x: number,
  y: number,
  nx: number,
  ny: number,
  left: number,
  right: number,
): void {
  const { width, height, data } = tones;
  const inside = (t: number) => {
    const u = x + t * nx;
    const v = y + t * ny;
    return u >= 0.6 && v >= 0.6 && u < width - 1 && v < height - 1;
  };
  if (!inside(-left) || !inside(right)) {
    for (let t = -left; t <= right; t++) into[row + t] = sampleAt(tones, x + t * nx, y + t * ny);
    return;
  }
  let u = x - 0.5 - left * nx;
  let v = y - 0.5 - left * ny;
  for (let t = -left; t <= right; t++) {
    const column = u | 0;
    const line = v | 0;
    const s = u - column;
    const i = line * width + column;
    const upper = data[i] + (data[i + 1] - data[i]) * s;
    const lower = data[i + width] + (data[i + width + 1] - data[i + width]) * s;
    into[row + t] = upper + (lower - upper) * (v - line);
    u += nx;
    v += ny;
  }
}

/**
 * How many whole pixels one can go before meeting a third region, or the far side again. The near part may
 * still lie in the other region, as a soft edge can be some way from where the regions met.
 */
function room(
  regions: Regions,
  own: number,
  other: number,
  x: number,
  y: number,
  dx: number,
  dy: number,
  reach: number,
): number {
  const { width, height, label, step } = regions;
  const scale = 1 / step;
  let arrived = false;
  for (let t = 2; t <= reach; t++) {
    const px = (x + t * dx) * scale;
    const py = (y + t * dy) * scale;
    if (px < 0 || py < 0 || px >= width || py >= height) return t - 1;
    const here = label[(py | 0) * width + (px | 0)];
    if (here === own) arrived = true;
    else if (t > 1 + step && (here !== other || arrived)) return t - 1;
  }
  return reach;
}
