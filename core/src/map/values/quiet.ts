import { gaussianBlur, type Plane } from '../../raster/index.js';

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
  const window = windowOn(width, height, radius);
  const { along, base } = linesThrough(values.data, guide.data, window, slack);
  return { width, height, data: averageLines(along, base, guide.data, window) };
}

/** A square window that slides over a plane; at the rim it is what lies on the plane. */
type Window = {
  width: number;
  height: number;
  radius: number;
  /** 1 over the columns of the window around each column, and over its rows around each row. */
  perColumn: Float64Array;
  perRow: Float64Array;
};

function windowOn(width: number, height: number, radius: number): Window {
  const per = (length: number) =>
    Float64Array.from(
      { length },
      (_, i) => 1 / (Math.min(length - 1, i + radius) - Math.max(0, i - radius) + 1),
    );
  return { width, height, radius, perColumn: per(width), perRow: per(height) };
}

/** Sums down each column over the window's rows, with empty columns beside the plane so that no side is special. */
const columnSums = ({ width, radius }: Window) => new Float64Array(width + 2 * radius + 1);

/** The rows that enter and leave the window when it comes to row y, as places in the plane, and whether they do. */
function turnover({ width, height, radius }: Window, y: number) {
  const enters = y + radius < height ? 1 : 0;
  const leaves = y - radius - 1 >= 0 ? 1 : 0;
  return {
    enters,
    leaves,
    entering: enters * (y + radius) * width,
    leaving: leaves * (y - radius - 1) * width,
  };
}

/**
 * For the window around each pixel the straight line through the guide that fits the values best: its slope and
 * its value at 0. Sums of each column over the window's rows are kept, and run along the row.
 */
function linesThrough(
  p: Float32Array,
  g: Float32Array,
  window: Window,
  slack: number,
): { along: Float32Array; base: Float32Array } {
  const { width, height, radius, perColumn, perRow } = window;
  const along = new Float32Array(p.length);
  const base = new Float32Array(p.length);
  const ofG = columnSums(window);
  const ofP = columnSums(window);
  const ofGP = columnSums(window);
  const ofGG = columnSums(window);
  const span = 2 * radius + 1;
  for (let y = -radius; y < height; y++) {
    const { enters, leaves, entering, leaving } = turnover(window, y);
    for (let x = 0, c = radius + 1; x < width; x++, c++) {
      const g1 = enters * g[entering + x];
      const p1 = enters * p[entering + x];
      const g0 = leaves * g[leaving + x];
      const p0 = leaves * p[leaving + x];
      ofG[c] += g1 - g0;
      ofP[c] += p1 - p0;
      ofGP[c] += g1 * p1 - g0 * p0;
      ofGG[c] += g1 * g1 - g0 * g0;
    }
    if (y < 0) continue;
    let sumG = 0;
    let sumP = 0;
    let sumGP = 0;
    let sumGG = 0;
    for (let c = radius + 1; c < span; c++) {
      sumG += ofG[c];
      sumP += ofP[c];
      sumGP += ofGP[c];
      sumGG += ofGG[c];
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      sumG += ofG[x + span] - ofG[x];
      sumP += ofP[x + span] - ofP[x];
      sumGP += ofGP[x + span] - ofGP[x];
      sumGG += ofGG[x + span] - ofGG[x];
      const share = perRow[y] * perColumn[x];
      const meanG = sumG * share;
      const meanP = sumP * share;
      const slope = (sumGP * share - meanG * meanP) / (sumGG * share - meanG * meanG + slack);
      along[i] = slope;
      base[i] = meanP - slope * meanG;
    }
  }
  return { along, base };
}

/** The value each pixel's guide has on the mean of the lines of all windows it lies in. */
function averageLines(
  along: Float32Array,
  base: Float32Array,
  guide: Float32Array,
  window: Window,
): Float32Array {
  const { width, height, radius, perColumn, perRow } = window;
  const out = new Float32Array(guide.length);
  const ofSlope = columnSums(window);
  const ofBase = columnSums(window);
  const span = 2 * radius + 1;
  for (let y = -radius; y < height; y++) {
    const { enters, leaves, entering, leaving } = turnover(window, y);
    for (let x = 0, c = radius + 1; x < width; x++, c++) {
      ofSlope[c] += enters * along[entering + x] - leaves * along[leaving + x];
      ofBase[c] += enters * base[entering + x] - leaves * base[leaving + x];
    }
    if (y < 0) continue;
    let slope = 0;
    let offset = 0;
    for (let c = radius + 1; c < span; c++) {
      slope += ofSlope[c];
      offset += ofBase[c];
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      slope += ofSlope[x + span] - ofSlope[x];
      offset += ofBase[x + span] - ofBase[x];
      out[i] = (slope * guide[i] + offset) * perRow[y] * perColumn[x];
    }
  }
  return out;
}
