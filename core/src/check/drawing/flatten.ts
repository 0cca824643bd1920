import { inverted } from '../../geometry/index.js';
import { checkPicture, type Picture } from '../../raster/index.js';
import type { SizeMm } from '../../units/index.js';
import { inPicture, type SheetPose } from '../registration/pose.js';

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
  for (let y = 0; y < height; y++) {
    const r = Math.floor(y / everyPx);
    const t = y / everyPx - r;
    for (let x = 0; x < width; x++) {
      const c = Math.floor(x / everyPx);
      const s = x / everyPx - c;
      const i = 2 * (r * columns + c);
      const j = i + 2 * columns;
      const px =
        (1 - t) * ((1 - s) * knots[i] + s * knots[i + 2]) + t * ((1 - s) * knots[j] + s * knots[j + 2]);
      const py =
        (1 - t) * ((1 - s) * knots[i + 1] + s * knots[i + 3]) +
        t * ((1 - s) * knots[j + 1] + s * knots[j + 3]);
      copyAt(level, px * scale - 0.5, py * scale - 0.5, data, 4 * (y * width + x));
    }
  }
  return { width, height, channels: 4, data };
}

/** Copies what is seen between four pixels; beyond the picture its rim is repeated. */
function copyAt(
  { width, height, channels, data }: Picture,
  x: number,
  y: number,
  out: Uint8ClampedArray,
  at: number,
): void {
  const cx = Math.min(width - 1.001, Math.max(0, x));
  const cy = Math.min(height - 1.001, Math.max(0, y));
  const [left, top] = [Math.floor(cx), Math.floor(cy)];
  const [s, t] = [cx - left, cy - top];
  const p = (top * width + left) * channels;
  const below = p + width * channels;
  for (let k = 0; k < 3; k++)
    out[at + k] =
      (1 - t) * ((1 - s) * data[p + k] + s * data[p + channels + k]) +
      t * ((1 - s) * data[below + k] + s * data[below + channels + k]);
}
