import { placePaper } from '../../../check/drawing/place/place-paper.js';
import { waysRound } from '../../../check/registration/register.js';
import { onSheet, type SheetPose } from '../../../check/registration/pose.js';
import { composed, distance, inverted, ontoQuad, quadBy, type Quad } from '../../../geometry/index.js';
import { median, type Picture } from '../../../raster/index.js';
import { findOutline, pyramid } from '../../../reference/index.js';
import { findDots, type FoundDot } from './find-dots.js';
import { dotsOn, type Dot } from './dots.js';
import {
  fitWall,
  pixelOf,
  planeFit,
  setUpAnew,
  type FittedWall,
  type Screen,
  type WallPair,
  type WallSize,
} from '../wall-fit.js';

/** Why a photograph cannot place a projection, as a sentence with the way out. */
export class ProjectionNotSeen extends Error {
  /** @param what was not made out: the outline can be pointed out by hand, dots cannot */
  constructor(
    readonly what: 'dots' | 'outline',
    message: string,
  ) {
    super(message);
  }
}

/** How finely a dot's middle is found, pixels of the projector. */
const dotPx = 0.15;
/** A dot off by so many times what is usual of them was taken for another, or seen in part; but no less than this, pixels. */
const strayTimes = 4;
const strayPx = 0.5;
const rounds = 3;

/** What a photograph of the dots on the wall tells. */
export type PlacedByPhotograph = FittedWall & {
  /** Dots that were seen and used. */
  dots: number;
};

/**
 * Places a projection from one photograph of the wall, with the dots thrown onto it and the surface's outline in it:
 * the outline, as Check finds a sheet, tells where on the wall each place of the photograph lies, the bending of the
 * camera's lens taken out; so each dot tells where its pixel is thrown.
 *
 * @param screen the projector's picture, pixels
 * @param given corners of the surface in the photograph, pixels, from its top left on clockwise, where they were pointed
 *   out; sides that are seen beside them place it finer
 * @throws ProjectionNotSeen when the dots or the outline cannot be made out
 */
export function placeByPhotograph(
  picture: Picture,
  surface: WallSize,
  screen: Screen,
  given: Quad | null = null,
): PlacedByPhotograph {
  const dots = findDots(picture, screen);
  if (!dots)
    throw new ProjectionNotSeen(
      'dots',
      'The dots cannot be made out. Show them, dim the room a little, hold the camera still, and take all of the surface in.',
    );
  const poses = posesOf(picture, surface, given);
  const thrown = dotsOn(screen);
  const pixels = new Map(thrown.map((dot) => [placeOf(dot), dot]));
  const radiusPx = Math.max(...thrown.map((dot) => dot.radiusPx));
  const [upright] = poses
    .map((pose) => wholeDots(pairsBy(pose, dots, pixels), surface, radiusPx))
    .sort((a, b) => uprightness(b) - uprightness(a));
  const fitted = fitDots(upright, screen);
  return { ...fitted, dots: fitted.offPx.length };
}

/** The ways the surface may lie in the photograph: as it was pointed out, else any way round its outline. */
function posesOf(picture: Picture, surface: WallSize, given: Quad | null): SheetPose[] {
  const size = { widthMm: surface.width, heightMm: surface.height };
  const levels = pyramid(picture);
  const place = (corners: Quad) => placePaper(levels, size, { corners, byPoints: false });
  if (given) return place(given).map(({ pose }) => pose);
  const corners = findOutlineIn(levels);
  if (!corners)
    throw new ProjectionNotSeen(
      'outline',
      'The outline of the surface cannot be made out. Tape it all round, leave some light in the room, and take all of it in; or point its corners out.',
    );
  return waysRound(corners, size).flatMap((quad) => place(quad).map(({ pose }) => pose));
}

/** Long side of the look an outline is told by, pixels: its sides are placed exactly afterwards. */
const maxLookPx = 1600;

function findOutlineIn(levels: readonly Picture[]): Quad | null {
  const [picture] = levels;
  for (const look of levels.filter(({ width, height }) => Math.max(width, height) <= maxLookPx)) {
    const found = findOutline(look);
    const scale = picture.width / look.width;
    if (found) return quadBy((k) => ({ x: scale * found.corners[k].x, y: scale * found.corners[k].y }));
  }
  return null;
}

const placeOf = ({ column, row }: { column: number; row: number }) => `${column} ${row}`;

/** Each dot that was seen: where on the surface it lies, and which pixel throws it. */
function pairsBy(pose: SheetPose, dots: readonly FoundDot[], pixels: ReadonlyMap<string, Dot>): WallPair[] {
  return dots.flatMap((dot) => {
    const own = pixels.get(placeOf(dot));
    return own ? [{ at: onSheet(pose, dot.x, dot.y), px: { x: own.x, y: own.y } }] : [];
  });
}

/** Dots that do not lie across the outline: there two grounds throw back unlike much, and the middle is not the light's. */
function wholeDots(pairs: readonly WallPair[], { width, height }: WallSize, radiusPx: number): WallPair[] {
  const [a, b] = [pairs[0], pairs[pairs.length - 1]];
  const reach = (1.5 * radiusPx * distance(a.at, b.at)) / distance(a.px, b.px);
  const toSide = (place: number, length: number) => Math.min(Math.abs(place), Math.abs(place - length));
  return pairs.filter(({ at: { x, y } }) => Math.min(toSide(x, width), toSide(y, height)) > reach);
}

/**
 * How much the picture's right runs to the surface's right: a sheet as wide as it is high may be seen any way round, and
 * nobody hangs a projector so that its picture lies on its side.
 */
function uprightness(pairs: readonly WallPair[]): number {
  const middle = (of: (pair: WallPair) => number) =>
    pairs.reduce((sum, pair) => sum + of(pair), 0) / pairs.length;
  const [x, px] = [middle(({ at }) => at.x), middle((pair) => pair.px.x)];
  const covariance = pairs.reduce((sum, pair) => sum + (pair.at.x - x) * (pair.px.x - px), 0);
  const spread = pairs.reduce((sum, pair) => sum + (pair.at.x - x) ** 2, 0);
  return covariance / Math.sqrt(spread + 1e-9);
}

/** The fit of many dots, those left out that were taken for another. */
function fitDots(pairs: readonly WallPair[], screen: Screen): FittedWall {
  const outer = outermost(pairs);
  const start = planeFit(
    composed(ontoQuad(quadBy((k) => outer[k].px)), inverted(ontoQuad(quadBy((k) => outer[k].at)))),
    screen,
  );
  let fitted = fitWall(pairs, start, setUpAnew, dotPx);
  for (let round = 0; round < rounds; round++) {
    const off = pairs.map(({ at, px }) => {
      const put = pixelOf(fitted.fit, at.x, at.y);
      return Math.hypot(put.x - px.x, put.y - px.y);
    });
    const limit = Math.max(strayPx, strayTimes * median(off));
    fitted = fitWall(
      pairs.filter((_, k) => off[k] <= limit),
      fitted.fit,
      setUpAnew,
      dotPx,
    );
  }
  return fitted;
}

/** The dots nearest to the corners of the picture, clockwise from its upper left. */
function outermost(pairs: readonly WallPair[]): [WallPair, WallPair, WallPair, WallPair] {
  const by = (signX: number, signY: number) =>
    pairs.reduce((best, pair) =>
      signX * pair.px.x + signY * pair.px.y > signX * best.px.x + signY * best.px.y ? pair : best,
    );
  return [by(-1, -1), by(1, -1), by(1, 1), by(-1, 1)];
}
