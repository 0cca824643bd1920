import { composed, cornersOfRect, translation, type Point, type Rect } from '../../../geometry/index.js';
import {
  fitWall,
  movedAlong,
  pixelOf,
  type FittedWall,
  type Freedom,
  type WallFit,
  type WallPair,
} from '../wall-fit.js';

/** How well a hand brings a cross onto a place that is drawn: within so much, mm. */
export const handMm = 0.5;
/** Within a disc of radius r one coordinate spreads by half of r. */
const spreadOfDisc = 0.5;

/** A projector that was turned and moved nearer or farther on the way, and set up again by eye. */
const turnedToo: Freedom = { ...movedAlong, growth: 0.1, keystone: 0.05, squeeze: 0.02 };

/** So many places tell a turn away from square, and still whether one of them was taken for another. */
const minTurned = 5;

/** Landmarks off by this many times what a hand does tell of something else. */
const doubtfulTimes = 2.5;

/** A position joined to what was drawn before. */
export type Joined = FittedWall & {
  /** How far places lie from where they should, mm, each. */
  offMm: number[];
  /** What the joint is expected to be off by, mm: in the overlap, and at the far edge of the position. */
  atJointMm: number;
  atFarEdgeMm: number;
  /** … and at any place (root of the mean square over many hands). */
  expectedMm: (place: Point) => number;
  /** What makes one doubt it, as a sentence with the way out; null when nothing does. */
  doubt: string | null;
};

/** Where the surface lies in the picture once the projector was moved along from one position to another, if nothing else changed. */
export function carriedAlong(fit: WallFit, from: Rect, to: Rect): WallFit {
  return { ...fit, toPicture: composed(fit.toPicture, translation(from.x - to.x, from.y - to.y)) };
}

/** How many pixels a mm is at a place of the surface. */
export function pixelsPerMmAt(pixel: (x: number, y: number) => Point, { x, y }: Point): number {
  const [here, right, down] = [pixel(x, y), pixel(x + 1, y), pixel(x, y + 1)];
  return Math.sqrt(Math.abs((right.x - here.x) * (down.y - here.y) - (right.y - here.y) * (down.x - here.x)));
}

/**
 * Joins a position to those before by places that were drawn there: the projector was moved along, so that its picture
 * is shifted, a little turned and a little larger or smaller; places that do not agree with that while there are five or
 * more let it be turned away from square too. What the joint is worth follows from how well a hand places a cross.
 *
 * @param start where the surface would lie had the projector been moved along exactly (`carriedAlong`)
 * @param pairs places that were drawn, and the pixels that now light them; at least three
 * @throws RangeError with a sentence for fewer than three
 */
export function joinPosition(start: WallFit, pairs: readonly WallPair[], position: Rect): Joined {
  if (pairs.length < 3)
    throw new RangeError('At least three places join a position: bring three crosses onto what is drawn.');
  const middle = { x: position.x + position.width / 2, y: position.y + position.height / 2 };
  const perMm = pixelsPerMmAt((x, y) => pixelOf(start, x, y), middle);
  const handPx = spreadOfDisc * handMm * perMm;
  const along = fitWall(pairs, start, movedAlong, handPx);
  const isDoubtful = ({ offPx }: FittedWall) =>
    Math.max(...offPx.map(({ x, y }) => Math.hypot(x, y))) > doubtfulTimes * handMm * perMm;
  const fitted =
    isDoubtful(along) && pairs.length >= minTurned ? fitWall(pairs, start, turnedToo, handPx) : along;
  const offMm = fitted.offPx.map(({ x, y }) => Math.hypot(x, y) / perMm);
  const worst = offMm.indexOf(Math.max(...offMm));
  const expectedMm = ({ x, y }: Point) => fitted.expectedPx(x, y) / perMm;
  return {
    ...fitted,
    offMm,
    expectedMm,
    atJointMm: Math.max(...pairs.map(({ at }) => expectedMm(at))),
    atFarEdgeMm: Math.max(...cornersOfRect(position).map(expectedMm)),
    doubt: isDoubtful(fitted)
      ? `The places do not agree with each other: cross ${worst + 1} lies ${offMm[worst].toFixed(1)} mm from where the others say. Set it once more; or the projector was turned, and the four corners have to be placed.`
      : null,
  };
}
