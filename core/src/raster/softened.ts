import { gaussianBlur } from './blur.js';
import { boxMean } from './box-mean.js';
import type { Plane } from './picture.js';

/** Below this two windows are too coarse a stand-in for a Gaussian, pixels. */
const minSigmaPx = 1.6;

/**
 * A blur about as wide as asked, at a cost that does not grow with its width: for wide ones two means over a
 * window one after the other, whose shape is a Gaussian's but for its tails.
 *
 * @returns the plane and the standard deviation it really has, pixels
 */
export function softened(plane: Plane, sigmaPx: number): { plane: Plane; sigmaPx: number } {
  if (sigmaPx < minSigmaPx) return { plane: gaussianBlur(plane, sigmaPx), sigmaPx };
  // A window of 2r + 1 pixels has the variance ((2r + 1)² − 1) / 12; two add up.
  const radius = Math.max(1, Math.round((Math.sqrt(6 * sigmaPx * sigmaPx + 1) - 1) / 2));
  return {
    plane: boxMean(boxMean(plane, radius), radius),
    sigmaPx: Math.sqrt(((2 * radius + 1) ** 2 - 1) / 6),
  };
}
