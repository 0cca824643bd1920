import type { ThinLine } from './thin-line.js';
import { polylineLength, smoothedRun } from '../../geometry/index.js';
import type { Plane } from '../../raster/index.js';
import { findCrests, wantedCrests, type Crest, type Taken } from './crests.js';
import { linked } from './linked.js';

export type ThinLineOptions = {
  /** Half the width of the thinnest lines looked for, pixels. Wider ones up to four times that are found too. */
  halfWidthPx: number;
  /** Shorter lines are left out, pixels. */
  shortestPx: number;
  /** No line stands out by less than this anywhere (L\*) … */
  standsOut: number;
  /** … and one begins only where it stands out by this much too, L\*, when given; it is followed down to half of that. */
  beginsFrom?: (x: number, y: number) => number;
  /** Whether no line is wanted at a pixel, such as beside a boundary that is drawn anyway. */
  taken: Taken;
};

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
  return linesOnCrests(findCrests(lightness, options), options);
}

/** The same from crests already found. */
export function linesOnCrests(crests: Crest, options: Omit<ThinLineOptions, 'halfWidthPx'>): ThinLine[] {
  const { width, height } = crests;
  if (width < 5 || height < 5) return [];
  const crest = wantedCrests(crests, options.taken);
  const { standsOut, beginsFrom = () => standsOut } = options;
  const minAt = (i: number) => Math.max(standsOut, beginsFrom(i % width, Math.floor(i / width)));
  const order: number[] = [];
  for (let i = 0; i < crest.strength.length; i++) {
    const strength = crest.strength[i];
    if (strength >= standsOut && strength >= minAt(i)) order.push(i);
  }
  order.sort((a, b) => crest.strength[b] - crest.strength[a] || a - b);
  const used = new Uint8Array(crest.strength.length);
  const runs: number[][] = [];
  for (const start of order) {
    if (used[start]) continue;
    const walk = { crest, used, width, height, faintest: minAt(start) / 2 };
    const ahead = follow(walk, start, 1);
    const behind = follow(walk, start, -1);
    const run = [...behind.reverse(), start, ...ahead];
    if (run.length >= 3) runs.push(withoutTips(run));
  }
  const found = runs.map((run) => toLine(run, crest, width));
  return linked(found, options.shortestPx).filter(
    ({ points }) => polylineLength(points) >= options.shortestPx,
  );
}

/** Beyond its tip a line still answers, and turns aside: so many pixels at each end are not trusted. */
const tipPx = 3;

function withoutTips(run: number[]): number[] {
  return run.length > 4 * tipPx ? run.slice(tipPx, -tipPx) : run;
}

function toLine(run: readonly number[], crest: Crest, width: number): ThinLine {
  const points = new Float64Array(2 * run.length);
  let strength = 0;
  let sigma = 0;
  run.forEach((i, k) => {
    points[2 * k] = (i % width) + 0.5 + crest.offsetX[i];
    points[2 * k + 1] = Math.floor(i / width) + 0.5 + crest.offsetY[i];
    strength += crest.strength[i];
    sigma += crest.sigma[i];
  });
  // A bar answers most strongly at the scale of its half width over √3.
  return {
    points: smoothedRun(points, false, smoothedOver),
    contrast: strength / run.length,
    widthPx: (2 * Math.sqrt(3) * sigma) / run.length,
  };
}

/** Wobble from pixel to pixel is noise: standard deviation of the smoothing along the line, pixels. */
const smoothedOver = 1.5;

/** What a line is followed on: the crests, which pixels are spoken for, and how faint a crest may become. */
type Walk = { crest: Crest; used: Uint8Array; width: number; height: number; faintest: number };

/** Walks along a line from pixel to pixel until it fades, turns sharply or meets one already found. */
function follow({ crest, used, width, height, faintest }: Walk, start: number, sense: 1 | -1): number[] {
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
