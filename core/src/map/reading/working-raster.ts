import { luminanceBlue, luminanceGreen, luminanceRed } from '../../colour/index.js';
import { linearOfWindow, type Picture, type PixelWindow, type Plane } from '../../raster/index.js';

/** The picture at the resolution the pencil needs: CIE X, Y and Z in linear light, 0–1, white being 1. */
export type WorkingRaster = { luminance: Plane; x: Plane; z: Plane; pxPerMm: number };

/** About two pixels fall on the width of the point: finer cannot be drawn. */
const pixelsPerPoint = 2;

/** Above this many pixels a map gains nothing a hand could follow. */
export const maxWorkingPixels = 6_000_000;

/** Sides of the working raster and its pixels per millimetre. */
export type WorkingSize = { width: number; height: number; pxPerMm: number };

/**
 * Chooses the working resolution: two pixels a point width, no finer than the picture itself, at most six
 * megapixels.
 *
 * @param window the part of the picture used, in its pixels
 * @param frameWidthMm width of the picture on the surface
 * @param frameHeightMm height of the picture on the surface
 * @param pencilMm width of the point
 * @param coarser so many times coarser each way than needed, for a quick look
 */
export function workingSize(
  window: PixelWindow,
  frameWidthMm: number,
  frameHeightMm: number,
  pencilMm: number,
  coarser = 1,
): WorkingSize {
  const sourcePxPerMm = Math.max(window.width / frameWidthMm, window.height / frameHeightMm);
  const most = Math.sqrt(maxWorkingPixels / (frameWidthMm * frameHeightMm));
  const wanted = Math.min(Math.min(pixelsPerPoint / pencilMm, most) / coarser, sourcePxPerMm);
  return {
    width: Math.max(1, Math.round(frameWidthMm * wanted)),
    height: Math.max(1, Math.round(frameHeightMm * wanted)),
    pxPerMm: Math.max(wanted, 1 / Math.max(frameWidthMm, frameHeightMm)),
  };
}

/** White of the sRGB primaries (D65), as the row sums of the matrix of IEC 61966-2-1. */
const whiteX = 0.4124 + 0.3576 + 0.1805;
const whiteZ = 0.0193 + 0.1192 + 0.9505;

/** Averages the window of the picture down to the working resolution, in linear light. */
export function workingRaster(picture: Picture, window: PixelWindow, size: WorkingSize): WorkingRaster {
  const { width, height, pxPerMm } = size;
  const [red, green, blue] = linearOfWindow(picture, window, width, height);
  // The channels become X, Y and Z in place.
  for (let i = 0; i < red.length; i++) {
    const [r, g, b] = [red[i], green[i], blue[i]];
    red[i] = (0.4124 * r + 0.3576 * g + 0.1805 * b) / whiteX;
    green[i] = luminanceRed * r + luminanceGreen * g + luminanceBlue * b;
    blue[i] = (0.0193 * r + 0.1192 * g + 0.9505 * b) / whiteZ;
  }
  const plane = (data: Float32Array): Plane => ({ width, height, data });
  return { x: plane(red), luminance: plane(green), z: plane(blue), pxPerMm };
}

/** Contours and shapes are looked for at about this many pixels a mm; their boundaries are placed more finely. */
const shapePxPerMm = 2.65;

/** On pixels no wider than this many of the working raster's. */
const coarsest = 2;

/** How many working pixels one pixel of the raster that shapes are found on spans each way. */
export function shapeStep(pxPerMm: number): number {
  return Math.max(1, Math.min(coarsest, Math.floor(pxPerMm / shapePxPerMm + 1e-6)));
}
