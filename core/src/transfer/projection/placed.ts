import {
  composed,
  isConvexQuad,
  ontoQuad,
  quadBy,
  scaling,
  type Homography,
  type Point,
  type Quad,
} from '../../geometry/index.js';

/** Width and height of a projector's picture, pixels. */
export type Screen = { width: number; height: number };
/** Width and height of the surface, mm. */
export type WallSize = { width: number; height: number };

/** A surface that was never placed lies in the middle of the picture and takes up this much of it. */
const firstShare = 0.8;

/** Where the corners of a surface lie before they are placed: upright, in the middle, pixels. */
export function firstCorners(surface: WallSize, screen: Screen): Quad {
  const scale = firstShare * Math.min(screen.width / surface.width, screen.height / surface.height);
  const width = scale * surface.width;
  const height = scale * surface.height;
  const left = (screen.width - width) / 2;
  const top = (screen.height - height) / 2;
  return quadBy((k) => ({
    x: left + (k === 1 || k === 2 ? width : 0),
    y: top + (k >= 2 ? height : 0),
  }));
}

/** The projective map from mm on the surface to pixels of the projector, by where the surface's corners lie. */
export const wallToPixels = (surface: WallSize, corners: Quad): Homography =>
  composed(ontoQuad(corners), scaling(1 / surface.width, 1 / surface.height));

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
  return isFar ? 'A corner lies far outside the picture: turn or move the projector first.' : null;
}

/** Whether all of a surface is within the projector's picture. */
export const isInBeam = (corners: Quad, { width, height }: Screen): boolean =>
  corners.every(({ x, y }) => x >= 0 && y >= 0 && x <= width && y <= height);

/** Corners placed on a picture of another size, as a window may have. */
export function onScreen(corners: Quad, from: Screen, to: Screen): Quad {
  return quadBy((k) => ({
    x: (corners[k].x * to.width) / from.width,
    y: (corners[k].y * to.height) / from.height,
  }));
}

/** Corners with one of them moved, pixels. */
export function nudged(corners: Quad, corner: number, by: Point): Quad {
  return quadBy((k) => (k === corner ? { x: corners[k].x + by.x, y: corners[k].y + by.y } : corners[k]));
}
