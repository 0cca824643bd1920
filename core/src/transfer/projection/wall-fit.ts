import { inverse, Matrix } from 'ml-matrix';
import {
  centroidOf,
  composed,
  scaling,
  transformed,
  translation,
  type Homography,
  type Point,
} from '../../geometry/index.js';

/** Width and height of a projector's picture, pixels. */
export type Screen = { width: number; height: number };
/** Width and height of the surface, mm. */
export type WallSize = { width: number; height: number };

/** A place of the surface, mm, and the pixel of the projector that lights it. */
export type WallPair = { at: Point; px: Point };

/**
 * How a surface lies in the picture of a projector: a projective map from mm to half diagonals of the picture from the
 * lens's axis, then the bending of the lens: what should lie r away lies at r·(1 + a·r² + b·r⁴) (Brown 1971, two
 * terms).
 */
export type WallFit = {
  toPicture: Homography;
  /** The lens's axis in the picture, and half its diagonal, pixels. */
  axis: Point;
  halfPx: number;
  bend: readonly [number, number];
};

/** Which pixel lights a place of the surface. */
export function pixelOf({ toPicture, axis, halfPx, bend }: WallFit, x: number, y: number): Point {
  const { x: u, y: v } = transformed(toPicture, x, y);
  const squared = u * u + v * v;
  const out = halfPx * (1 + squared * (bend[0] + bend[1] * squared));
  return { x: axis.x + out * u, y: axis.y + out * v };
}

/** A surface placed by its four corners alone, through a lens without bending. */
export function planeFit(toPixels: Homography, { width, height }: Screen): WallFit {
  const axis = { x: width / 2, y: height / 2 };
  const halfPx = Math.hypot(width, height) / 2;
  const toPicture = composed(scaling(1 / halfPx, 1 / halfPx), translation(-axis.x, -axis.y), toPixels);
  return { toPicture, axis, halfPx, bend: [0, 0] };
}

/**
 * How freely a fit may differ from the one it begins with, each as the spread that is usual (one standard deviation);
 * Infinity for what nothing is known of, 0 for what stays. Shift, turn and growth are of the surface; squeeze and slant
 * are its sides' ratio and angle; keystone is how much larger the picture grows over half a diagonal of it.
 */
export type Freedom = {
  shift: number;
  turn: number;
  growth: number;
  squeeze: number;
  keystone: number;
  bend: readonly [number, number];
  /** Of the lens's axis, half diagonals. */
  axis: readonly [number, number];
};

/**
 * A projector set up anew: anything may be, though lenses one can buy bend the rim of the picture by a hundredth or two
 * at most, and have their axis in the middle of its width and anywhere from its middle to its upper or lower edge.
 */
export const setUpAnew: Freedom = {
  shift: Infinity,
  turn: Infinity,
  growth: Infinity,
  squeeze: Infinity,
  keystone: Infinity,
  bend: [0.02, 0.004],
  axis: [0.02, 0.3],
};

/**
 * A projector moved along a wall on a rail or a stand that is levelled again: it shifts and turns, comes nearer or
 * farther by two in a thousand, and turns away from square by a twentieth of a degree, which is a keystone of 0.00035 at
 * a throw ratio of 1.5.
 */
export const movedAlong: Freedom = {
  shift: Infinity,
  turn: Infinity,
  growth: 0.002,
  squeeze: 0,
  keystone: 0.00035,
  bend: [0, 0],
  axis: [0, 0],
};

/** A fit, how well the pairs agree with it, and what it is worth. */
export type FittedWall = {
  fit: WallFit;
  /** How far pairs lie from where the fit throws them, pixels: root of the mean square, and each. */
  rmsPx: number;
  offPx: Point[];
  /** How far a place of the surface is expected to be off, pixels (root of the mean square of both ways together). */
  expectedPx: (x: number, y: number) => number;
};

const keys = 12;
const maxSteps = 12;
/** Nothing may be freer than this, in units of its own: what is not told by the pairs stays near where it was. */
const free = 1e3;
/** Changes smaller than this are none. */
const settled = 1e-10;

/**
 * The fit that throws each place of some pairs nearest to its pixel, by least squares with what is usual of projectors
 * as so many more measures (maximum a posteriori; Gauss and Newton). The covariance of its numbers tells what it is
 * worth anywhere.
 *
 * @param start what the fit begins with
 * @param handPx how well a hand places a pixel: the spread of one coordinate, pixels
 */
