import { median } from '../../raster/index.js';
import { crossingNear, spreadOver, type Steps } from './step.js';
import type { Strip } from './strip.js';

/** No boundary is moved further than this from where the regions put it, in pixels and in softness. */
const maxShiftPx = 3;

/** Points within this of a junction are not trusted: a third tone mixes in there (pixels). */
const junctionBlurPx = 3;

/** How many points of a run from a junction are not trusted. */
export const untrusted = (step: number): number => Math.ceil(junctionBlurPx / step);

/** Shift of every row towards the half-way tone, pixels to the right. */
export function findOffsets(strip: Strip, steps: Steps, closed: boolean, rowPx: number): Float64Array {
  const { rows, columns, reach, tone, pitchPx } = strip;
  const { found } = steps;
  const blurred = untrusted(rowPx);
  // A softer step is less certain row by row, and bends less: average further along it.
  const typical = median(found.map(({ width }) => width));
  const along = Math.max(1, Math.min(6, Math.round(typical / (2 * rowPx))));
  const half = spreadOver(
    Float64Array.from(found, (step) => step.half),
    steps,
    rows,
  );
  const centre = spreadOver(
    Float64Array.from(found, (step) => step.centre),
    steps,
    rows,
  );
  const most = spreadOver(
    Float64Array.from(found, (step) => maxShiftPx + step.width / 2),
    steps,
    rows,
  );
  const furthest = found.reduce((far, step) => Math.max(far, Math.abs(step.centre) + step.width / 2), 0);
  // Only the middle columns are ever looked at.
  const wide = Math.min(reach, Math.ceil((furthest + maxShiftPx) / pitchPx) + 2);
  const middle = 2 * wide + 1;
  const sum = new Float64Array(middle);
  const offsets = new Float64Array(rows).fill(NaN);
  const add = (i: number, sign: 1 | -1): number => {
    let j = i;
    if (closed) j = ((i % rows) + rows) % rows;
    else if (i < 0 || i >= rows) return 0;
    const row = j * columns + reach - wide;
    for (let c = 0; c < middle; c++) sum[c] += sign * tone[row + c];
    return sign;
  };
  let count = 0;
  for (let k = -along; k < along; k++) count += add(k, 1);
  for (let i = 0; i < rows; i++) {
    count += add(i + along, 1);
    if (i > 0) count += add(i - along - 1, -1);
    if (!closed && Math.min(i, rows - 1 - i) < blurred && rows > 4 * blurred) continue;
    const from = Math.max(-wide, Math.floor((centre[i] - most[i]) / pitchPx) - 1);
    const to = Math.min(wide, Math.ceil((centre[i] + most[i]) / pitchPx) + 1);
    const rising = sum[wide + to] >= sum[wide + from] ? 1 : -1;
    const place = crossingNear(sum, wide, half[i] * count, rising, centre[i] / pitchPx, from, to);
    if (Math.abs(place * pitchPx) <= most[i]) offsets[i] = place * pitchPx;
  }
  return settle(offsets, closed);
}

/** Fills rows without a finding from their neighbours and takes out lone jumps: the middle one of five. */
function settle(offsets: Float64Array, closed: boolean): Float64Array {
  const n = offsets.length;
  const known = new Int32Array(n);
  let count = 0;
  for (let i = 0; i < n; i++) if (!Number.isNaN(offsets[i])) known[count++] = i;
  const out = new Float64Array(n);
  if (count === 0) return out;
  const window = new Float64Array(5);
  for (let i = 0, k = 0; i < n; i++) {
    while (k < count - 1 && Math.abs(known[k + 1] - i) <= Math.abs(known[k] - i)) k++;
    for (let d = -2; d <= 2; d++) {
      const j = closed ? (((k + d) % count) + count) % count : Math.min(Math.max(k + d, 0), count - 1);
      window[d + 2] = offsets[known[j]];
    }
    out[i] = middleOfFive(window);
  }
  return out;
}

/** Sorts five numbers by insertion and takes the third. */
function middleOfFive(window: Float64Array): number {
  for (let i = 1; i < 5; i++) {
    const value = window[i];
    let j = i - 1;
    for (; j >= 0 && window[j] > value; j--) window[j + 1] = window[j];
    window[j + 1] = value;
  }
  return window[2];
}
