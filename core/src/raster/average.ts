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
      for (let x = 0, i = row; x < whole; x++) {
        let sum = 0;
        for (let j = 0; j < step; j++) sum += plane.data[i++];
        data[y * width + x] += share * sum;
      }
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
