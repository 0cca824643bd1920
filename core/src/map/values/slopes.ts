import { gaussianBlur, type Plane } from '../../raster/index.js';

/** A tone that changes faster than this lies on the slope of an edge, not on a flat of its own (L\* per mm). */
const slopeLimit = 5;

/** The slope is looked at over about this distance, so that leftover noise does not count (mm). */
const lookMm = 0.25;

export type Slopes = {
  /** How steep the tone is at each pixel, 0–255 in quarters of the slope limit. */
  steepness: Uint8Array;
  /** 1 where the pixel lies on the slope of an edge. */
  onSlope: Uint8Array;
};

/**
 * Tells flats from slopes. Only flats say which value a place has; the pixels on the slope between two
 * flats pass through every value in between, and would otherwise draw false rims along each edge.
 *
 * @param quieted quieted L\* plane
 */
export function findSlopes(quieted: Plane, pxPerMm: number): Slopes {
  const { width, height } = quieted;
  const { data } = gaussianBlur(quieted, Math.max(0.7, lookMm * pxPerMm));
  const steepness = new Uint8Array(data.length);
  const onSlope = new Uint8Array(data.length);
  // Half the difference of two neighbours is L* per pixel; times pixels per mm it is L* per mm.
  const quarters = (0.5 * pxPerMm * 4) / slopeLimit;
  for (let y = 0; y < height; y++) {
    const above = y > 0 ? -width : 0;
    const below = y < height - 1 ? width : 0;
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const dx = data[x < width - 1 ? i + 1 : i] - data[x > 0 ? i - 1 : i];
      const dy = data[i + below] - data[i + above];
      const value = Math.sqrt(dx * dx + dy * dy) * quarters;
      steepness[i] = value > 255 ? 255 : value;
      onSlope[i] = value > 4 ? 1 : 0;
    }
  }
  return { steepness, onSlope };
}
