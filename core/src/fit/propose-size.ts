import type { PictureSize } from '../reference/index.js';
import type { SizeMm } from '../units/index.js';
import { longestSideMm, shortestSideMm } from './limits.js';

/** Sizes that papers, panels and canvases are sold in, portrait, mm: the ratios from square to double square. */
const usualSizes: readonly SizeMm[] = (
  [
    [200, 200],
    [300, 300],
    [240, 300],
    [400, 500],
    [180, 240],
    [300, 400],
    [450, 600],
    [210, 297],
    [297, 420],
    [200, 300],
    [300, 450],
    [400, 600],
    [300, 600],
    [300, 900],
  ] as const
).map(([widthMm, heightMm]) => ({ widthMm, heightMm }));

/** Most drawings are of about this area, mm²: a sheet of 300 × 300. */
const usualAreaMm2 = 300 * 300;

/** A ratio that is off counts so much more than an area that is. */
const ratioCounts = 20;

/** More of the picture than this is not cut off for the size used last. */
const maxLost = 0.15;

/** A size proposed for a picture, and where it comes from. */
export type ProposedSize = SizeMm & { because: 'last' | 'usual' };

const portraitRatio = (width: number, height: number) => Math.min(width, height) / Math.max(width, height);

/** A portrait size the way round of a picture. */
function turnedAs({ width, height }: PictureSize, { widthMm, heightMm }: SizeMm): SizeMm {
  const short = Math.min(widthMm, heightMm);
  const long = Math.max(widthMm, heightMm);
  return width > height ? { widthMm: long, heightMm: short } : { widthMm: short, heightMm: long };
}

/** The usual sizes the way round of a picture, the one nearest to its ratio and to a usual area first. */
export function usualSizesFor(picture: PictureSize): SizeMm[] {
  const wanted = portraitRatio(picture.width, picture.height);
  const cost = ({ widthMm, heightMm }: SizeMm) =>
    ratioCounts * Math.abs(Math.log(widthMm / heightMm / wanted)) +
    Math.abs(Math.log((widthMm * heightMm) / usualAreaMm2));
  return [...usualSizes].sort((a, b) => cost(a) - cost(b)).map((size) => turnedAs(picture, size));
}

/** A size of the picture's own ratio with the long side of another, in whole mm. */
export function ownRatioSize({ width, height }: PictureSize, like: SizeMm): SizeMm {
  const long = Math.max(like.widthMm, like.heightMm);
  const scale = long / Math.max(width, height);
  const side = (px: number) => Math.min(longestSideMm, Math.max(shortestSideMm, Math.round(px * scale)));
  return { widthMm: side(width), heightMm: side(height) };
}

/**
 * The surface a new work begins with: the size used last, turned as the picture is, where it cuts little off, or the
 * usual size nearest to the picture's ratio.
 */
export function proposeSize(picture: PictureSize, last: SizeMm | null): ProposedSize {
  if (last) {
    const ratio = portraitRatio(last.widthMm, last.heightMm);
    const own = portraitRatio(picture.width, picture.height);
    const lost = 1 - Math.min(ratio, own) / Math.max(ratio, own);
    if (lost <= maxLost) return { ...turnedAs(picture, last), because: 'last' };
  }
  const [usual] = usualSizesFor(picture);
  return { ...usual, because: 'usual' };
}
