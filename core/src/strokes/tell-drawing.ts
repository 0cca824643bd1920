import type { Plane } from '../raster/index.js';
import { depthsOf, drawnDarkness, paperNoise } from './ink/ink-mask.js';
import { evenPaper, spread } from './paper/paper.js';

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
  /** Share of what differs from the commonest tone that has neither the one tone of ink nor lies at its rim, 0–1. */
  shaded: number;
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
    shaded: shadedShare(lightness, pxPerMm),
  };
}

/** Ink on its paper differs from it by more than this where a drawing is all in one tone, L\*. */
const minContrast = 25;

/** A tone this near the paper's is the paper's, L\*, and one this near the ink's, as a share of their contrast, is the ink's. */
const paperStray = 4;
const inkStray = 0.2;

/** What has more shading than this share is no line art. */
const maxShaded = 0.1;

/** A look at few pixels that finds this share has found more than that. */
const surelyShaded = 0.3;

/** A rim between two tones is no wider on either side, pixels. */
const rimPx = 2;

/**
 * How much of what is no paper is shaded: in line art that was printed, drawn with a computer or scanned to black and
 * white there is none, however thick its lines and large its blacks. A flat shape, which is mass and no line, counts as
 * shaded.
 */
function shadedShare(lightness: Plane, pxPerMm: number): number {
  const { width, height, data } = lightness;
  const some = Float64Array.from(spread(data, 40_000)).sort();
  const paper = some[some.length >> 1];
  const [darkest, lightest] = [some[Math.floor(0.002 * some.length)], some[Math.floor(0.998 * some.length)]];
  const outmost = paper - darkest > lightest - paper ? darkest : lightest;
  const contrast = Math.abs(outmost - paper);
  if (contrast < minContrast) return 1;
  const isPaper = (i: number) => Math.abs(data[i] - paper) < paperStray;
  const isInk = (i: number) => Math.abs(data[i] - outmost) < inkStray * contrast;
  const isRim = (x: number, y: number) => {
    let [byPaper, byInk] = [false, false];
    for (let v = Math.max(0, y - rimPx); v <= Math.min(height - 1, y + rimPx); v++)
      for (let u = Math.max(0, x - rimPx); u <= Math.min(width - 1, x + rimPx); u++) {
        const i = v * width + u;
        byPaper ||= isPaper(i);
        byInk ||= isInk(i);
        if (byPaper && byInk) return true;
      }
    return false;
  };
  const shareBy = (skip: number) => {
    let [other, shaded] = [0, 0];
    for (let y = 0; y < height; y += skip)
      for (let x = 0; x < width; x += skip) {
        const i = y * width + x;
        if (isPaper(i)) continue;
        other++;
        if (!isInk(i) && !isRim(x, y)) shaded++;
      }
    return other === 0 ? 1 : shaded / other;
  };
  // Most photographs are shaded all over: a few pixels say so.
  const roughly = shareBy(8);
  if (roughly > surelyShaded) return roughly;
  // Every second pixel each way says as much as all.
  const share = shareBy(2);
  // Of what is shaded anyway mass need not be measured.
  return share < maxShaded && massShare(lightness, isInk, pxPerMm) > maxMass ? 1 : share;
}

/** Ink deeper than this is mass, mm, and line art has no more of it than this share. */
const massMm = 4;
const maxMass = 0.4;

/** The share of what is in the one tone of ink that lies deep in it. */
function massShare({ width, height }: Plane, isInk: (i: number) => boolean, pxPerMm: number): number {
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++) if (isInk(i)) data[i] = 1;
  const depths = depthsOf({ width, height, data });
  let [ink, mass] = [0, 0];
  for (let i = 0; i < data.length; i++) {
    ink += data[i];
    if (depths[i] > massMm * pxPerMm) mass++;
  }
  return mass / Math.max(1, ink);
}

/**
 * What the signs say together. How much each counts, and from where on, is fitted by eye to drawings with five tools and
 * photographs of all kinds.
 */
const sumOf = ({ bare, thin, other, restless, shaded }: DrawingSigns) =>
  12 * (bare - 0.85) +
  5 * (thin - 0.85) -
  25 * other -
  0.7 * (restless - 2.2) +
  60 * Math.max(0, maxShaded - shaded);

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