export function fitWall(
  pairs: readonly WallPair[],
  start: WallFit,
  freedom: Freedom,
  handPx: number,
): FittedWall {
  const middle = centroidOf(pairs.map(({ at }) => at));
  const squares = pairs.map(({ at }) => (at.x - middle.x) ** 2 + (at.y - middle.y) ** 2);
  const reach = Math.max(1, Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / pairs.length));
  const spreads = spreadsOf(freedom, reach);
  const used = spreads.flatMap((spread, k) => (spread > 0 ? [k] : []));
  const held = used.map((k) => (handPx / Math.min(spreads[k], free)) ** 2);
  const changed = (change: Float64Array) => changedFit(start, change, middle, reach);
  let change = new Float64Array(keys);
  let covariance = Matrix.eye(used.length);
  for (let step = 0; step < maxSteps; step++) {
    const { normal, right } = equationsOf(pairs, changed, change, used, held);
    covariance = inverse(normal, true);
    const by = covariance.mmul(right).to1DArray();
    change = change.slice();
    used.forEach((k, i) => (change[k] += by[i]));
    if (by.every((each) => Math.abs(each) < settled)) break;
  }
  const fit = changed(change);
  const offPx = pairs.map(({ at, px }) => {
    const put = pixelOf(fit, at.x, at.y);
    return { x: put.x - px.x, y: put.y - px.y };
  });
  const slopes = slopesAt(changed, change, used);
  return {
    fit,
    offPx,
    rmsPx: Math.sqrt(offPx.reduce((sum, { x, y }) => sum + x * x + y * y, 0) / Math.max(1, offPx.length)),
    expectedPx: (x, y) => {
      const at = slopes({ x, y });
      const variance = [at.x, at.y].reduce((sum, slope) => {
        const row = Matrix.rowVector([...slope]);
        return sum + row.mmul(covariance).mmul(row.transpose()).get(0, 0);
      }, 0);
      return handPx * Math.sqrt(Math.max(0, variance));
    },
  };
}

/** The normal equations of one step: what the pairs ask for, and what holds each change in use where it was. */
function equationsOf(
  pairs: readonly WallPair[],
  changed: (change: Float64Array) => WallFit,
  change: Float64Array,
  used: readonly number[],
  held: readonly number[],
): { normal: Matrix; right: Matrix } {
  const normal = Matrix.diag([...held]);
  const right = Matrix.columnVector(used.map((k, i) => -change[k] * held[i]));
  const now = changed(change);
  const slopes = slopesAt(changed, change, used);
  for (const { at, px } of pairs) {
    const put = pixelOf(now, at.x, at.y);
    const slope = slopes(at);
    for (const [off, row] of [
      [px.x - put.x, slope.x],
      [px.y - put.y, slope.y],
    ] as const)
      for (let i = 0; i < used.length; i++) {
        right.set(i, 0, right.get(i, 0) + row[i] * off);
        for (let j = 0; j < used.length; j++) normal.set(i, j, normal.get(i, j) + row[i] * row[j]);
      }
  }
  return { normal, right };
}

/** Spreads of the twelve changes, each in the units they are made in. */
function spreadsOf({ shift, turn, growth, squeeze, keystone, bend, axis }: Freedom, reach: number): number[] {
  return [shift / reach, shift / reach, turn, growth, squeeze, squeeze, keystone, keystone, ...bend, ...axis];
}

/**
 * A fit with twelve small changes: the surface shifted (in reaches), turned, grown, squeezed and slanted about the
 * middle of the pairs; the picture's keystone; the lens.
 */
function changedFit(start: WallFit, change: Float64Array, middle: Point, reach: number): WallFit {
  const [right, down, turn, growth, squeeze, slant, across, along, first, second, axisX, axisY] = change;
  const moved: Homography = [
    1 + growth + squeeze,
    slant - turn,
    right * reach,
    slant + turn,
    1 + growth - squeeze,
    down * reach,
    0,
    0,
    1,
  ];
  const keystone: Homography = [1, 0, 0, 0, 1, 0, across, along, 1];
  const { axis, halfPx, bend } = start;
  return {
    toPicture: composed(
      // The picture stays where it is while the axis about which it is bent moves.
      translation(-axisX, -axisY),
      keystone,
      start.toPicture,
      translation(middle.x, middle.y),
      moved,
      translation(-middle.x, -middle.y),
    ),
    axis: { x: axis.x + halfPx * axisX, y: axis.y + halfPx * axisY },
    halfPx,
    bend: [bend[0] + first, bend[1] + second],
  };
}

/** How the pixel of a place follows each change in use, by small steps both ways. */
function slopesAt(changed: (change: Float64Array) => WallFit, change: Float64Array, used: readonly number[]) {
  const step = 1e-6;
  const either = used.map((k) =>
    [1, -1].map((way) => {
      const moved = change.slice();
      moved[k] += way * step;
      return changed(moved);
    }),
  );
  return ({ x, y }: Point): { x: Float64Array; y: Float64Array } => {
    const slopes = either.map(([ahead, behind]) => {
      const [a, b] = [pixelOf(ahead, x, y), pixelOf(behind, x, y)];
      return [(a.x - b.x) / (2 * step), (a.y - b.y) / (2 * step)];
    });
    return { x: Float64Array.from(slopes, ([sx]) => sx), y: Float64Array.from(slopes, ([, sy]) => sy) };
  };
}
