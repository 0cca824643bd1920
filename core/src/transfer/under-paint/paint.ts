import { luminanceOfLightness } from '../../colour/index.js';
import type { Medium } from '../steps/step.js';

/** What a medium does to the lines beneath it. */
export type Paint = {
  /**
   * Share of a line's contrast that one layer hides by scattering, 0–1. Paint makers give the contrast ratio of a film
   * over black and white, 0 for glass and 0.98 for full hiding; these are their orders of size for thin hand-laid layers.
   */
  hiding: number;
  /** Layers until a region is done. */
  layers: number;
  /** How far the first layer goes from the ground to the region's value, as a share of the way in density. */
  firstWay: number;
  /** Whether lines are rubbed out at the end, so that nothing has to hide them. */
  rubbedOut: boolean;
};

export const paints: Readonly<Record<Medium, Paint>> = {
  // Pale washes are transparent: each darkens what is beneath it, the line with the paper.
  'pale-washes': { hiding: 0.05, layers: 3, firstWay: 0.25, rubbedOut: false },
  // Loaded washes carry more pigment, which settles and scatters.
  'deep-washes': { hiding: 0.15, layers: 4, firstWay: 0.5, rubbedOut: false },
  // A first layer of opaque paint is laid in thinly, so that the drawing is not lost at once.
  opaque: { hiding: 0.6, layers: 3, firstWay: 0.7, rubbedOut: false },
  // Pastel covers by grains: a light pass leaves half of what is beneath it bare.
  pastel: { hiding: 0.5, layers: 3, firstWay: 0.5, rubbedOut: false },
  // Ink goes along the lines, not over them; the pencil is rubbed out when it is dry.
  ink: { hiding: 0, layers: 1, firstWay: 0, rubbedOut: true },
};

/**
 * What transparent colour leaves of a difference in lightness beneath it, 0–1. A filter dims line and ground alike, so
 * that their luminances keep their ratio; CIE L\* goes with the cube root of luminance, so that the difference shrinks
 * with the cube root of the filter. What is lighter than its ground is no filter, and leaves the difference as it is.
 *
 * @param fromLightness CIE L\* without the colour
 * @param toLightness CIE L\* with it
 * @param way share of the way between both, in density, 0–1
 */
export function leftByFilter(fromLightness: number, toLightness: number, way: number): number {
  const ratio = luminanceOfLightness(toLightness) / luminanceOfLightness(fromLightness);
  return Math.min(1, ratio ** (way / 3));
}

/**
 * What the paint leaves of a line's difference from its ground, 0–1.
 *
 * @param ground CIE L\* of the ground
 * @param region CIE L\* the region will have
 */
export function leftUnder(
  { hiding, layers, firstWay }: Paint,
  ground: number,
  region: number,
): { first: number; end: number } {
  return {
    first: leftByFilter(ground, region, firstWay) * (1 - hiding),
    end: leftByFilter(ground, region, 1) * (1 - hiding) ** layers,
  };
}
