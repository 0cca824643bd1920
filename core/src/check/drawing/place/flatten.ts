import { inverted } from '../../../geometry/index.js';
import { checkPicture, type Picture } from '../../../raster/index.js';
import type { SizeMm } from '../../../units/index.js';
import { inPicture, type SheetPose } from '../../registration/pose.js';

/** The way into the picture is worked out at every so manyth pixel and carried on evenly between. */
const everyPx = 16;

/** A level of which this many pixels or fewer fall on one of the result is fine enough. */
const maxShrink = 1.6;

/**
 * The sheet seen square-on, with the bending of the lens taken out.
 *
 * @param levels the photograph and its halves (`pyramid`)
 */
export function flattened(
  levels: readonly Picture[],
  pose: SheetPose,
  { widthMm, heightMm }: SizeMm,
  pxPerMm: number,
): Picture {
  const [width, height] = [Math.round(widthMm * pxPerMm), Math.round(heightMm * pxPerMm)];
  const fromSheet = inverted(pose.toSheet);
  const columns = Math.ceil(width / everyPx) + 1;
  const rows = Math.ceil(height / everyPx) + 1;
  const knots = new Float64Array(2 * columns * rows);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const { x, y } = inPicture(
        pose,
        fromSheet,
        (c * everyPx + 0.5) / pxPerMm,
        (r * everyPx + 0.5) / pxPerMm,
      );
      knots[2 * (r * columns + c)] = x;
      knots[2 * (r * columns + c) + 1] = y;
    }
  const middle = inPicture(pose, fromSheet, widthMm / 2, heightMm / 2);
  const beside = inPicture(pose, fromSheet, widthMm / 2 + 1 / pxPerMm, heightMm / 2);
  const shrink = Math.hypot(beside.x - middle.x, beside.y - middle.y);
  const number = Math.max(0, Math.ceil(Math.log2(shrink / maxShrink)));
  const taken = Math.min(levels.length - 1, number);
  const level = levels[taken];
  checkPicture(level);
  // Each level is exactly half the one before, though a last odd row or column is left out of it.
  const scale = 2 ** -taken;
  const data = new Uint8ClampedArray(4 * width * height).fill(255);
  const ways = new Float64Array(2 * columns);
  for (let y = 0; y < height; y++) {
    const r = Math.floor(y / everyPx);
    const t = y / everyPx - r;
    // The way into the picture at the knots of this row.
    for (let k = 0, i = 2 * r * columns; k < ways.length; k++, i++)
      ways[k] = ((1 - t) * knots[i] + t * knots[i + 2 * columns]) * scale - 0.5;
    copyRow(level, ways, data, 4 * y * width, width);
  }
  return { width, height, channels: 4, data };
}

/** Copies a row of what is seen between four pixels each; beyond the picture its rim is repeated. */
function copyRow(
  { width, height, channels, data }: Picture,
  ways: Float64Array,
  out: Uint8ClampedArray,
  at: number,
  count: number,
): void {
  const maxX = width - 1.001;
  const maxY = height - 1.001;
  const row = width * channels;
  for (let x = 0, to = at; x < count; x++, to += 4) {
    const i = 2 * Math.floor(x / everyPx);
    const share = (x % everyPx) / everyPx;
    const px = Math.min(maxX, Math.max(0, ways[i] + share * (ways[i + 2] - ways[i])));
    const py = Math.min(maxY, Math.max(0, ways[i + 1] + share * (ways[i + 3] - ways[i + 1])));
    const left = Math.floor(px);
    const top = Math.floor(py);
    const s = px - left;
    const t = py - top;
    const p = top * row + left * channels;
    for (let k = 0; k < 3; k++) {
      const upper = data[p + k] + s * (data[p + k + channels] - data[p + k]);
      const lower = data[p + k + row] + s * (data[p + k + row + channels] - data[p + k + row]);
      out[to + k] = upper + t * (lower - upper);
    }
  }
}
