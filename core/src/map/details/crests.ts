import { softened, type Plane } from '../../raster/index.js';

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
  for (const scale of scales) addScale(crest, lightness, finest * scale, standsOut / 2);
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

/** Keeps at each pixel the answer of the scale that answers most strongly. */
function addScale(crest: Crest, lightness: Plane, wantedPx: number, faintest: number): void {
  const { width, height } = lightness;
  const {
    plane: { data },
    sigmaPx: sigma,
  } = softened(lightness, wantedPx);
  const square = sigma * sigma;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const xx = data[i - 1] - 2 * data[i] + data[i + 1];
      const yy = data[i - width] - 2 * data[i] + data[i + width];
      const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
      if ((Math.abs(xx) + Math.abs(yy) + 2 * Math.abs(xy)) * square < faintest) continue;
      const half = (xx + yy) / 2;
      const spread = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
      const most = half >= 0 ? half + spread : half - spread;
      const strength = Math.abs(most) * square;
      if (strength < faintest || strength <= clearlyWider * crest.strength[i]) continue;
      // Direction across the line: the eigenvector of the larger curvature.
      const angle = 0.5 * Math.atan2(2 * xy, xx - yy) + (most === half + spread ? 0 : Math.PI / 2);
      const nx = Math.cos(angle);
      const ny = Math.sin(angle);
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      const t = -(dx * nx + dy * ny) / most;
      if (Math.abs(t * nx) > insidePixel || Math.abs(t * ny) > insidePixel) continue;
      crest.strength[i] = strength;
      crest.alongX[i] = -ny;
      crest.alongY[i] = nx;
      crest.offsetX[i] = t * nx;
      crest.offsetY[i] = t * ny;
      crest.sigma[i] = sigma;
    }
  }
}
