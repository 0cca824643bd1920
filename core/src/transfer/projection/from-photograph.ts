import { cornersInPicture, placePaper } from '../../check/drawing/place-paper.js';
import { onSheet, type SheetPose } from '../../check/registration/pose.js';
import { composed, inverted, ontoQuad, quadBy, type Quad } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { pyramid } from '../../reference/index.js';
import { findDots, type FoundDot } from './find-dots.js';
import { dotsOn, type Dot } from './dots.js';
import {
  fitWall,
  planeFit,
  setUpAnew,
  type FittedWall,
  type Screen,
  type WallPair,
  type WallSize,
} from './wall-fit.js';

/** Why a photograph cannot place a projection, as a sentence with the way out. */
export class ProjectionNotSeen extends Error {}

/** How finely a dot's middle is found, pixels of the projector. */
const dotPx = 0.15;
/** A dot that lies farther than this from what the others tell was taken for another, pixels. */
const wrongPx = 4;

/** What a photograph of the dots on the wall tells. */
export type PlacedByPhotograph = FittedWall & {
  /** Dots that were seen and used. */
  dots: number;
  /** The surface's corners in the photograph, from its upper left on, pixels. */
  corners: Quad;
};

/**
 * Places a projection from one photograph of the wall, with the dots thrown onto it and the surface's outline in it:
 * the outline, as Check finds a sheet, tells where on the wall each place of the photograph lies, the bending of the
 * camera's lens taken out; so each dot tells where its pixel is thrown.
 *
 * @param screen the projector's picture, pixels
 * @param given the surface's corners in the photograph, where they were pointed out
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
      'The dots cannot be made out. Show them, dim the room a little, hold the camera still, and take all of the surface in.',
    );
  const size = { widthMm: surface.width, heightMm: surface.height };
  const poses = placePaper(pyramid(picture), size, given && { corners: given, byPoints: false }).filter(
    ({ found }) => found !== 'picture',
  );
  if (poses.length === 0)
    throw new ProjectionNotSeen(
      'The outline of the surface cannot be made out. Tape it all round, leave some light in the room, and take all of it in; or point out its corners.',
    );
  const pixels = new Map(dotsOn(screen).map((dot) => [placeOf(dot), dot]));
  const [upright] = poses
    .map(({ pose }) => ({ pose, pairs: pairsBy(pose, dots, pixels) }))
    .sort((a, b) => uprightness(b.pairs) - uprightness(a.pairs));
  const fitted = fitDots(upright.pairs, screen);
  return { ...fitted, dots: fitted.offPx.length, corners: cornersInPicture(upright.pose, size) };
}

const placeOf = ({ column, row }: { column: number; row: number }) => `${column} ${row}`;

/** Each dot that was seen: where on the surface it lies, and which pixel throws it. */
function pairsBy(pose: SheetPose, dots: readonly FoundDot[], pixels: ReadonlyMap<string, Dot>): WallPair[] {
  return dots.flatMap((dot) => {
    const own = pixels.get(placeOf(dot));
    return own ? [{ at: onSheet(pose, dot.x, dot.y), px: { x: own.x, y: own.y } }] : [];
  });
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
  const first = fitWall(pairs, start, setUpAnew, dotPx);
  const kept = pairs.filter((_, k) => Math.hypot(first.offPx[k].x, first.offPx[k].y) <= wrongPx);
  return fitWall(kept.length >= pairs.length / 2 ? kept : pairs, first.fit, setUpAnew, dotPx);
}

/** The dots nearest to the corners of the picture, clockwise from its upper left. */
function outermost(pairs: readonly WallPair[]): [WallPair, WallPair, WallPair, WallPair] {
  const by = (signX: number, signY: number) =>
    pairs.reduce((best, pair) =>
      signX * pair.px.x + signY * pair.px.y > signX * best.px.x + signY * best.px.y ? pair : best,
    );
  return [by(-1, -1), by(1, -1), by(1, 1), by(-1, 1)];
}
