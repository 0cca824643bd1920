import type { Plane } from './picture.js';

/**
 * Gaussian blur by a sampled kernel out to three standard deviations, edges repeated.
 *
 * @param sigmaPx standard deviation in pixels; 0 gives a copy
 */
export function gaussianBlur(plane: Plane, sigmaPx: number): Plane {
  const { width, height, data } = plane;
  if (!(sigmaPx > 0)) return { width, height, data: data.slice() };
  const radius = Math.max(1, Math.ceil(3 * sigmaPx));
  const kernel = new Float32Array(radius + 1);
  let total = 0;
  for (let i = 0; i <= radius; i++) {
    kernel[i] = Math.exp((-i * i) / (2 * sigmaPx * sigmaPx));
    total += i === 0 ? kernel[i] : 2 * kernel[i];
  }
  for (let i = 0; i <= radius; i++) kernel[i] /= total;
  const across = new Float32Array(data.length);
  if (radius <= fewTaps) {
    const down = new Float32Array(data.length);
    const taps = Float64Array.from({ length: fewTaps + 1 }, (_, i) => kernel[i] ?? 0);
    for (let y = 0; y < height; y++) nineAcross(data, across, y * width, width, taps);
    for (let y = 0; y < height; y++) nineDown(across, down, y, width, height, taps);
    return { width, height, data: down };
  }
  for (let y = 0; y < height; y++) blurRow(data, across, y * width, width, kernel);
  return { width, height, data: blurColumns(across, width, height, kernel) };
}

/** Kernels that reach no further than this are written out, as most are. */
const fewTaps = 4;

function nineAcross(
  from: Float32Array,
  to: Float32Array,
  start: number,
  width: number,
  taps: Float64Array,
): void {
  const [k0, k1, k2, k3, k4] = taps;
  const end = start + width;
  const at = (i: number) => from[i < start ? start : i >= end ? end - 1 : i];
  const edge = (i: number) =>
    k0 * at(i) +
    k1 * (at(i - 1) + at(i + 1)) +
    k2 * (at(i - 2) + at(i + 2)) +
    k3 * (at(i - 3) + at(i + 3)) +
    k4 * (at(i - 4) + at(i + 4));
  const first = Math.min(end, start + fewTaps);
  const last = Math.max(first, end - fewTaps);
  for (let i = start; i < first; i++) to[i] = edge(i);
  for (let i = first; i < last; i++) {
    to[i] =
      k0 * from[i] +
      k1 * (from[i - 1] + from[i + 1]) +
      k2 * (from[i - 2] + from[i + 2]) +
      k3 * (from[i - 3] + from[i + 3]) +
      k4 * (from[i - 4] + from[i + 4]);
  }
  for (let i = last; i < end; i++) to[i] = edge(i);
}

function nineDown(
  from: Float32Array,
  to: Float32Array,
  y: number,
  width: number,
  height: number,
  taps: Float64Array,
): void {
  const [k0, k1, k2, k3, k4] = taps;
  const row = (k: number) => Math.min(height - 1, Math.max(0, y + k)) * width;
  const [a1, a2, a3, a4] = [row(-1), row(-2), row(-3), row(-4)];
  const [b1, b2, b3, b4] = [row(1), row(2), row(3), row(4)];
  const own = y * width;
  for (let x = 0; x < width; x++) {
    to[own + x] =
      k0 * from[own + x] +
      k1 * (from[a1 + x] + from[b1 + x]) +
      k2 * (from[a2 + x] + from[b2 + x]) +
      k3 * (from[a3 + x] + from[b3 + x]) +
      k4 * (from[a4 + x] + from[b4 + x]);
  }
}

function blurRow(
  from: Float32Array,
  to: Float32Array,
  start: number,
  width: number,
  kernel: Float32Array,
): void {
  const radius = kernel.length - 1;
  for (let x = 0; x < width; x++) {
    let sum = kernel[0] * from[start + x];
    if (x >= radius && x < width - radius) {
      for (let i = 1; i <= radius; i++) sum += kernel[i] * (from[start + x - i] + from[start + x + i]);
    } else {
      for (let i = 1; i <= radius; i++) {
        sum += kernel[i] * (from[start + Math.max(0, x - i)] + from[start + Math.min(width - 1, x + i)]);
      }
    }
    to[start + x] = sum;
  }
}

/** Works row by row so that memory is walked in order. */
function blurColumns(from: Float32Array, width: number, height: number, kernel: Float32Array): Float32Array {
  const out = new Float32Array(from.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) out[row + x] = kernel[0] * from[row + x];
    for (let i = 1; i < kernel.length; i++) {
      const above = Math.max(0, y - i) * width;
      const below = Math.min(height - 1, y + i) * width;
      const weight = kernel[i];
      for (let x = 0; x < width; x++) out[row + x] += weight * (from[above + x] + from[below + x]);
    }
  }
  return out;
}
