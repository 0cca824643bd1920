import type { Plane } from './picture.js';
import { transposed } from './transposed.js';

/**
 * The largest or smallest value in a square window around each pixel; the window is cut off at the rim. Costs the same
 * whatever the window (van Herk 1992; Gil & Werman 1993).
 *
 * @param reach how far the window reaches to each side, pixels
 */
export function extremes(plane: Plane, reach: number, which: 'largest' | 'smallest'): Plane {
  if (reach < 1) return plane;
  const largest = (of: Plane) => transposed(largestInRows(transposed(largestInRows(of, reach)), reach));
  return which === 'largest' ? largest(plane) : negative(largest(negative(plane)));
}

function negative({ width, height, data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) out[i] = -data[i];
  return { width, height, data: out };
}

/** The largest in a window along each row: of two runs of largest values, from the left and from the right of blocks as wide as the window. */
function largestInRows({ width, height, data }: Plane, reach: number): Plane {
  const window = 2 * reach + 1;
  // Room for half a window on both sides, to whole blocks.
  const padded = Math.ceil((width + 2 * reach) / window) * window;
  const row = new Float32Array(padded).fill(-Infinity);
  const fromLeft = new Float32Array(padded);
  const fromRight = new Float32Array(padded);
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    row.set(data.subarray(y * width, (y + 1) * width), reach);
    for (let start = 0; start < padded; start += window) {
      const end = start + window - 1;
      fromLeft[start] = row[start];
      for (let i = start + 1; i <= end; i++)
        fromLeft[i] = row[i] > fromLeft[i - 1] ? row[i] : fromLeft[i - 1];
      fromRight[end] = row[end];
      for (let i = end - 1; i >= start; i--)
        fromRight[i] = row[i] > fromRight[i + 1] ? row[i] : fromRight[i + 1];
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const [left, right] = [fromRight[x], fromLeft[x + 2 * reach]];
      out[i] = left > right ? left : right;
    }
  }
  return { width, height, data: out };
}
