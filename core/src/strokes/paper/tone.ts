import { averaged, extremes, gaussianBlur, median, type Plane } from '../../raster/index.js';
import { spread } from './paper.js';

/** What is left of a stroke's blur is taken away with it: so many widths, and so many mm. */
const beyondWidths = 1;
const beyondMm = 0.3;

/** Corners that filling in leaves square are rounded over this, mm. */
const roundedMm = 0.25;

/** Tone differs from bare paper within so many mm by this, L\*: light that falls off changes less. */
const closeByMm = 30;
const minTone = 8;

/** How far strokes on dark tone are made good for it: ink on a wash of half the paper's lightness looks half as dark. */
const maxMadeGood = 2.5;

/** The tone of a drawing without its strokes. */
export type DrawingTone = {
  /** How much darker than the tone beneath them its strokes are, as far as they would be on bare paper, L\*. */
  strokes: Plane;
  /** L\* of the sheet as if nothing had been drawn on it but washes, shading and blacks. */
  lightness: Plane;
  /** The share of the sheet that has tone on it. */
  share: number;
};

/**
 * Takes the strokes out of a drawing and leaves its tone: whatever is narrower than strokes are is filled in from both
 * sides of it (a grey closing; an opening, where the drawing is light on dark).
 *
 * @param lightness L\* plane
 * @param strokeMm how wide its strokes are
 * @param lightOnDark whether they are lighter than their paper
 */
export function toneOf(
  lightness: Plane,
  pxPerMm: number,
  { strokeMm, lightOnDark }: { strokeMm: number; lightOnDark: boolean },
): DrawingTone {
  const reach = Math.max(1, Math.round((beyondWidths * strokeMm + beyondMm) * pxPerMm));
  const [away, back] = lightOnDark ? (['smallest', 'largest'] as const) : (['largest', 'smallest'] as const);
  const without = extremes(extremes(lightness, reach, away), reach, back);
  return {
    strokes: strokesOn(without, lightness, lightOnDark),
    lightness: gaussianBlur(without, roundedMm * pxPerMm),
    share: tonedShare(without, pxPerMm, away),
  };
}

/** How much of a sheet differs clearly from the barest paper close by. */
function tonedShare(tone: Plane, pxPerMm: number, barest: 'largest' | 'smallest'): number {
  const coarse = averaged(tone, Math.max(1, Math.round(pxPerMm)));
  const reach = Math.round(closeByMm * (coarse.width / tone.width) * pxPerMm);
  const paper = extremes(coarse, reach, barest).data;
  const toned = coarse.data.reduce(
    (sum, value, i) => sum + (Math.abs(paper[i] - value) > minTone ? 1 : 0),
    0,
  );
  return toned / coarse.data.length;
}

function strokesOn(tone: Plane, lightness: Plane, lightOnDark: boolean): Plane {
  const sign = lightOnDark ? -1 : 1;
  const paper = median(spread(tone.data, 40_000));
  const data = tone.data.map((value, i) => {
    const madeGood = Math.min(maxMadeGood, Math.max(1 / maxMadeGood, paper / Math.max(value, 1)));
    return sign * (value - lightness.data[i]) * madeGood;
  });
  // Filling in went to the lightest of the paper's tooth: bare paper is where most of the sheet is.
  const bare = median(spread(data, 40_000));
  return { ...tone, data: data.map((value) => value - bare) };
}
