import { averaged, extremes, gaussianBlur, median, fillNarrow, type Plane } from '../../raster/index.js';
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
};

/** What is known of a drawing's strokes when its tone is looked for. */
type KnownStrokes = {
  /** How wide they are, mm. */
  strokeMm: number;
  /** They are lighter than their paper. */
  lightOnDark: boolean;
};

/**
 * Takes the strokes out of a drawing and leaves its tone, beside the strokes as they lie on it.
 *
 * @param lightness L\* plane
 */
export function toneOf(lightness: Plane, pxPerMm: number, known: KnownStrokes): DrawingTone {
  const tone = withoutStrokes(lightness, pxPerMm, known);
  return {
    strokes: strokesOn(tone, lightness, known.lightOnDark),
    lightness: gaussianBlur(tone, roundedMm * pxPerMm),
  };
}

/**
 * How much of a sheet has tone on it, 0 to 1: differs clearly from the barest paper close by, strokes left out.
 *
 * @param lightness L\* plane
 */
export function tonedShare(lightness: Plane, pxPerMm: number, known: KnownStrokes): number {
  const tone = withoutStrokes(lightness, pxPerMm, known);
  const coarse = averaged(tone, Math.max(1, Math.round(pxPerMm)));
  const reach = Math.round(closeByMm * (coarse.width / tone.width) * pxPerMm);
  const paper = extremes(coarse, reach, known.lightOnDark ? 'smallest' : 'largest').data;
  const toned = coarse.data.reduce(
    (sum, value, i) => sum + (Math.abs(paper[i] - value) > minTone ? 1 : 0),
    0,
  );
  return toned / coarse.data.length;
}

/**
 * Fills in whatever is narrower than strokes are, from both sides of it (a grey closing; an opening, where the drawing is
 * light on dark).
 */
function withoutStrokes(lightness: Plane, pxPerMm: number, { strokeMm, lightOnDark }: KnownStrokes): Plane {
  const reach = Math.max(1, Math.round((beyondWidths * strokeMm + beyondMm) * pxPerMm));
  return fillNarrow(lightness, reach, lightOnDark ? 'smallest' : 'largest');
}

function strokesOn(tone: Plane, lightness: Plane, lightOnDark: boolean): Plane {
  const sign = lightOnDark ? -1 : 1;
  const paper = median(spread(tone.data));
  const data = new Float32Array(tone.data.length);
  for (let i = 0; i < data.length; i++) {
    const value = tone.data[i];
    const madeGood = Math.min(maxMadeGood, Math.max(1 / maxMadeGood, paper / Math.max(value, 1)));
    data[i] = sign * (value - lightness.data[i]) * madeGood;
  }
  // Filling in went to the lightest of the paper's tooth: bare paper is where most of the sheet is.
  const bare = median(spread(data));
  for (let i = 0; i < data.length; i++) data[i] -= bare;
  return { ...tone, data };
}
