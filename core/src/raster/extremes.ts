import type { Plane } from './picture.js';
import { transposed } from './transposed.js';

/** Which value of a window is wanted. */
export type Extreme = 'largest' | 'smallest';

/**
 * The largest or smallest value in a square window around each pixel; the window is cut off at the rim. Costs the same
 * whatever the window (van Herk 1992; Gil & Werman 1993).
 *
 * @param reach how far the window reaches to each side, pixels
 */
export function extremes(plane: Plane, reach: number, which: Extreme): Plane {
  if (reach < 1) return plane;
  return transposed(inRows(transposed(inRows(plane, reach, which)), reach, which));
}

/**
 * One extreme and then the other: with the largest first whatever is dark and narrower than the window is filled in from
 * both sides of it (a grey closing), with the smallest first whatever is light (an opening).
 *
 * @param reach how far the window reaches to each side, pixels
 */
export function fillNarrow(plane: Plane, reach: number, first: Extreme): Plane {
  if (reach < 1) return plane;
  const then = first === 'largest' ? 'smallest' : 'largest';
  const across = transposed(inRows(plane, reach, first));
  // Down and across may change places: what was turned over stays so for both.
  const down = inRows(inRows(across, reach, first), reach, then);
  return inRows(transposed(down), reach, then);
}

/** The extreme in a window along each row: of two runs of extremes, from the left and from the right of blocks as wide as the window. */
function inRows({ width, height, data }: Plane, reach: number, which: Extreme): Plane {
  const window = 2 * reach + 1;
  // Room for half a window on both sides, to whole blocks.
  const padded = Math.ceil((width + 2 * reach) / window) * window;
  const sign = which === 'largest' ? 1 : -1;
  const row = new Float32Array(padded).fill(-Infinity);
  const fromLeft = new Float32Array(padded);
  const fromRight = new Float32Array(padded);
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    const start = y * width;
    for (let x = 0; x < width; x++) row[reach + x] = sign * data[start + x];
    largestSoFar(row, window, fromLeft, fromRight);
    for (let x = 0; x < width; x++) {
      const left = fromRight[x];
      const right = fromLeft[x + 2 * reach];
      out[start + x] = sign * (left > right ? left : right);
    }
  }
  return { width, height, data: out };
}

/** The largest value of each block up to every place in it, from its left end and from its right. */
function largestSoFar(
  row: Float32Array,
  block: number,
  fromLeft: Float32Array,
  fromRight: Float32Array,
): void {
  for (let start = 0; start < row.length; start += block) {
    const end = start + block - 1;
    let largest = -Infinity;
    for (let i = start; i <= end; i++) {
      if (row[i] > largest) largest = row[i];
      fromLeft[i] = largest;
    }
    largest = -Infinity;
    for (let i = end; i >= start; i--) {
      if (row[i] > largest) largest = row[i];
      fromRight[i] = largest;
    }
  }
}
