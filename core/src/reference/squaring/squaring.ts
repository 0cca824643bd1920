import { z } from 'zod';
import { distance, isConvexQuad, turnAt, type Point, type Quad } from '../../geometry/index.js';

/** Sides of a picture, pixels. */
export type PictureSize = { width: number; height: number };

const point = z.object({ x: z.number(), y: z.number() });
const share = z.number().min(0).max(1);

/** How a picture is put right, without touching the picture itself. The steps apply in the order given. */
export const squaringSchema = z.object({
  /** Corners of the flat original in the stored picture, its pixels: top-left and on clockwise. */
  corners: z.tuple([point, point, point, point]).nullable(),
  /** Real size of that original, mm, when it is known; its ratio is then kept exactly. */
  originalMm: z.object({ width: z.number().positive(), height: z.number().positive() }).nullable(),
  /** Quarter turns clockwise. */
  quarterTurns: z.int().min(0).max(3),
  /** Fine turn clockwise, radians, at most an eighth of a circle. */
  turnRad: z
    .number()
    .min(-Math.PI / 4)
    .max(Math.PI / 4),
  /** What is kept of the squared and turned picture, as shares of its sides. */
  crop: z.object({ x: share, y: share, width: share, height: share }).nullable(),
});
export type Squaring = z.infer<typeof squaringSchema>;

/** A picture left as it came. */
export const unsquared: Squaring = {
  corners: null,
  originalMm: null,
  quarterTurns: 0,
  turnRad: 0,
  crop: null,
};

export const isUntouched = (squaring: Squaring): boolean =>
  squaring.corners === null &&
  squaring.quarterTurns === 0 &&
  squaring.turnRad === 0 &&
  squaring.crop === null;

/** A side shorter than this holds nothing to draw from, pixels. */
export const shortestSidePx = 16;

/** A corner this flat, as the sine of its angle, makes the reckoning unsure. */
const flattest = 0.05;

/** What is wrong with four corners, as a sentence, or null when a picture can be squared by them. */
export function findCornerFault(corners: Quad, picture: PictureSize): string | null {
  if (corners.some(({ x, y }) => !Number.isFinite(x) || !Number.isFinite(y))) {
    return 'A corner has no place. Drag it back onto the picture.';
  }
  // A corner may lie somewhat outside, where a sheet runs off the photograph.
  const outside = ({ x, y }: Point) =>
    x < -picture.width / 2 || y < -picture.height / 2 || x > 1.5 * picture.width || y > 1.5 * picture.height;
  if (corners.some(outside)) return 'A corner is far outside the picture. Drag it back.';
  const sides = corners.map((corner, i) => distance(corner, corners[(i + 1) % 4]));
  if (Math.min(...sides) < shortestSidePx) {
    return `Two corners are closer than ${shortestSidePx} pixels. Drag them apart.`;
  }
  const flat = corners.some((corner, i) => {
    const next = corners[(i + 1) % 4];
    const before = corners[(i + 3) % 4];
    const sine = Math.abs(turnAt(before, corner, next)) / (sides[i] * sides[(i + 3) % 4]);
    return sine < flattest;
  });
  if (flat) return 'Three corners lie on one line, so there is no sheet between them. Drag one of them out.';
  if (!isConvexQuad(corners)) {
    return 'The sides cross, or a corner points inward. Put the corners in order: top left, top right, bottom right, bottom left.';
  }
  return null;
}

/** The flat original is no smaller than a stamp, no larger than a wall, and no strip. */
const smallestOriginalMm = 5;
const largestOriginalMm = 20_000;
const maxStretched = 20;

/** What is wrong with the real size of a flat original, mm, or null. */
export function findOriginalFault({ width, height }: PictureSize): string | null {
  const short = Math.min(width, height);
  const long = Math.max(width, height);
  if (!(short >= smallestOriginalMm)) return `A side is at least ${smallestOriginalMm} mm long.`;
  if (long > largestOriginalMm) return `A side is at most ${largestOriginalMm / 1000} m long.`;
  if (long > maxStretched * short) {
    return `One side is more than ${maxStretched} times the other. Check the two numbers and their units.`;
  }
  return null;
}

/** What is wrong with a crop of a picture, or null. */
export function findCropFault(crop: NonNullable<Squaring['crop']>, uncropped: PictureSize): string | null {
  const width = crop.width * uncropped.width;
  const height = crop.height * uncropped.height;
  if (!(Math.min(width, height) >= shortestSidePx - 1e-6)) {
    return `A crop keeps at least ${shortestSidePx} pixels each way. Draw it larger.`;
  }
  if (crop.x + crop.width > 1 + 1e-9 || crop.y + crop.height > 1 + 1e-9) {
    return 'The crop runs out of the picture. Draw it inside.';
  }
  return null;
}
