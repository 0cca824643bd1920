import { squarenessOf, type MeasuredSides } from '../../fit/index.js';
import { composed, inverted, quadBy, transformed, type Point, type Quad } from '../../geometry/index.js';
import { wallToPixels, type WallSize } from './placed.js';

export const cornerNames = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

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
  /** Where the corners have to be brought so that the outline is true, pixels. */
  corners: Quad;
  /** How badly the six lengths fit together, mm (root mean square): what was mismeasured. */
  disagreeMm: number;
};

/**
 * What is wrong with a projected outline by its measured sides and diagonals: the figure they make, laid onto the true
 * rectangle as near as it goes, is where the corners of the drawing are seen. The pixels that would be seen at the true
 * corners follow by the projective map from pixels to the wall.
 *
 * @param corners where the corners lie now, pixels
 * @param measured the six lengths as they are on the wall, mm
 * @throws RangeError with a sentence when the lengths belong to no four-sided figure
 */
export function makeTrue(surface: WallSize, corners: Quad, measured: MeasuredSides): MadeTrue {
  const { corners: figure, disagreeMm } = squarenessOf(measured);
  const rectangle = quadBy((k) => ({
    x: k === 1 || k === 2 ? surface.width : 0,
    y: k >= 2 ? surface.height : 0,
  }));
  const seen = laidOnto(figure, rectangle);
  const toPixels = composed(wallToPixels(surface, corners), inverted(wallToPixels(surface, seen)));
  const off = quadBy((k) => ({ x: seen[k].x - rectangle[k].x, y: seen[k].y - rectangle[k].y }));
  return {
    off,
    worstMm: Math.max(...off.map(({ x, y }) => Math.hypot(x, y))),
    corners: quadBy((k) => transformed(toPixels, rectangle[k].x, rectangle[k].y)),
    disagreeMm,
  };
}

/** A figure turned and moved, its size kept, so that its corners lie as near those of another as they can (least squares). */
function laidOnto(figure: Quad, aim: Quad): Quad {
  const from = middleOf(figure);
  const to = middleOf(aim);
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

const middleOf = (quad: Quad): Point => ({
  x: quad.reduce((sum, { x }) => sum + x, 0) / 4,
  y: quad.reduce((sum, { y }) => sum + y, 0) / 4,
});
