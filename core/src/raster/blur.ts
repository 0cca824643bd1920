import type { Plane } from './picture.js';

/** A wider blur than this loses nothing on half the pixels each way (standard deviation, pixels). */
export const wideBlurPx = 1.6;

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
  const reach = kernel.length - 1;
  const blur = reach === fewTaps ? blurByNine : blurByMany;

  // Of the rows that were blurred across only those that are still to be blurred down are held.
  const held = 2 * reach + abreast;
  const across = new Float32Array(held * width);
  const edged = new Float32Array(width + held);
  const columns = Int32Array.from({ length: held }, (_, k) => k);
  const blurAcross = (y: number) => {
    const start = y * width;
    edged.fill(data[start], 0, reach);
    edged.set(data.subarray(start, start + width), reach);
    edged.fill(data[start + width - 1], reach + width);
    const first = (y % held) * width;
    const to = across.subarray(first, first + width);
    blur(edged, columns, { to, width, step: abreast, apart: 1 }, kernel);
  };

  const down = new Float32Array(data.length);
  const rows = new Int32Array(held);
  let blurred = 0;
  for (let y = 0; y < height; y += abreast) {
    while (blurred < height && blurred < y + abreast + reach) blurAcross(blurred++);
    for (let k = 0; k < held; k++)
      rows[k] = (Math.min(height - 1, Math.max(0, y - reach + k)) % held) * width;
    const to = down.subarray(y * width, (y + abreast) * width);
    blur(across, rows, { to, width, step: 1, apart: width }, kernel);
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

/**
 * Where blurred pixels go: four at once, `apart` from each other, then the four `step` further on, as far as the plane
 * is wide. What would lie beyond the end is not written.
 */
type Places = { to: Float32Array; width: number; step: number; apart: number };

/**
 * Blurs pixels by a kernel of nine.
 *
 * @param starts where the neighbours of the first four lie, from the furthest before the first to the furthest behind the fourth
 */
function blurByNine(
  from: Float32Array,
  starts: Int32Array,
  { to, width, step, apart }: Places,
  kernel: Float32Array,
): void {
  const k0 = kernel[0];
  const k1 = kernel[1];
  const k2 = kernel[2];
  const k3 = kernel[3];
  const k4 = kernel[4];
  const [sa, sb, sc, sd, se, sf, sg, sh, si, sj, sk, sl] = starts;
  for (let x = 0; x < width; x += step) {
    const a = from[sa + x];
    const b = from[sb + x];
    const c = from[sc + x];
    const d = from[sd + x];
    const e = from[se + x];
    const f = from[sf + x];
    const g = from[sg + x];
    const h = from[sh + x];
    const i = from[si + x];
    const j = from[sj + x];
    const k = from[sk + x];
    const l = from[sl + x];
    to[x] = k0 * e + k1 * (d + f) + k2 * (c + g) + k3 * (b + h) + k4 * (a + i);
    to[x + apart] = k0 * f + k1 * (e + g) + k2 * (d + h) + k3 * (c + i) + k4 * (b + j);
    to[x + 2 * apart] = k0 * g + k1 * (f + h) + k2 * (e + i) + k3 * (d + j) + k4 * (c + k);
    to[x + 3 * apart] = k0 * h + k1 * (g + i) + k2 * (f + j) + k3 * (e + k) + k4 * (d + l);
  }
}

/** The same by a longer kernel: what lies before the four and behind them is handed on from one to the next. */
function blurByMany(
  from: Float32Array,
  starts: Int32Array,
  { to, width, step, apart }: Places,
  kernel: Float32Array,
): void {
  const reach = kernel.length - 1;
  const k0 = kernel[0];
  for (let x = 0; x < width; x += step) {
    let l0 = from[starts[reach] + x];
    let l1 = from[starts[reach + 1] + x];
    let l2 = from[starts[reach + 2] + x];
    let l3 = from[starts[reach + 3] + x];
    let r1 = l1;
    let r2 = l2;
    let r3 = l3;
    let s0 = k0 * l0;
    let s1 = k0 * l1;
    let s2 = k0 * l2;
    let s3 = k0 * l3;
    for (let i = 1; i <= reach; i++) {
      const weight = kernel[i];
      l3 = l2;
      l2 = l1;
      l1 = l0;
      l0 = from[starts[reach - i] + x];
      const r0 = r1;
      r1 = r2;
      r2 = r3;
      r3 = from[starts[reach + 3 + i] + x];
      s0 += weight * (l0 + r0);
      s1 += weight * (l1 + r1);
      s2 += weight * (l2 + r2);
      s3 += weight * (l3 + r3);
    }
    to[x] = s0;
    to[x + apart] = s1;
    to[x + 2 * apart] = s2;
    to[x + 3 * apart] = s3;
  }
}
