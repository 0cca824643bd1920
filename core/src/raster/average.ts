import type { Plane } from './picture.js';

/**
 * Averages a plane by whole steps. The last column and row average what there is.
 *
 * @param step whole pixels each way
 */
export function averaged(plane: Plane, step: number): Plane {
  if (step === 1) return plane;
  const width = Math.ceil(plane.width / step);
  const height = Math.ceil(plane.height / step);
  const data = new Float32Array(width * height);
  const whole = Math.floor(plane.width / step);
  for (let y = 0; y < height; y++) {
    const rows = Math.min(step, plane.height - y * step);
    for (let k = 0; k < rows; k++) {
      const row = (y * step + k) * plane.width;
      const share = 1 / (rows * step);
      addRuns(plane.data, row, step, share, data, y * width, whole);
      if (whole < width) {
        const columns = plane.width - whole * step;
        let sum = 0;
        for (let j = 0; j < columns; j++) sum += plane.data[row + whole * step + j];
        data[y * width + whole] += sum / (rows * columns);
      }
    }
  }
  return { width, height, data };
}

/** Adds runs of `step` numbers, each times `share`, to `count` places. */
function addRuns(
  from: Float32Array,
  start: number,
  step: number,
  share: number,
  to: Float32Array,
  first: number,
  count: number,
): void {
  if (step === 2) {
    for (let x = 0, i = start; x < count; x++, i += 2) to[first + x] += share * (from[i] + from[i + 1]);
    return;
  }
  for (let x = 0, i = start; x < count; x++) {
    let sum = 0;
    for (let j = 0; j < step; j++) sum += from[i++];
    to[first + x] += share * sum;
  }
}
