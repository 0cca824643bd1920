import { gaussianBlur, type Plane } from '../raster/index.js';

/** A thin dark or light line down its middle. */
export type ThinLine = {
  /** x0, y0, x1, y1 … in pixels. */
  points: Float64Array;
  /** How far it stands out from both sides, L\*. */
  contrast: number;
};

export type ThinLineOptions = {
  /** Half the width of the lines looked for, pixels. */
  halfWidthPx: number;
  /** Shorter lines are left out, pixels. */
  shortestPx: number;
  /** A line begins where it stands out by this much, and is followed down to half of it (L\*). */
  standsOut: number;
  /** 1 where no line is wanted, such as beside a boundary that is drawn anyway. */
  taken: Uint8Array;
};

/** What the second derivatives say at each pixel: how line-like it is, which way it runs, where its middle is. */
type Crest = {
  strength: Float32Array;
  /** Unit direction along the line. */
  alongX: Float32Array;
  alongY: Float32Array;
  /** The line's middle, from the pixel's centre. */
  offsetX: Float32Array;
  offsetY: Float32Array;
};

/** A pixel belongs to a line when the line's middle passes through it, with a little to spare. */
const insidePixel = 0.6;

/**
 * Finds thin lines (wires, stems, cracks) to a fraction of a pixel, each as a single line down its middle.
 *
 * A line shows as a large second derivative across it and none of the first at its middle (Steger, "An
 * unbiased detector of curvilinear structures", 1998); its middle is where a parabola through the pixel and
 * its neighbours has its top. Points are linked along their own direction, strongest first.
 *
 * @param lightness L\* plane
 * @returns lines in pixels, in the order of their strongest points
 */
export function findThinLines(lightness: Plane, options: ThinLineOptions): ThinLine[] {
  const { width, height } = lightness;
  if (width < 5 || height < 5) return [];
  const crest = findCrests(lightness, options);
  const order = Array.from(crest.strength.keys())
    .filter((i) => crest.strength[i] >= options.standsOut)
    .sort((a, b) => crest.strength[b] - crest.strength[a] || a - b);
  const used = Uint8Array.from(options.taken);
  const lines: ThinLine[] = [];
  for (const start of order) {
    if (used[start]) continue;
    const ahead = follow(crest, used, width, height, start, 1, options.standsOut / 2);
    const behind = follow(crest, used, width, height, start, -1, options.standsOut / 2);
    const run = [...behind.reverse(), start, ...ahead];
    if (run.length < Math.max(3, options.shortestPx)) continue;
    lines.push({
      points: Float64Array.from(
        run.flatMap((i) => [
          (i % width) + 0.5 + crest.offsetX[i],
          Math.floor(i / width) + 0.5 + crest.offsetY[i],
        ]),
      ),
      contrast: run.reduce((sum, i) => sum + crest.strength[i], 0) / run.length,
    });
  }
  return lines;
}

function findCrests(lightness: Plane, { halfWidthPx, standsOut }: ThinLineOptions): Crest {
  const { width, height } = lightness;
  // The scale at which a bar of that half width answers most strongly.
  const sigma = Math.max(0.8, halfWidthPx / Math.sqrt(3));
  const { data } = gaussianBlur(lightness, sigma);
  const n = data.length;
  const crest: Crest = {
    strength: new Float32Array(n),
    alongX: new Float32Array(n),
    alongY: new Float32Array(n),
    offsetX: new Float32Array(n),
    offsetY: new Float32Array(n),
  };
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const xx = data[i - 1] - 2 * data[i] + data[i + 1];
      const yy = data[i - width] - 2 * data[i] + data[i + width];
      const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
      const half = (xx + yy) / 2;
      const spread = Math.hypot((xx - yy) / 2, xy);
      const most = half >= 0 ? half + spread : half - spread;
      const strength = Math.abs(most) * sigma * sigma;
      if (strength < standsOut / 2) continue;
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
    }
  }
  return crest;
}

/** Walks along a line from pixel to pixel until it fades, turns sharply or meets one already found. */
function follow(
  crest: Crest,
  used: Uint8Array,
  width: number,
  height: number,
  start: number,
  sense: 1 | -1,
  faintest: number,
): number[] {
  const run: number[] = [];
  let at = start;
  let headingX = sense * crest.alongX[start];
  let headingY = sense * crest.alongY[start];
  used[start] = 1;
  for (;;) {
    let best = -1;
    let bestScore = -Infinity;
    const x = at % width;
    const y = Math.floor(at / width);
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const nextX = x + dx;
        const nextY = y + dy;
        if ((dx === 0 && dy === 0) || nextX < 0 || nextY < 0 || nextX >= width || nextY >= height) continue;
        const next = nextY * width + nextX;
        if (used[next] || crest.strength[next] < faintest) continue;
        const stepX = dx + crest.offsetX[next] - crest.offsetX[at];
        const stepY = dy + crest.offsetY[next] - crest.offsetY[at];
        const length = Math.hypot(stepX, stepY) || 1;
        const forwards = (stepX * headingX + stepY * headingY) / length;
        const alike = Math.abs(crest.alongX[next] * headingX + crest.alongY[next] * headingY);
        if (forwards < 0.5 || alike < 0.7) continue;
        const score = forwards + alike - 0.2 * length;
        if (score > bestScore) {
          bestScore = score;
          best = next;
        }
      }
    }
    if (best === -1) return run;
    const turn = crest.alongX[best] * headingX + crest.alongY[best] * headingY >= 0 ? 1 : -1;
    headingX = turn * crest.alongX[best];
    headingY = turn * crest.alongY[best];
    // The line's other pixels beside its course are spoken for.
    for (const beside of [at - 1, at + 1, at - width, at + width]) {
      if (beside >= 0 && beside < used.length && beside !== best) used[beside] = 1;
    }
    used[best] = 1;
    run.push(best);
    at = best;
  }
}
