import { Matrix, solve } from 'ml-matrix';
import {
  composed,
  scaling,
  translation,
  transformed,
  type Homography,
  type Point,
} from '../../geometry/index.js';

/**
 * How a photograph or scan lies on a sheet: first the bending of the lens is taken out, about the middle of the
 * picture, then a projective map carries it onto the sheet.
 */
export type SheetPose = {
  /** Middle of the picture and half its diagonal, pixels. */
  centre: Point;
  halfPx: number;
  /** Radial distortion: a place r half diagonals from the middle lay at r·(1 + a·r² + b·r⁴) (Brown 1971, two terms). */
  bend: readonly [number, number];
  /** From the straightened picture, in half diagonals from its middle, to mm on the sheet. */
  toSheet: Homography;
};

/** A pose without distortion, from a projective map of the picture's pixels to mm. */
export function poseOf({ width, height }: { width: number; height: number }, toSheet: Homography): SheetPose {
  const centre = { x: width / 2, y: height / 2 };
  const halfPx = Math.hypot(width, height) / 2;
  return {
    centre,
    halfPx,
    bend: [0, 0],
    toSheet: unitScale(composed(toSheet, translation(centre.x, centre.y), scaling(halfPx, halfPx))),
  };
}

/** Where a place of the picture lies on the sheet, mm. */
export function onSheet({ centre, halfPx, bend, toSheet }: SheetPose, x: number, y: number): Point {
  const u = (x - centre.x) / halfPx;
  const v = (y - centre.y) / halfPx;
  const k = straightening(bend, u * u + v * v);
  return transformed(toSheet, u * k, v * k);
}

const straightening = (bend: SheetPose['bend'], squared: number) =>
  1 + squared * (bend[0] + squared * bend[1]);

/** A place of the picture that should lie on a line of the sheet. */
export type Pull = {
  /** Pixels. */
  x: number;
  y: number;
  /** The line as n·p = offset, mm, with n of length 1. */
  nx: number;
  ny: number;
  offset: number;
  /** How much it counts. */
  weight: number;
};

/** How freely a pose may be changed: as a rigid sheet that may be scaled, as any plane, or seen through a lens too. */
export type Freedom = 'similarity' | 'plane' | 'lens';

/** The two terms of the distortion of a usual lens are within these; they are held to none by so much. */
const usualBend = [0.05, 0.02] as const;

/** What is held a little keeps what the lines leave open from running away. */
const hold = 1e-4;

/** One step of Gauss and Newton towards the pose that lays every place on its line, by least squares. */
export function pulledPose(pose: SheetPose, pulls: readonly Pull[], freedom: Freedom): SheetPose {
  const size = freedom === 'similarity' ? 4 : freedom === 'plane' ? 8 : 10;
  const normal = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const right = new Array<number>(size).fill(0);
  const row = new Array<number>(size).fill(0);
  const middle = onSheet(pose, pose.centre.x, pose.centre.y);
  let total = 0;
  for (const pull of pulls) {
    const { x, y } = onSheet(pose, pull.x, pull.y);
    const off = pull.nx * x + pull.ny * y - pull.offset;
    if (freedom === 'similarity') rowOfSimilarity(row, pull, x - middle.x, y - middle.y);
    else rowOfPlane(row, pull, pose, x, y);
    for (let i = 0; i < size; i++) {
      right[i] -= pull.weight * row[i] * off;
      for (let j = i; j < size; j++) normal[i][j] += pull.weight * row[i] * row[j];
    }
    total += pull.weight;
  }
  for (let i = 0; i < size; i++) {
    normal[i][i] += hold * normal[i][i] + 1e-9;
    for (let j = 0; j < i; j++) normal[i][j] = normal[j][i];
  }
  if (freedom === 'lens') {
    // As much as one place in a thousand that would be 1 mm off.
    usualBend.forEach((usual, term) => {
      const held = (0.001 * total) / (usual * usual);
      normal[8 + term][8 + term] += held;
      right[8 + term] -= held * pose.bend[term];
    });
  }
  const change = solve(new Matrix(normal), Matrix.columnVector(right)).to1DArray();
  if (!change.every(Number.isFinite)) return pose;
  return freedom === 'similarity' ? movedPose(pose, middle, change) : bentPose(pose, change);
}

