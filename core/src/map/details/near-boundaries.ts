import type { LabelledRaster } from '../values/index.js';

/** Whether a place of the working raster lies near where two regions meet. */
export type NearBoundary = (x: number, y: number) => boolean;

/**
 * Marks what lies near a boundary: two passes of running distance, along rows and then along columns.
 *
 * @param reachPx how near, pixels of the working raster
 */
export function nearBoundaries(regions: LabelledRaster, reachPx: number): NearBoundary {
  const { width, height, label, step } = regions;
  const reach = Math.max(1, Math.round(reachPx / step));
  const near = new Uint8Array(label.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const meets =
        (x < width - 1 && label[i] !== label[i + 1]) || (y < height - 1 && label[i] !== label[i + width]);
      if (meets) near[i] = 1;
    }
  }
  const along = widened(near, width, height, 1, width, reach);
  const marks = widened(along, width, height, width, height, reach);
  return (x, y) => {
    const column = Math.min(width - 1, Math.floor(x / step));
    const row = Math.min(height - 1, Math.floor(y / step));
    return marks[row * width + column] === 1;
  };
}

/** Spreads marks along rows (stride 1) or columns (stride width) by `reach` pixels each way. */
function widened(
  marks: Uint8Array,
  width: number,
  height: number,
  stride: number,
  length: number,
  reach: number,
): Uint8Array {
  const out = new Uint8Array(marks.length);
  const runs = (width * height) / length;
  for (let run = 0; run < runs; run++) {
    const base = stride === 1 ? run * width : run;
    let last = -Infinity;
    for (let k = 0; k < length; k++) {
      if (marks[base + k * stride]) last = k;
      if (k - last <= reach) out[base + k * stride] = 1;
    }
    last = Infinity;
    for (let k = length - 1; k >= 0; k--) {
      if (marks[base + k * stride]) last = k;
      if (last - k <= reach) out[base + k * stride] = 1;
    }
  }
  return out;
}
