import { averaged, gaussianBlur, type Plane } from '../../raster/index.js';
import type { LabPlanes } from './colours.js';

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
  /** How much lightness and colour change at each pixel, fine and middling scale together, L\* a pixel. */
  steepness: Plane;
  /** Texture at each pixel: what is finer than the middling scale, L\*. */
  texture: Plane;
  /** Steepness averaged over a wide surrounding. */
  surround: Plane;
};

/** Half widths over which the two sides of a boundary are averaged, mm. */
export const scalesMm = [0.3, 0.7, 1.5] as const;

/** Colour is recorded less sharply than tone: it is never looked at more finely than this, mm. */
const finestColourMm = 0.45;

/** The surroundings are looked at over this, mm. */
const surroundMm = 1.1;

/** A unit of a\* or b\* is seen about as well as this much of L\*, near the middle of the gamut. */
export const colourShare = 0.7;

/** Gathers the evidence. */
export function gatherEvidence({ lightness, a, b }: LabPlanes, pxPerMm: number): Evidence {
  const { width, height } = lightness;
  const scales = scalesMm.map((mm) => {
    const colourPx = Math.max(mm, finestColourMm) * pxPerMm;
    return {
      lightness: blurred(lightness, mm * pxPerMm),
      a: blurred(a, colourPx),
      b: blurred(b, colourPx),
    };
  });
  const [fine, middling] = scales;
  const steepness = add(steepnessOf(fine, 0.4), steepnessOf(middling, 1));
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

/** A wider blur than this loses nothing on half the pixels each way (standard deviation, pixels). */
const wideBlurPx = 2;

/** A Gaussian blur; a wide one on half the pixels, brought back by straight lines between their middles. */
function blurred(plane: Plane, sigmaPx: number): Plane {
  if (sigmaPx < wideBlurPx || Math.min(plane.width, plane.height) < 8) return gaussianBlur(plane, sigmaPx);
  // Averaging two by two and going back blur by 1/4 and 1/8 of a square pixel themselves.
  const small = blurred(averaged(plane, 2), Math.sqrt(sigmaPx * sigmaPx - 0.75) / 2);
  const { width, height } = plane;
  const out = new Float32Array(width * height);
  const row = new Float32Array(small.width);
  for (let y = 0; y < height; y++) {
    // The nearer of two rows counts three quarters.
    const near = Math.min(small.height - 1, y >> 1);
    const far = Math.min(small.height - 1, Math.max(0, near + (y & 1 ? 1 : -1)));
    const [a, b] = [near * small.width, far * small.width];
    for (let x = 0; x < small.width; x++) row[x] = 0.75 * small.data[a + x] + 0.25 * small.data[b + x];
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const own = x >> 1;
      const beside = own + (x & 1 ? 1 : -1);
      out[i] =
        0.75 * row[own] + 0.25 * row[beside < 0 ? 0 : beside >= small.width ? small.width - 1 : beside];
    }
  }
  return { width, height, data: out };
}

/** Length of the gradient over lightness and colour together, after Di Zenzo (1986), by central differences. */
function steepnessOf({ lightness, a, b }: LabPlanes, share: number): Plane {
  const { width, height } = lightness;
  const out = new Float32Array(width * height);
  const weigh = (colourShare * share) ** 2 / 4;
  const own = share ** 2 / 4;
  for (let y = 0; y < height; y++) {
    const above = y > 0 ? -width : 0;
    const below = y < height - 1 ? width : 0;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const before = x > 0 ? i - 1 : i;
      const after = x < width - 1 ? i + 1 : i;
      const lx = lightness.data[after] - lightness.data[before];
      const ly = lightness.data[i + below] - lightness.data[i + above];
      const ax = a.data[after] - a.data[before];
      const ay = a.data[i + below] - a.data[i + above];
      const bx = b.data[after] - b.data[before];
      const by = b.data[i + below] - b.data[i + above];
      out[i] = Math.sqrt(own * (lx * lx + ly * ly) + weigh * (ax * ax + ay * ay + bx * bx + by * by));
    }
  }
  return { width, height, data: out };
}

function add(one: Plane, other: Plane): Plane {
  return { ...one, data: one.data.map((value, i) => value + other.data[i]) };
}
