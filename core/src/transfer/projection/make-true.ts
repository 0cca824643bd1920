import { squarenessOf, type MeasuredSides } from '../../fit/index.js';
import {
  centroidOf,
  cornersOfRect,
  inverted,
  quadBy,
  transformed,
  type Point,
  type Quad,
  type Rect,
} from '../../geometry/index.js';
import type { Placed } from './live.js';
import { fitOf, wallToPixels } from './placed.js';
import { pixelOf, type WallSize } from './wall-fit.js';

/** What the sides and diagonals of the projected outline should be on the surface, mm. */
export function trueSides({ width, height }: WallSize): MeasuredSides {
  const diagonal = Math.hypot(width, height);
  return { top: width, right: height, bottom: width, left: height, falling: diagonal, rising: diagonal };
}

/** What a measured outline says. */
export type MadeTrue = {
  /** What each corner of the outline is off by, right and down, mm; clockwise from the upper left. */
  off: readonly [Point, Point, Point, Point];
  worstMm: number;
  /** What was placed, with every pixel where it has to be so that the outline is true. */
  placed: Placed;
  /** How badly the six lengths fit together, mm (root mean square): what was mismeasured. */
  disagreeMm: number;
};

/**
 * What is wrong with a projected outline by its measured sides and diagonals: the figure they make, laid onto the true
 * rectangle as near as it goes, is where the corners of the drawing are seen. So each place of the drawing is seen
 * elsewhere by a projective map; the pixel that has to light a place is that which lights it now as another.
 *
 * @param part the part of the surface whose outline was measured, mm
 * @param measured the six lengths as they are on the wall, mm
 * @throws RangeError with a sentence when the lengths belong to no four-sided figure
 */
export function makeTrue(part: Rect, placed: Placed, measured: MeasuredSides): MadeTrue {
  const { corners: figure, disagreeMm } = squarenessOf(measured);
  const rectangle = cornersOfRect(part);
  const seen = laidOnto(figure, rectangle);
  const drawnAt = inverted(wallToPixels(part, seen));
  const { fit } = fitOf(placed, part);
  const trueAt = ({ x, y }: Point) => {
    const shown = transformed(drawnAt, x, y);
    return pixelOf(fit, shown.x, shown.y);
  };
  const off = quadBy((k) => ({ x: seen[k].x - rectangle[k].x, y: seen[k].y - rectangle[k].y }));
  const [a, b, c, d] = rectangle.map(trueAt);
  return {
    off,
    worstMm: Math.max(...off.map(({ x, y }) => Math.hypot(x, y))),
    placed: {
      ...placed,
      corners: [a, b, c, d],
      points: placed.points.map(({ at }) => ({ at, px: trueAt(at) })),
    },
    disagreeMm,
  };
}

/** A figure turned and moved, its size kept, so that its corners lie as near those of another as they can (least squares). */
function laidOnto(figure: Quad, aim: Quad): Quad {
  const from = centroidOf(figure);
  const to = centroidOf(aim);
  let [along, across] = [0, 0];
  figure.forEach(({ x, y }, k) => {
    const [ax, ay] = [x - from.x, y - from.y];
    const [bx, by] = [aim[k].x - to.x, aim[k].y - to.y];
    along += ax * bx + ay * by;
    across += ax * by - ay * bx;
  });
  const angle = Math.atan2(across, along);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return quadBy((k) => {
    const [x, y] = [figure[k].x - from.x, figure[k].y - from.y];
    return { x: to.x + c * x - s * y, y: to.y + s * x + c * y };
  });
}
