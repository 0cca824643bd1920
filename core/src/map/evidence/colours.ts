import { lightnessPlane } from '../../colour/index.js';
import { linearOfWindow, type Picture, type PixelWindow, type Plane } from '../../raster/index.js';

/** CIE L\*, a\* and b\* of a picture on one raster. */
export type LabPlanes = { lightness: Plane; a: Plane; b: Plane };

/** The raster that contours are looked for on, against the working raster. */
export type EvidenceSize = {
  width: number;
  height: number;
  /** Pixels of the working raster that one pixel spans each way. */
  step: number;
  pxPerMm: number;
};

/** White of the sRGB primaries (D65), as the row sums of the matrix of IEC 61966-2-1. */
const whiteX = 0.4124 + 0.3576 + 0.1805;
const whiteZ = 0.0193 + 0.1192 + 0.9505;

/** a\* = 500 (f(X) − f(Y)) and L\* = 116 f(Y) − 16: what f is of a value whose "lightness" is known. */
const f = (lightness: number) => (lightness + 16) / 116;

/**
 * L\*, a\* and b\* of part of a picture, averaged by area in linear light onto a raster whose pixels each cover
 * `step` × `step` of the working raster's.
 *
 * @param working sides of the working raster that covers the window
 */
export function labPlanes(
  picture: Picture,
  window: PixelWindow,
  working: { width: number; height: number },
  { width, height, step }: EvidenceSize,
): LabPlanes {
  // The last column and row may reach over the working raster: they average what there is.
  const whole = {
    ...window,
    width: (window.width * width * step) / working.width,
    height: (window.height * height * step) / working.height,
  };
  const { red, green, blue } = linearOfWindow(picture, whole, width, height);
  const count = width * height;
  const x = new Float32Array(count);
  const y = new Float32Array(count);
  const z = new Float32Array(count);
  for (let i = 0; i < count; i++) {
    const [r, g, b] = [red[i], green[i], blue[i]];
    x[i] = (0.4124 * r + 0.3576 * g + 0.1805 * b) / whiteX;
    y[i] = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    z[i] = (0.0193 * r + 0.1192 * g + 0.9505 * b) / whiteZ;
  }
  const lightness = lightnessPlane(y);
  const ofX = lightnessPlane(x);
  const ofZ = lightnessPlane(z);
  for (let i = 0; i < count; i++) {
    const own = f(lightness[i]);
    ofX[i] = 500 * (f(ofX[i]) - own);
    ofZ[i] = 200 * (own - f(ofZ[i]));
  }
  const plane = (data: Float32Array): Plane => ({ width, height, data });
  return { lightness: plane(lightness), a: plane(ofX), b: plane(ofZ) };
}
