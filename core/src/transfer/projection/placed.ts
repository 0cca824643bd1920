import {
  composed,
  cornersOfRect,
  isConvexQuad,
  ontoQuad,
  quadBy,
  scaling,
  translation,
  type Homography,
  type Point,
  type Quad,
  type Rect,
} from '../../geometry/index.js';
import type { Placed } from './live.js';
import {
  fitWall,
  pixelOf,
  planeFit,
  setUpAnew,
  type FittedWall,
  type Screen,
  type WallFit,
  type WallPair,
  type WallSize,
} from './wall-fit.js';

/** A surface that was never placed lies in the middle of the picture and takes up this much of it. */
const firstShare = 0.8;

/** The whole of a surface. */
export const wholeOf = ({ width, height }: WallSize): Rect => ({ x: 0, y: 0, width, height });

/** Where the corners of a surface lie before they are placed: upright, in the middle, pixels. */
export function firstCorners(part: WallSize, screen: Screen): Quad {
  const scale = firstShare * Math.min(screen.width / part.width, screen.height / part.height);
  const width = scale * part.width;
  const height = scale * part.height;
  return cornersOfRect({ x: (screen.width - width) / 2, y: (screen.height - height) / 2, width, height });
}

/** The projective map from mm on the surface to pixels of the projector, by where the corners of a part of it lie. */
export const wallToPixels = ({ x, y, width, height }: Rect, corners: Quad): Homography =>
  composed(ontoQuad(corners), scaling(1 / width, 1 / height), translation(-x, -y));

/** Nine points over a part of the surface, in threes: what tells the bending of a lens. */
export function ninePoints({ x, y, width, height }: Rect): Point[] {
  return Array.from({ length: 9 }, (_, k) => ({
    x: x + (width * (k % 3)) / 2,
    y: y + (height * Math.floor(k / 3)) / 2,
  }));
}

/** The corners and further points of a placed surface as places and their pixels. */
export const pairsOf = ({ corners, points }: Pick<Placed, 'corners' | 'points'>, part: Rect): WallPair[] => [
  ...cornersOfRect(part).map((at, k) => ({ at, px: corners[k] })),
  ...points,
];

/** How well a hand brings a handle onto its place: the spread of one coordinate, pixels. */
const handPx = 0.25;

/** How a placed part of the surface lies in the picture: by its corners, and through a bent lens where there are more points. */
export function fitOf(placed: Pick<Placed, 'corners' | 'points' | 'screen'>, part: Rect): FittedWall {
  const plane = planeFit(wallToPixels(part, placed.corners), placed.screen);
  return fitWall(pairsOf(placed, part), plane, setUpAnew, handPx);
}

/** Points that stand for a fit whose lens is known, in fives over a part of the surface. */
const keptAcross = 5;

/** A fit as it is kept: the pixels of the corners, and of points between them where the lens is bent. */
export function placedBy(fit: WallFit, part: Rect, screen: Screen, position: Placed['position']): Placed {
  const isBent = fit.bend.some((term) => Math.abs(term) > 1e-6);
  const between = Array.from({ length: keptAcross ** 2 }, (_, k) => ({
    x: part.x + (part.width * (k % keptAcross)) / (keptAcross - 1),
    y: part.y + (part.height * Math.floor(k / keptAcross)) / (keptAcross - 1),
  }));
  const corners = cornersOfRect(part);
  const [a, b, c, d] = corners.map(({ x, y }) => pixelOf(fit, x, y));
  const isCorner = (at: Point) => corners.some(({ x, y }) => Math.hypot(x - at.x, y - at.y) < 1e-6);
  return {
    corners: [a, b, c, d],
    points: isBent
      ? between.filter((at) => !isCorner(at)).map((at) => ({ at, px: pixelOf(fit, at.x, at.y) }))
      : [],
    screen: { ...screen },
    position,
  };
}

/** Corners are taken hold of within the picture, and a little beyond: so much of it, for a surface larger than the beam. */
const beyondShare = 1;

/** Why corners cannot stand as they are, as a sentence with the way out, or null. */
export function cornersFault(corners: Quad, screen: Screen): string | null {
  if (!isConvexQuad(corners))
    return 'The corners are crossed or in a line: bring each to its own corner of the surface, clockwise from the upper left.';
  const isFar = corners.some(
    ({ x, y }) =>
      x < -beyondShare * screen.width ||
      y < -beyondShare * screen.height ||
      x > (1 + beyondShare) * screen.width ||
      y > (1 + beyondShare) * screen.height,
  );
  return isFar ? 'A corner is far outside the picture: turn or move the projector first.' : null;
}

/** Whether all of a surface is within the projector's picture. */
export const isInBeam = (corners: Quad, { width, height }: Screen): boolean =>
  corners.every(({ x, y }) => x >= 0 && y >= 0 && x <= width && y <= height);

/** What was placed, on a picture of another size, as a window may have. */
export function onScreen(placed: Placed, to: Screen): Placed {
  const [a, b, c, d] = placed.corners.map((px) => rescaled(px, placed.screen, to));
  return {
    ...placed,
    corners: [a, b, c, d],
    points: pairsOnScreen(placed.points, placed.screen, to),
    screen: { ...to },
  };
}

/** Places and their pixels, on a picture of another size. */
export const pairsOnScreen = (pairs: readonly WallPair[], from: Screen, to: Screen): WallPair[] =>
  pairs.map(({ at, px }) => ({ at, px: rescaled(px, from, to) }));

const rescaled = ({ x, y }: Point, from: Screen, to: Screen): Point => ({
  x: (x * to.width) / from.width,
  y: (y * to.height) / from.height,
});

/** Corners with one of them moved, pixels. */
export function nudged(corners: Quad, corner: number, by: Point): Quad {
  return quadBy((k) => (k === corner ? { x: corners[k].x + by.x, y: corners[k].y + by.y } : corners[k]));
}