/** Derivatives by shift right, shift down, growth and turn about the middle. */
function rowOfSimilarity(row: number[], { nx, ny }: Pull, dx: number, dy: number): void {
  row[0] = nx;
  row[1] = ny;
  row[2] = nx * dx + ny * dy;
  row[3] = ny * dx - nx * dy;
}

/** Derivatives by the eight numbers of the projective map, and by the two of the lens. */
function rowOfPlane(row: number[], pull: Pull, pose: SheetPose, x: number, y: number): void {
  const { centre, halfPx, bend, toSheet: h } = pose;
  const { nx, ny } = pull;
  const u0 = (pull.x - centre.x) / halfPx;
  const v0 = (pull.y - centre.y) / halfPx;
  const squared = u0 * u0 + v0 * v0;
  const k = straightening(bend, squared);
  const u = u0 * k;
  const v = v0 * k;
  const w = h[6] * u + h[7] * v + h[8];
  const across = nx * x + ny * y;
  row[0] = (nx * u) / w;
  row[1] = (nx * v) / w;
  row[2] = nx / w;
  row[3] = (ny * u) / w;
  row[4] = (ny * v) / w;
  row[5] = ny / w;
  row[6] = (-across * u) / w;
  row[7] = (-across * v) / w;
  const byU = (nx * (h[0] - x * h[6]) + ny * (h[3] - y * h[6])) / w;
  const byV = (nx * (h[1] - x * h[7]) + ny * (h[4] - y * h[7])) / w;
  row[8] = (byU * u0 + byV * v0) * squared;
  row[9] = row[8] * squared;
}

function movedPose(pose: SheetPose, { x, y }: Point, [right, down, growth, turn]: number[]): SheetPose {
  const similar: Homography = [1 + growth, -turn, 0, turn, 1 + growth, 0, 0, 0, 1];
  const toSheet = composed(translation(x + right, y + down), similar, translation(-x, -y), pose.toSheet);
  return { ...pose, toSheet: unitScale(toSheet) };
}

function bentPose(pose: SheetPose, change: number[]): SheetPose {
  const [a, b, c, d, e, f, g, h] = pose.toSheet.map((value, i) => value + (change[i] ?? 0));
  const [first, second] = pose.bend;
  return {
    ...pose,
    toSheet: [a, b, c, d, e, f, g, h, 1],
    bend: [first + (change[8] ?? 0), second + (change[9] ?? 0)],
  };
}

/** The same map with its last number one. */
export function unitScale([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  return [a / i, b / i, c / i, d / i, e / i, f / i, g / i, h / i, 1];
}

/** The bending is undone by so many steps of Newton; it is slight, so few are enough. */
const unbendingSteps = 4;

/** Where in the picture a place of the sheet is seen, pixels; `fromSheet` is the inverse of the pose's own map. */
export function inPicture(
  { centre, halfPx, bend }: SheetPose,
  fromSheet: Homography,
  x: number,
  y: number,
): Point {
  const { x: u, y: v } = transformed(fromSheet, x, y);
  const straight = Math.sqrt(u * u + v * v);
  let r = straight;
  for (let k = 0; k < unbendingSteps; k++) {
    const squared = r * r;
    const slope = 1 + squared * (3 * bend[0] + 5 * squared * bend[1]);
    r -= (r * straightening(bend, squared) - straight) / slope;
  }
  const back = straight > 0 ? r / straight : 1;
  return { x: centre.x + halfPx * back * u, y: centre.y + halfPx * back * v };
}
