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
  const { along, base } = linesThrough(values.data, guide.data, width, height, radius, slack);
  const slope = boxMean({ width, height, data: along }, radius).data;
  const offset = boxMean({ width, height, data: base }, radius).data;
  for (let i = 0; i < slope.length; i++) slope[i] = slope[i] * guide.data[i] + offset[i];
  return { width, height, data: slope };
}

/**
 * For the window around each pixel the straight line through the guide that fits the values best: its slope and
 * its value at 0. Sums of each column over the window's rows are kept, and run along the row.
 */
function linesThrough(
  p: Float32Array,
  g: Float32Array,
  width: number,
  height: number,
  radius: number,
  slack: number,
): { along: Float32Array; base: Float32Array } {
  const along = new Float32Array(p.length);
  const base = new Float32Array(p.length);
  // Four sums a column: guide, value, guide times value, guide squared.
  const column = new Float64Array(4 * width);
  const addRow = (y: number, sign: 1 | -1) => {
    for (let x = 0, i = y * width, c = 0; x < width; x++, i++, c += 4) {
      const guide = g[i];
      const value = sign * p[i];
      column[c] += sign * guide;
      column[c + 1] += value;
      column[c + 2] += guide * value;
      column[c + 3] += sign * guide * guide;
    }
  };
  for (let y = 0; y < Math.min(radius, height); y++) addRow(y, 1);
  for (let y = 0; y < height; y++) {
    if (y + radius < height) addRow(y + radius, 1);
    if (y > radius) addRow(y - radius - 1, -1);
    const rows = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    let sumG = 0;
    let sumP = 0;
    let sumGP = 0;
    let sumGG = 0;
    let columns = 0;
    for (let x = -radius, i = y * width - radius; x < width; x++, i++) {
      const entering = x + radius;
      if (entering < width) {
        const c = 4 * entering;
        sumG += column[c];
        sumP += column[c + 1];
        sumGP += column[c + 2];
        sumGG += column[c + 3];
        columns++;
      }
      if (x < 0) continue;
      const leaving = x - radius - 1;
      if (leaving >= 0) {
        const c = 4 * leaving;
        sumG -= column[c];
        sumP -= column[c + 1];
        sumGP -= column[c + 2];
        sumGG -= column[c + 3];
        columns--;
      }
      const share = 1 / (rows * columns);
      const meanG = sumG * share;
      const meanP = sumP * share;
      const slope = (sumGP * share - meanG * meanP) / (sumGG * share - meanG * meanG + slack);
      along[i] = slope;
      base[i] = meanP - slope * meanG;
    }
  }
  return { along, base };
}
