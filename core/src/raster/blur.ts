import type { Plane } from './picture.js';

/** Kernels that reach no further than this are written out, as most are. */
const fewTaps = 4;

/** So many pixels are blurred side by side: what lies between them is read once for all. */
const abreast = 4;

/**
 * Gaussian blur by a sampled kernel out to three standard deviations, edges repeated.
 *
 * @param sigmaPx standard deviation in pixels; 0 gives a copy
 */
export function gaussianBlur(plane: Plane, sigmaPx: number): Plane {
  const { width, height, data } = plane;
  if (!(sigmaPx > 0)) return { width, height, data: data.slice() };
  const kernel = gaussianKernel(sigmaPx);
  const few = kernel.length === fewTaps + 1;
  const reach = few ? fewTaps : kernel.length - 1;

  const across = new Float32Array(data.length);
  const blurRow = few ? nineAcross : manyAcross;
  const edged = new Float32Array(width + 2 * reach + abreast);
  for (let y = 0; y < height; y++) {
    const start = y * width;
    edged.fill(data[start], 0, reach);
    edged.set(data.subarray(start, start + width), reach);
    edged.fill(data[start + width - 1], reach + width);
    blurRow(edged, across.subarray(start, start + width), kernel);
  }

  const down = new Float32Array(data.length);
  const blurRows = few ? nineDown : manyDown;
  const rows = new Int32Array(2 * reach + abreast);
  for (let y = 0; y < height; y += abreast) {
    for (let k = 0; k < rows.length; k++) rows[k] = Math.min(height - 1, Math.max(0, y - reach + k)) * width;
    blurRows(across, down, y * width, width, rows, kernel);
  }
  return { width, height, data: down };
}

/** Half a kernel, from its middle out; the whole of it adds up to one. */
function gaussianKernel(sigmaPx: number): Float32Array {
  const radius = Math.max(1, Math.ceil(3 * sigmaPx));
  const kernel = Float32Array.from({ length: Math.max(radius, fewTaps) + 1 }, (_, i) =>
    i > radius ? 0 : Math.exp((-i * i) / (2 * sigmaPx * sigmaPx)),
  );
  const total = kernel.reduce((sum, weight) => sum + 2 * weight, -kernel[0]);
  return kernel.map((weight) => weight / total);
}

/** Blurs a row that is repeated beyond its ends; each pixel is read once and handed on. */
function nineAcross(edged: Float32Array, to: Float32Array, kernel: Float32Array): void {
  const k0 = kernel[0];
  const k1 = kernel[1];
  const k2 = kernel[2];
  const k3 = kernel[3];
  const k4 = kernel[4];
  let a = edged[0];
  let b = edged[1];
  let c = edged[2];
  let d = edged[3];
  let e = edged[4];
  let f = edged[5];
  let g = edged[6];
  let h = edged[7];
  for (let x = 0; x < to.length; x++) {
    const i = edged[x + 2 * fewTaps];
    to[x] = k0 * e + k1 * (d + f) + k2 * (c + g) + k3 * (b + h) + k4 * (a + i);
    a = b;
    b = c;
    c = d;
    d = e;
    e = f;
    f = g;
    g = h;
    h = i;
  }
}

function manyAcross(edged: Float32Array, to: Float32Array, kernel: Float32Array): void {
  const radius = kernel.length - 1;
  const k0 = kernel[0];
  for (let x = 0; x < to.length; x += abreast) {
    const middle = x + radius;
    let l0 = edged[middle];
    let l1 = edged[middle + 1];
    let l2 = edged[middle + 2];
    let l3 = edged[middle + 3];
    let r0 = l0;
    let r1 = l1;
    let r2 = l2;
    let r3 = l3;
    let s0 = k0 * l0;
    let s1 = k0 * l1;
    let s2 = k0 * l2;
    let s3 = k0 * l3;
    for (let i = 1; i <= radius; i++) {
      const weight = kernel[i];
      l3 = l2;
      l2 = l1;
      l1 = l0;
      l0 = edged[middle - i];
      r0 = r1;
      r1 = r2;
      r2 = r3;
      r3 = edged[middle + 3 + i];
      s0 += weight * (l0 + r0);
      s1 += weight * (l1 + r1);
      s2 += weight * (l2 + r2);
      s3 += weight * (l3 + r3);
    }
    // What would lie beyond the end of the row is not written.
    to[x] = s0;
    to[x + 1] = s1;
    to[x + 2] = s2;
    to[x + 3] = s3;
  }
}

/** Blurs four rows at once, from the beginnings of the rows about them. */
function nineDown(
  from: Float32Array,
  to: Float32Array,
  own: number,
  width: number,
  rows: Int32Array,
  kernel: Float32Array,
): void {
  const k0 = kernel[0];
  const k1 = kernel[1];
  const k2 = kernel[2];
  const k3 = kernel[3];
  const k4 = kernel[4];
  const [ra, rb, rc, rd, re, rf, rg, rh, ri, rj, rk, rl] = rows;
  for (let x = 0; x < width; x++) {
    const a = from[ra + x];
    const b = from[rb + x];
    const c = from[rc + x];
    const d = from[rd + x];
    const e = from[re + x];
    const f = from[rf + x];
    const g = from[rg + x];
    const h = from[rh + x];
    const i = from[ri + x];
    const j = from[rj + x];
    const k = from[rk + x];
    const l = from[rl + x];
    const at = own + x;
    // What would lie beyond the last row is not written.
    to[at] = k0 * e + k1 * (d + f) + k2 * (c + g) + k3 * (b + h) + k4 * (a + i);
    to[at + width] = k0 * f + k1 * (e + g) + k2 * (d + h) + k3 * (c + i) + k4 * (b + j);
    to[at + 2 * width] = k0 * g + k1 * (f + h) + k2 * (e + i) + k3 * (d + j) + k4 * (c + k);
    to[at + 3 * width] = k0 * h + k1 * (g + i) + k2 * (f + j) + k3 * (e + k) + k4 * (d + l);
  }
}

function manyDown(
  from: Float32Array,
  to: Float32Array,
  own: number,
  width: number,
  rows: Int32Array,
  kernel: Float32Array,
): void {
  const radius = kernel.length - 1;
  const k0 = kernel[0];
  for (let x = 0; x < width; x++) {
    let l0 = from[rows[radius] + x];
    let l1 = from[rows[radius + 1] + x];
    let l2 = from[rows[radius + 2] + x];
    let l3 = from[rows[radius + 3] + x];
    let r0 = l0;
    let r1 = l1;
    let r2 = l2;
    let r3 = l3;
    let s0 = k0 * l0;
    let s1 = k0 * l1;
    let s2 = k0 * l2;
    let s3 = k0 * l3;
    for (let i = 1; i <= radius; i++) {
      const weight = kernel[i];
      l3 = l2;
      l2 = l1;
      l1 = l0;
      l0 = from[rows[radius - i] + x];
      r0 = r1;
      r1 = r2;
      r2 = r3;
      r3 = from[rows[radius + 3 + i] + x];
      s0 += weight * (l0 + r0);
      s1 += weight * (l1 + r1);
      s2 += weight * (l2 + r2);
      s3 += weight * (l3 + r3);
    }
    const at = own + x;
    to[at] = s0;
    to[at + width] = s1;
    to[at + 2 * width] = s2;
    to[at + 3 * width] = s3;
  }
}
