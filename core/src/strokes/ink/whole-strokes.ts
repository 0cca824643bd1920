import { averaged, gaussianBlur, type Plane } from '../../raster/index.js';
import { holesOf } from './holes.js';
import { inkMask, paperNoise } from './ink-mask.js';
import type { SoftInk } from './mask.js';

/** Smoothing of the ink before strokes are looked for, mm: what is finer is grain. */
export const leastSoftnessMm = 0.16;

/**
 * Strokes that are broken by the paper's tooth are smoothed further, mm; a smoothing leaves fewer holes. On rendered drawings
 * pen and pencil have holes in up to 0.016 of their middles, chalk in 0.03 to 0.1 at first and 0.014 to 0.03 after.
 */
const furtherSoftnesses: FurtherSoftness[] = [
  { softnessMm: 0.27, maxRagged: 0.02, minDepthMm: 0 },
  { softnessMm: 0.42, maxRagged: 0.012, minDepthMm: 0.25 },
];

type FurtherSoftness = {
  softnessMm: number;
  /** Strokes with no more holes in them than this share are whole as they are. */
  maxRagged: number;
  /** Strokes less deep than this are too thin to have holes: what breaks them is noise. */
  minDepthMm: number;
};

/**
 * Smooths ink no more than is needed for strokes to be whole, and not so far that strokes side by side run together.
 *
 * @param ink how much darker than the paper, L\*
 */
export function wholeStrokes(ink: Plane, pxPerMm: number): SoftInk {
  // Whether there are holes can be told on fewer pixels, as long as one is finer than a stroke.
  const step = Math.max(1, Math.min(2, Math.floor(pxPerMm / minPxPerMm)));
  const coarse = step === 1 ? ink : averaged(ink, step);
  let close = softened(ink, leastSoftnessMm, pxPerMm);
  let depthMm = Infinity;
  for (const { softnessMm, maxRagged, minDepthMm } of furtherSoftnesses) {
    if (depthMm < minDepthMm) break;
    const holes = holesOf(close.mask, softened(coarse, softnessMm, pxPerMm / step), {
      step,
      pxPerMm: pxPerMm / step,
    });
    if (holes.ragged <= maxRagged || holes.between > maxBetween) break;
    depthMm = holes.depthMm;
    close = softened(ink, softnessMm, pxPerMm);
  }
  return close;
}

/** Whether strokes have holes is looked at with at least so many pixels a mm. */
const minPxPerMm = 1.9;

/**
 * Strokes run together where more than this share of their middles lies on bare paper between two of them: up to 0.012 where
 * smoothing further mends more than it spoils, from 0.02 where it spoils more (rendered drawings).
 */
const maxBetween = 0.016;

function softened(ink: Plane, softnessMm: number, pxPerMm: number): SoftInk {
  const plane = gaussianBlur(ink, softnessMm * pxPerMm);
  const noise = paperNoise(plane);
  return { plane, noise, mask: inkMask(plane, noise, pxPerMm), softnessMm };
}
