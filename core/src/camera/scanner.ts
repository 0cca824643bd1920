import type { MapDocument } from '../documents/index.js';
import type { Picture } from '../raster/index.js';
import { correctByHand, type KnownCorrections, type PageToCorrect } from './corrected-print.js';
import { strokesOfPage } from './print.js';
import { renderDrawing, type Lens, type Rendering } from './render-drawing.js';

/** A scanner at 180 pixels an inch: enough for every line, and soon done. */
const scannedPxPerMm = 7;

/** How much darker than its paper print is, and a pen, L\*. */
const printContrast = 72;
const penContrast = 62;

/**
 * A printed page that was corrected by hand, as a scanner sees it: a little askew, with the grain of its paper.
 *
 * @param look how it is drawn and taken otherwise; with a pen, and scanned, where nothing is said
 * @returns the picture, how places of the page come to lie on it, and what was changed
 */
export function scanCorrected(
  map: MapDocument,
  on: PageToCorrect,
  seed: number,
  look: Partial<Omit<Rendering, 'printed'>> = {},
): { picture: Picture; lens: Lens; made: KnownCorrections } {
  const { page } = on;
  const made = correctByHand(map, on, seed);
  const { picture, lens } = renderDrawing(
    { name: page.label, widthMm: page.widthMm, heightMm: page.heightMm, strokes: made.strokes },
    {
      tool: 'pen',
      paper: 93,
      contrast: penContrast,
      light: 'even',
      taken: 'scanned',
      pxPerMm: scannedPxPerMm,
      seed,
      ...look,
      printed: { strokes: strokesOfPage(page.items), contrast: printContrast },
    },
  );
  return { picture, lens, made };
}
