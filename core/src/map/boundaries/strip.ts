import { sampleAt, type Plane } from '../../raster/index.js';
import type { LabelledRaster } from '../values/index.js';

/**
 * The picture straightened along a boundary: row i runs square across it at its i-th point, from `reach`
 * columns on its left to `reach` on its right.
 */
export type Strip = {
  rows: number;
  reach: number;
  columns: number;
  /** Pixels of the working raster from column to column. */
  pitchPx: number;
  tone: Float32Array;
  /** For each row how many columns on each side still belong to the two shapes that meet here. */
  roomLeft: Uint8Array;
  roomRight: Uint8Array;
};

/** A plane tones are read from. */
export type Tones = {
  plane: Plane;
  /** Pixels of the working raster that one pixel of the plane spans each way. */
  pitchPx: number;
};

/**
 * Samples the strip along a boundary, one column a pixel of the plane.
 *
 * @param regions regions on pixels of `step` of the working raster's each way
 * @param points the boundary, pixels of the working raster
 * @param normals unit normals to its right
 * @param sides the regions on its left and right
 * @param reach how far to look on each side, whole columns
 */
export function readStrip(
  { plane, pitchPx }: Tones,
  regions: LabelledRaster,
  points: Float64Array,
  normals: Float64Array,
  sides: { left: number; right: number },
  reach: number,
): Strip {
  const rows = points.length / 2;
  const columns = 2 * reach + 1;
  const tone = new Float32Array(rows * columns);
  const roomLeft = new Uint8Array(rows);
  const roomRight = new Uint8Array(rows);
  const toPlane = 1 / pitchPx;
  const toRegions = pitchPx / regions.step;
  for (let i = 0; i < rows; i++) {
    const x = points[2 * i] * toPlane;
    const y = points[2 * i + 1] * toPlane;
    const nx = normals[2 * i];
    const ny = normals[2 * i + 1];
    const left = room(regions, sides.left, sides.right, x, y, -nx, -ny, toRegions, reach);
    const right = room(regions, sides.right, sides.left, x, y, nx, ny, toRegions, reach);
    roomLeft[i] = left;
    roomRight[i] = right;
    const row = i * columns + reach;
    readRow(plane, tone, row, x, y, nx, ny, left, right);
    // Beyond its own shapes the row repeats its last tone.
    const first = tone[row - left];
    const last = tone[row + right];
    for (let t = left + 1; t <= reach; t++) tone[row - t] = first;
    for (let t = right + 1; t <= reach; t++) tone[row + t] = last;
  }
  return { rows, reach, columns, pitchPx, tone, roomLeft, roomRight };
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
 * How many whole columns one can go before meeting a third region, or the far side again. The near part may
 * still lie in the other region, as a soft edge can be some way from where the regions met.
 */
function room(
  regions: LabelledRaster,
  own: number,
  other: number,
  x: number,
  y: number,
  dx: number,
  dy: number,
  toRegions: number,
  reach: number,
): number {
  const { width, height, label } = regions;
  const nearby = 1 + 1 / toRegions;
  const u = x * toRegions;
  const v = y * toRegions;
  const du = dx * toRegions;
  const dv = dy * toRegions;
  let arrived = false;
  for (let t = 2; t <= reach; t++) {
    const px = u + t * du;
    const py = v + t * dv;
    if (px < 0 || py < 0 || px >= width || py >= height) return t - 1;
    const here = label[(py | 0) * width + (px | 0)];
    if (here === own) arrived = true;
    else if (t > nearby && (here !== other || arrived)) return t - 1;
  }
  return reach;
}
