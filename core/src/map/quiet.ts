import { boxMean, gaussianBlur, type Plane } from '../raster/index.js';

/** At middling strength, steps of lightness closer than this are smoothed together (L\*). */
const middlingStep = 5;

/**
 * Edge-preserving smoothing: quiets texture, grain and noise finer than a given size and keeps the steps of
 * lightness that shapes are made of.
 *
 * A guided filter (He, Sun & Tang, "Guided image filtering", 2010) run twice: first guided by the picture
 * blurred, in which what is finer than the size is gone, then by the first result, which brings the edges
 * back (rolling guidance, Zhang et al. 2014). Within each window the result is the straight line through the
 * guide that fits the picture best, so that a flat becomes its mean and a step stays a step. Only running
 * sums are needed: cost is linear in the pixels, whatever the size.
 *
 * @param lightness L\* 0–100
 * @param sizePx size of what is to go, in pixels; 0 leaves the picture as it is
 * @param strength 0–1, how large a step of lightness may be and still count as texture
 */
export function quiet(lightness: Plane, sizePx: number, strength = 0.5): Plane {
  if (!(sizePx > 0.3)) return lightness;
  const radius = Math.max(1, Math.round(0.75 * sizePx));
  const slack = (2 * strength * middlingStep) ** 2 + 0.25;
  const first = guided(lightness, gaussianBlur(lightness, Math.min(4, 0.4 * sizePx)), radius, slack);
  return guided(lightness, first, radius, slack / 2);
}

/**
 * The straight line through `guide` that fits `values` best within each window, averaged over all windows a
 * pixel lies in.
 *
 * @param slack variance of the guide at which a window counts half as flat, half as step (L\*²)
 */
function guided(values: Plane, guide: Plane, radius: number, slack: number): Plane {
  const { width, height } = values;
  const n = values.data.length;
  const product = new Float32Array(n);
  const square = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const g = guide.data[i];
    product[i] = g * values.data[i];
    square[i] = g * g;
  }
  const meanGuide = boxMean(guide, radius).data;
  const meanValue = boxMean(values, radius).data;
  const meanProduct = boxMean({ width, height, data: product }, radius).data;
  const meanSquare = boxMean({ width, height, data: square }, radius).data;
  for (let i = 0; i < n; i++) {
    const g = meanGuide[i];
    const along = (meanProduct[i] - g * meanValue[i]) / (meanSquare[i] - g * g + slack);
    product[i] = along;
    square[i] = meanValue[i] - along * g;
  }
  const slope = boxMean({ width, height, data: product }, radius).data;
  const base = boxMean({ width, height, data: square }, radius).data;
  for (let i = 0; i < n; i++) slope[i] = slope[i] * guide.data[i] + base[i];
  return { width, height, data: slope };
}
