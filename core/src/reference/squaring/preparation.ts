import {
  composed,
  distance,
  identity,
  inverted,
  ontoQuad,
  rotation,
  scaling,
  transformed,
  translation,
  type Homography,
  type Point,
  type Quad,
} from '../../geometry/index.js';
import { ratioOfCorners } from './ratio-of-corners.js';
import { findCornerFault, findCropFault, isUntouched, type PictureSize, type Squaring } from './squaring.js';

/** How the picture that is worked from lies in the picture as stored. */
export type Preparation = {
  /** Sides of the prepared picture, whole pixels. */
  width: number;
  height: number;
  /** From a place in the prepared picture to the same spot in the stored one, both in pixels. */
  toStored: Homography;
  /** True when nothing is changed, so that the stored picture itself can be used. */
  untouched: boolean;
};

/** Prepared pictures are never made larger than this, pixels: the master kept of a picture. */
export const maxPreparedPx = 24e6;

/**
 * Reads off how a picture is prepared: corners squared, then turned, then cropped. All of it is one
 * projective map, so that the picture is resampled once however many steps there are.
 *
 * A part that cannot be (crossed corners, a crop of nothing) is left out; `findCornerFault` and
 * `findCropFault` say so at the control.
 *
 * @param stored sides of the upright picture as stored
 */
export function preparationOf(stored: PictureSize, squaring: Squaring): Preparation {
  if (isUntouched(squaring)) {
    return { width: stored.width, height: stored.height, toStored: identity, untouched: true };
  }
  const flat = squared(stored, squaring);
  const turned = turnedFrom(flat, squaring);
  const { crop } = squaring;
  if (!crop || findCropFault(crop, turned)) return { ...turned, untouched: false };
  return {
    width: Math.round(crop.width * turned.width),
    height: Math.round(crop.height * turned.height),
    toStored: composed(turned.toStored, translation(crop.x * turned.width, crop.y * turned.height)),
    untouched: false,
  };
}

/** The same before its crop: what a crop is drawn on. */
export function uncroppedPreparation(stored: PictureSize, squaring: Squaring): Preparation {
  return preparationOf(stored, { ...squaring, crop: null });
}

/** Ratio, width over height, of the flat original between the corners: known, or reckoned from them. */
export function flatRatio(
  stored: PictureSize,
  { originalMm, corners }: Pick<Squaring, 'originalMm'> & { corners: Quad },
): number {
  return originalMm ? originalMm.width / originalMm.height : ratioOfCorners(corners, stored);
}

type Placed = Omit<Preparation, 'untouched'>;

function squared(stored: PictureSize, squaring: Squaring): Placed {
  const { corners } = squaring;
  if (!corners || findCornerFault(corners, stored)) return { ...stored, toStored: identity };
  const ratio = flatRatio(stored, { ...squaring, corners });
  // No side is sampled more coarsely than the photograph shows its nearer end.
  const across = Math.max(distance(corners[0], corners[1]), distance(corners[3], corners[2]));
  const down = Math.max(distance(corners[1], corners[2]), distance(corners[0], corners[3]));
  const wanted = Math.max(across, down * ratio);
  const width = Math.min(wanted, Math.sqrt(maxPreparedPx * ratio));
  const size = {
    width: Math.max(1, Math.round(width)),
    height: Math.max(1, Math.round(width / ratio)),
  };
  return { ...size, toStored: composed(ontoQuad(corners), scaling(1 / size.width, 1 / size.height)) };
}

/** Turned about its middle, keeping the largest upright part that has no empty corners. */
function turnedFrom(flat: Placed, { quarterTurns, turnRad }: Squaring): Placed {
  if (quarterTurns === 0 && turnRad === 0) return flat;
  const swapped = quarterTurns % 2 === 1;
  const around = swapped ? { width: flat.height, height: flat.width } : flat;
  const kept = largestUpright(around, turnRad);
  const width = Math.max(1, Math.floor(kept.width));
  const height = Math.max(1, Math.floor(kept.height));
  const toStored = composed(
    flat.toStored,
    translation(flat.width / 2, flat.height / 2),
    rotation(-turnRad - (quarterTurns * Math.PI) / 2),
    translation(-width / 2, -height / 2),
  );
  return { width, height, toStored };
}

/**
 * Sides of the largest upright rectangle inside a rectangle turned by an angle of at most an eighth of a
 * circle. Either two of its corners touch the long sides, or all four touch one side each.
 */
export function largestUpright({ width, height }: PictureSize, angleRad: number): PictureSize {
  const sine = Math.abs(Math.sin(angleRad));
  const cosine = Math.cos(angleRad);
  const long = Math.max(width, height);
  const short = Math.min(width, height);
  if (short <= 2 * sine * cosine * long || Math.abs(sine - cosine) < 1e-9) {
    const half = short / 2;
    const [along, across] = [half / sine, half / cosine];
    return width >= height ? { width: along, height: across } : { width: across, height: along };
  }
  const cosineOfTwice = cosine * cosine - sine * sine;
  return {
    width: (width * cosine - height * sine) / cosineOfTwice,
    height: (height * cosine - width * sine) / cosineOfTwice,
  };
}

/**
 * The fine turn that brings a line drawn along something level or plumb to that direction, whichever is
 * nearer, on top of the turn there is.
 *
 * @param from one end, in the prepared picture
 * @param to the other end
 * @returns radians clockwise, kept within an eighth of a circle; null when the line is too short to tell
 */
export function turnToTrue(from: Point, to: Point, turnRad: number): number | null {
  if (distance(from, to) < 8) return null;
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  const quarter = Math.PI / 2;
  const off = angle - Math.round(angle / quarter) * quarter;
  return Math.min(Math.PI / 4, Math.max(-Math.PI / 4, turnRad - off));
}

/** A spot of the stored picture, as seen in the prepared one, pixels. */
export function preparedSpot(preparation: Preparation, stored: Point): Point {
  return transformed(inverted(preparation.toStored), stored.x, stored.y);
}
