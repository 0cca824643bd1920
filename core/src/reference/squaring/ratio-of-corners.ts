import { distance, transformed, ontoQuad, type Quad } from '../../geometry/index.js';
import type { PictureSize } from './squaring.js';

/**
 * Ratio, width over height, of the flat rectangle whose photographed corners these are, for a lens looking
 * straight along the middle of the picture with square pixels (Zhang & He, "Whiteboard scanning and image
 * enhancement", 2007). Where the sides run so nearly parallel that the lens cannot be told, the ratio of
 * the mean sides, which is then right to the same degree.
 *
 * @param corners top-left and on clockwise, pixels
 * @param picture sides of the whole photograph, uncropped
 */
export function ratioOfCorners(corners: Quad, picture: PictureSize): number {
  const centreX = picture.width / 2;
  const centreY = picture.height / 2;
  // The unit square's sides, seen: n2 is where its width runs, n3 its height, up to one common scale.
  const h = ontoQuad(corners);
  const n2 = [h[0] - centreX * h[6], h[3] - centreY * h[6], h[6]];
  const n3 = [h[1] - centreX * h[7], h[4] - centreY * h[7], h[7]];
  const size = Math.max(picture.width, picture.height);
  // Both columns are at right angles on the flat original, which gives the focal length.
  const converging = n2[2] * n3[2] * size * size;
  const focalSquared = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const meanSides =
    (distance(corners[0], corners[1]) + distance(corners[3], corners[2])) /
    (distance(corners[1], corners[2]) + distance(corners[0], corners[3]));
  const focal = Math.sqrt(focalSquared) / size;
  // Lenses see between a tenth of a turn and nearly straight ahead; anything else is noise in the corners.
  if (Math.abs(converging) < minConverging || !(focal > 0.4 && focal < 6)) {
    return alongOneWay(corners, n2, n3, size) ?? meanSides;
  }
  return lengthOf(n2, focalSquared) / lengthOf(n3, focalSquared);
}

/** Below this both vanishing points are too far off to tell the lens from the corners. */
const minConverging = 2e-3;

/** A usual lens, in units of the long side: about 28 mm on a 36 mm frame. */
const usualFocal = 0.8;

/** When only one pair of sides converges, the lens is taken as a usual one. */
function alongOneWay(corners: Quad, n2: number[], n3: number[], size: number): number | null {
  const convergence = Math.max(Math.abs(n2[2]), Math.abs(n3[2]));
  if (convergence < 0.02 || !Number.isFinite(transformed(ontoQuad(corners), 0.5, 0.5).x)) return null;
  const focalSquared = (usualFocal * size) ** 2;
  return lengthOf(n2, focalSquared) / lengthOf(n3, focalSquared);
}

function lengthOf([x, y, z]: number[], focalSquared: number): number {
  return Math.sqrt((x * x + y * y) / focalSquared + z * z);
}
