import type { Plane } from '../raster/index.js';
import { depthsOf, drawnDarkness, paperNoise } from './ink-mask.js';
import { evenPaper } from './paper.js';

/** What a picture is, as far as its tones tell. */
export type ToldPicture = {
  kind: 'drawing' | 'photograph';
  /** How sure that is, 0.5–1. */
  certainty: number;
};

/** What is read off a picture to tell a drawing from a photograph. */
type DrawingSigns = {
  /** Share of the picture that is bare paper. */
  bare: number;
  /** Share of what stands out of it that does not lie deep in something wide. */
  thin: number;
  /** Share that stands out to the other side: lighter than the paper of a dark drawing. */
  other: number;
  /** How much the tone of the ground changes over 6 mm, L\*: paper hardly does. */
  restless: number;
};

/** Bare paper strays from its tone by no more than this, L\*: tooth, show-through and the noise of a camera. */
const maxStray = 3;

/** Ink deeper than this lies in the middle of something wider than the strokes of most tools, mm. */
const deepInkMm = 1.25;

/** Reads the signs off a picture. */
function readSigns(lightness: Plane, pxPerMm: number): DrawingSigns {
  const { plane, restless } = evenPaper(lightness, pxPerMm);
  const { width, height, data } = plane;
  const noise = Math.min(maxStray, Math.max(0.7, paperNoise(plane)));
  const stands = Math.max(3 * noise, 0.25 * drawnDarkness(plane, noise));
  const mask = { width, height, data: new Uint8Array(data.length) };
  let [bare, other] = [0, 0];
  for (let i = 0; i < data.length; i++) {
    const off = data[i];
    if (off > stands) mask.data[i] = 1;
    if (off < 3 * noise && off > -3 * noise) bare++;
    else if (off < -4 * noise) other++;
  }
  const depths = depthsOf(mask);
  const deep = deepInkMm * pxPerMm;
  let [ink, wide] = [0, 0];
  for (let i = 0; i < data.length; i++) {
    if (!mask.data[i]) continue;
    ink++;
    if (depths[i] > deep) wide++;
  }
  return {
    bare: bare / data.length,
    thin: ink === 0 ? 0 : 1 - wide / ink,
    other: other / data.length,
    restless,
  };
}

/**
 * What the signs say together. How much each counts, and from where on, is fitted by eye to drawings with five tools and
 * photographs of all kinds.
 */
const sumOf = ({ bare, thin, other, restless }: DrawingSigns) =>
  12 * (bare - 0.85) + 5 * (thin - 0.85) - 25 * other - 0.7 * (restless - 2.2);

/** What the signs of a drawing add up to, at least; from there on certainty grows as a logistic curve. */
const drawingFrom = 1.7;
const sureness = 2.5;

/** A sheet is no narrower, mm. */
const minSideMm = 25;

/** Tells a drawing on paper from a photograph of things. */
export function tellDrawing(lightness: Plane, pxPerMm: number): ToldPicture {
  // Of a strip or a stamp too little is seen to take it for anything special.
  if (Math.min(lightness.width, lightness.height) < minSideMm * pxPerMm)
    return { kind: 'photograph', certainty: 0.5 };
  const sum = sumOf(readSigns(lightness, pxPerMm));
  const drawing = 1 / (1 + Math.exp(-sureness * (sum - drawingFrom)));
  return drawing >= 0.5
    ? { kind: 'drawing', certainty: drawing }
    : { kind: 'photograph', certainty: 1 - drawing };
}
