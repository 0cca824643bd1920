import { lightnessPlane } from '../../colour/index.js';
import { averaged, softened, type Plane } from '../../raster/index.js';
import type { WorkingRaster } from './working-raster.js';

/** CIE L\*, a\* and b\* of a picture on one raster. */
export type LabPlanes = { lightness: Plane; a: Plane; b: Plane };
export type ColourPlanes = Pick<LabPlanes, 'a' | 'b'>;

/** a\* = 500 (f(X) − f(Y)) and L\* = 116 f(Y) − 16: what f is of a value whose "lightness" is known. */
const f = (lightness: number) => (lightness + 16) / 116;

/**
 * L\*, a\* and b\* of a picture, averaged by area in linear light.
 *
 * @param step pixels of the working raster that one pixel of the result spans each way
 */
export function labPlanes({ luminance, x, z }: WorkingRaster, step: number): LabPlanes {
  const { width, height, data } = averaged(luminance, step);
  const lightness = lightnessPlane(data);
  const a = lightnessPlane(averaged(x, step).data);
  const b = lightnessPlane(averaged(z, step).data);
  for (let i = 0; i < lightness.length; i++) {
    const own = f(lightness[i]);
    a[i] = 500 * (f(a[i]) - own);
    b[i] = 200 * (own - f(b[i]));
  }
  const plane = (values: Float32Array): Plane => ({ width, height, data: values });
  return { lightness: plane(lightness), a: plane(a), b: plane(b) };
}

/** The eye sees colour less sharply than tone: standard deviation of the smoothing, mm. */
const colourBlurMm = 0.35;

/** a\* and b\* of a picture as the eye takes them in, which is less sharply than tone. */
export function softColours(raster: WorkingRaster): ColourPlanes {
  const { a, b } = labPlanes(raster, 1);
  const blurPx = colourBlurMm * raster.pxPerMm;
  return { a: softened(a, blurPx).plane, b: softened(b, blurPx).plane };
}
