import { averaged, gaussianBlur, wideBlurPx, type Plane } from '../../raster/index.js';
import type { LabPlanes } from '../reading/index.js';

/**
 * Everything that speaks for a boundary at a place: the picture's lightness and colour at three widths, how
 * steep they are, and how restless the surroundings are.
 */
export type Evidence = {
  width: number;
  height: number;
  pxPerMm: number;
  /** From finest to coarsest. */
  scales: readonly LabPlanes[];
  /** How much lightness and colour change at each pixel, at the finest scale, L\* a pixel. */
  steepness: Plane;
  /** Texture at each pixel: what is finer than the middling scale, L\*. */
  texture: Plane;
  /** Steepness averaged over a wide surrounding. */
  surround: Plane;
};

/** Half widths over which the two sides of a boundary are averaged, mm. */
export const scalesMm = [0.35, 0.7, 1.5] as const;

/** Colour is recorded less sharply than tone: it is never looked at more finely than this, mm. */
const finestColourMm = 0.45;

/** Finer than a pixel there is nothing but grain (half width, pixels). */
const finestPx = 1;

/** The surroundings are looked at over this, mm. */
const surroundMm = 1.1;

/** A unit of a\* or b\* is seen about as well as this much of L\*, near the middle of the gamut. */
export const colourShare = 0.7;

/** Gathers the evidence. */
export function gatherEvidence({ lightness, a, b }: LabPlanes, pxPerMm: number): Evidence {
  const { width, height } = lightness;
  const scales = scalesMm.map((mm) => {
    const colourPx = Math.max(mm * pxPerMm, finestColourMm * pxPerMm, finestPx);
    return {
      lightness: blurred(lightness, Math.max(mm * pxPerMm, finestPx)),
      a: blurred(a, colourPx),
      b: blurred(b, colourPx),
    };
  });
  const [fine, middling] = scales;
  const steepness = steepnessOf(fine, 1, colourShare);
  const rest = new Float32Array(width * height);
  const broad = middling.lightness.data;
  for (let i = 0; i < rest.length; i++) rest[i] = Math.abs(lightness.data[i] - broad[i]);
  return {
    width,
    height,
    pxPerMm,
    scales,
    steepness,
    texture: { width, height, data: rest },
    surround: blurred(steepness, surroundMm * pxPerMm),
  };
}

/** A Gaussian blur; a wide one on half the pixels, brought back by straight lines between their middles. */
function blurred(plane: Plane, sigmaPx: number): Plane {
  if (sigmaPx < wideBlurPx || Math.min(plane.width, plane.height) < 8) return gaussianBlur(plane, sigmaPx);
  // Averaging two by two and going back blur by 1/4 and 1/8 of a square pixel themselves.
  const small = blurred(averaged(plane, 2), Math.sqrt(sigmaPx * sigmaPx - 0.75) / 2);
  return doubled(small, plane.width, plane.height);
}

/** A plane on twice the pixels each way, by straight lines between their middles: the nearer counts three quarters. */
function doubled(small: Plane, width: number, height: number): Plane {
  const out = new Float32Array(width * height);
  const last = small.width - 1;
  // One column more on either side, so that the rim needs no care.
  const row = new Float32Array(small.width + 2);
  for (let y = 0; y < height; y++) {
    const near = Math.min(small.height - 1, y >> 1) * small.width;
    const beside = Math.min(small.height - 1, Math.max(0, (y >> 1) + (y & 1 ? 1 : -1))) * small.width;
    for (let x = 0; x <= last; x++) {
      row[x + 1] = 0.75 * small.data[near + x] + 0.25 * small.data[beside + x];
    }
    row[0] = row[1];
    row[last + 2] = row[last + 1];
    let i = y * width;
    for (let x = 1; x <= width >> 1; x++) {
      const own = 0.75 * row[x];
      out[i++] = own + 0.25 * row[x - 1];
      out[i++] = own + 0.25 * row[x + 1];
    }
    if (width & 1) out[i] = 0.75 * row[last + 1] + 0.25 * row[last];
  }
  return { width, height, data: out };
}

/**
 * Length of the gradient over lightness and colour together, after Di Zenzo (1986), by central differences.
 *
 * @param lightnessShare what a unit of L\* counts
 * @param chromaShare what a unit of a\* or b\* counts
 * @returns the units counted, a pixel
 */
export function steepnessOf(planes: LabPlanes, lightnessShare: number, chromaShare: number): Plane {
  const { width, height, data: l } = planes.lightness;
  const a = planes.a.data;
  const b = planes.b.data;
  const out = new Float32Array(width * height);
  const weigh = chromaShare ** 2 / 4;
  const own = lightnessShare ** 2 / 4;
  for (let y = 0; y < height; y++) {
    const above = y > 0 ? -width : 0;
    const below = y < height - 1 ? width : 0;
    const row = y * width;
    const end = row + width - 1;
    for (let i = row; i <= end; i++) {
      const before = i > row ? i - 1 : i;
      const after = i < end ? i + 1 : i;
      const lx = l[after] - l[before];
      const ly = l[i + below] - l[i + above];
      const ax = a[after] - a[before];
      const ay = a[i + below] - a[i + above];
      const bx = b[after] - b[before];
      const by = b[i + below] - b[i + above];
      out[i] = Math.sqrt(own * (lx * lx + ly * ly) + weigh * (ax * ax + ay * ay + bx * bx + by * by));
    }
  }
  return { width, height, data: out };
}
