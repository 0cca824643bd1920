import { averaged, softened, wideBlurPx, type Plane } from '../../raster/index.js';

/** What the second derivatives say at each pixel: how line-like it is, which way it runs, where its middle is. */
export type Crest = {
  width: number;
  height: number;
  strength: Float32Array;
  /** Unit direction along the line. */
  alongX: Float32Array;
  alongY: Float32Array;
  /** The line's middle, from the pixel's centre. */
  offsetX: Float32Array;
  offsetY: Float32Array;
  /** Scale at which the line answers most strongly, pixels. */
  sigma: Float32Array;
};

/** Scales looked at, as multiples of the finest. */
const scales = [1, 2, 4];

/** A pixel belongs to a line when the line's middle passes through it, with a little to spare. */
const insidePixel = 0.6;

/** Whether no crest is wanted at a place, for one that answers at a scale (standard deviation, pixels). */
export type Taken = (x: number, y: number, sigmaPx: number) => boolean;

export type CrestOptions = { halfWidthPx: number; standsOut: number };

/**
 * Finds the crests of a plane: its ridges and valleys.
 *
 * @param options half the width of the thinnest crest looked for, and how far it must stand out
 */
export function findCrests(lightness: Plane, { halfWidthPx, standsOut }: CrestOptions): Crest {
  const { width, height } = lightness;
  const n = width * height;
  const crest: Crest = {
    width,
    height,
    strength: new Float32Array(n),
    alongX: new Float32Array(n),
    alongY: new Float32Array(n),
    offsetX: new Float32Array(n),
    offsetY: new Float32Array(n),
    sigma: new Float32Array(n),
  };
  // The scale at which a bar of that half width answers most strongly.
  const finest = Math.max(0.8, halfWidthPx / Math.sqrt(3));
  for (const scale of scales) {
    const sigmaPx = finest * scale;
    addScale(crest, lightness, sigmaPx, sigmaPx < wideBlurPx ? 1 : 2, standsOut / 2);
  }
  return crest;
}

/** The crests that are wanted: those that lie where something else is drawn are gone. */
export function wantedCrests(crest: Crest, taken: Taken): Crest {
  const { width } = crest;
  const strength = crest.strength.slice();
  for (let i = 0; i < strength.length; i++) {
    if (strength[i] > 0 && taken(i % width, Math.floor(i / width), crest.sigma[i])) strength[i] = 0;
  }
  return { ...crest, strength };
}

/** A wider scale must answer this much more strongly, as its answers are less exact in place. */
const clearlyWider = 1.25;

/**
 * Keeps at each pixel the answer of the scale that answers most strongly.
 *
 * @param step pixels taken as one each way while looking
 */
function addScale(crest: Crest, lightness: Plane, wantedPx: number, step: 1 | 2, faintest: number): void {
  // Pixels averaged blur by (step² − 1) / 12 of a square pixel themselves.
  const own = Math.sqrt(wantedPx * wantedPx - (step * step - 1) / 12) / step;
  const { plane, sigmaPx } = softened(averaged(lightness, step), own);
  const { width, height, data } = plane;
  const square = sigmaPx * sigmaPx;
  const least = faintest / square;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const xx = data[i - 1] - 2 * data[i] + data[i + 1];
      const yy = data[i - width] - 2 * data[i] + data[i + width];
      const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
      if (Math.abs(xx) + Math.abs(yy) + 2 * Math.abs(xy) < least) continue;
      const half = (xx + yy) / 2;
      const aslant = (xx - yy) / 2;
      const spread = Math.sqrt(aslant * aslant + xy * xy);
      const most = half >= 0 ? half + spread : half - spread;
      const strength = Math.abs(most) * square;
      if (strength < faintest) continue;
      if (step === 1 && strength <= clearlyWider * crest.strength[y * crest.width + x]) continue;
      const { nx, ny } = acrossOf(xx, yy, xy, most);
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      const t = (-step * (dx * nx + dy * ny)) / most;
      keepStronger(crest, { strength, nx, ny, t, sigma: step * sigmaPx }, step * x, step * y, step);
    }
  }
}

/** Unit direction across a line: the eigenvector of its larger curvature, `most`, of the second derivatives. */
function acrossOf(xx: number, yy: number, xy: number, most: number): { nx: number; ny: number } {
  // Of the two ways to write it the longer one loses nothing.
  const isWider = xx >= yy === most >= (xx + yy) / 2;
  const nx = isWider ? most - yy : xy;
  const ny = isWider ? xy : most - xx;
  const length = Math.sqrt(nx * nx + ny * ny);
  return length === 0 ? { nx: 1, ny: 0 } : { nx: nx / length, ny: ny / length };
}

type Answer = { strength: number; nx: number; ny: number; t: number; sigma: number };

/** Keeps an answer at those of the pixels it was looked for on as one that the line's middle passes through. */
function keepStronger(
  crest: Crest,
  { strength, nx, ny, t, sigma }: Answer,
  x: number,
  y: number,
  step: 1 | 2,
): void {
  for (let down = 0; down < step; down++) {
    for (let right = 0; right < step; right++) {
      const at = (y + down) * crest.width + x + right;
      if (strength <= clearlyWider * crest.strength[at]) continue;
      // From this pixel's middle instead of the middle of them all.
      const off = t - nx * (right - (step - 1) / 2) - ny * (down - (step - 1) / 2);
      if (Math.abs(off * nx) > insidePixel || Math.abs(off * ny) > insidePixel) continue;
      crest.strength[at] = strength;
      crest.alongX[at] = -ny;
      crest.alongY[at] = nx;
      crest.offsetX[at] = off * nx;
      crest.offsetY[at] = off * ny;
      crest.sigma[at] = sigma;
    }
  }
}
