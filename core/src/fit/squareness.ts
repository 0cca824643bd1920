import { Matrix, solve } from 'ml-matrix';
import { distance, type Line, type Point, type Quad } from '../geometry/index.js';
import type { MeasuredSide, MeasuredSides } from './measured-sides.js';

/** How a surface really lies, from six measures. */
export type Squareness = {
  /** Corners, mm, the top-left one at the origin and the top side level. Top-left and on clockwise. */
  corners: Quad;
  /** By how much each corner is more (or less, negative) than a right angle, radians. */
  offRad: [number, number, number, number];
  /** Falling diagonal less rising one, mm: nothing on a square surface. */
  diagonalsDifferMm: number;
  /** The corner nearest to a right angle, counted from the top left clockwise: align to it. */
  squarest: number;
  /** How well the six measures agree with any four-sided figure: root mean square, mm. */
  disagreeMm: number;
};

const ends: readonly (readonly [MeasuredSide, number, number])[] = [
  ['top', 0, 1],
  ['right', 1, 2],
  ['bottom', 2, 3],
  ['left', 3, 0],
  ['falling', 0, 2],
  ['rising', 3, 1],
];

const sideNames: Readonly<Record<MeasuredSide, string>> = {
  top: 'the top',
  right: 'the right side',
  bottom: 'the bottom',
  left: 'the left side',
  falling: 'the diagonal from the top left',
  rising: 'the diagonal from the bottom left',
};

/** What is wrong with six measures, with the one concerned, or null when they can belong to a surface. */
export function findMeasureFault(measured: MeasuredSides): { field: MeasuredSide; message: string } | null {
  for (const [field] of ends) {
    if (!(measured[field] > 0))
      return { field, message: `Measure ${sideNames[field]}; it cannot be nothing.` };
  }
  const triangles: readonly (readonly [MeasuredSide, MeasuredSide, MeasuredSide])[] = [
    ['falling', 'top', 'right'],
    ['falling', 'bottom', 'left'],
    ['rising', 'top', 'left'],
    ['rising', 'bottom', 'right'],
  ];
  for (const [diagonal, a, b] of triangles) {
    if (measured[diagonal] >= measured[a] + measured[b]) {
      return {
        field: diagonal,
        message: `${capital(sideNames[diagonal])} cannot be as long as ${sideNames[a]} and ${sideNames[b]} together. Measure again.`,
      };
    }
    if (measured[diagonal] <= Math.abs(measured[a] - measured[b])) {
      return {
        field: diagonal,
        message: `${capital(sideNames[diagonal])} is too short to reach from corner to corner. Measure again.`,
      };
    }
  }
  return null;
}

const capital = (words: string) => words[0].toUpperCase() + words.slice(1);

/** Where the least-squares steps have settled, mm. */
const settledMm = 1e-9;

/**
 * Corners of a surface from its four sides and two diagonals. Six measures determine five unknowns, so they
 * are met as well as can be: least squares by Gauss–Newton steps from the rectangle of the mean sides.
 *
 * @throws RangeError when the measures can belong to no surface; ask `findMeasureFault` first
 */
export function squarenessOf(measured: MeasuredSides): Squareness {
  const fault = findMeasureFault(measured);
  if (fault) throw new RangeError(fault.message);
  const width = (measured.top + measured.bottom) / 2;
  const height = (measured.left + measured.right) / 2;
  // Unknown: x of the top right; x and y of the bottom right; x and y of the bottom left.
  let unknown = [width, width, height, 0, height];
  for (let step = 0; step < 50; step++) {
    const corners = cornersFrom(unknown);
    const rows: number[][] = [];
    const short: number[][] = [];
    for (const [side, i, j] of ends) {
      const a = corners[i];
      const b = corners[j];
      const now = distance(a, b);
      short.push([measured[side] - now]);
      rows.push(rowFor(i, j, (b.x - a.x) / now, (b.y - a.y) / now));
    }
    const change = solve(new Matrix(rows), new Matrix(short)).to1DArray();
    unknown = unknown.map((value, k) => value + change[k]);
    if (Math.max(...change.map(Math.abs)) < settledMm) break;
  }
  const corners = cornersFrom(unknown);
  const offRad = corners.map((corner, k) =>
    cornerOff(corners[(k + 3) % 4], corner, corners[(k + 1) % 4]),
  ) as Squareness['offRad'];
  const sizes = offRad.map(Math.abs);
  const missed = ends.map(([side, i, j]) => measured[side] - distance(corners[i], corners[j]));
  return {
    corners,
    offRad,
    diagonalsDifferMm: measured.falling - measured.rising,
    squarest: sizes.indexOf(Math.min(...sizes)),
    disagreeMm: Math.sqrt(missed.reduce((sum, off) => sum + off * off, 0) / missed.length),
  };
}

function cornersFrom([x1, x2, y2, x3, y3]: readonly number[]): Quad {
  return [
    { x: 0, y: 0 },
    { x: x1, y: 0 },
    { x: x2, y: y2 },
    { x: x3, y: y3 },
  ];
}

/** How the distance from corner i to corner j changes with each unknown; (ux, uy) points from i to j. */
function rowFor(i: number, j: number, ux: number, uy: number): number[] {
  const row = [0, 0, 0, 0, 0];
  const add = (corner: number, sign: number) => {
    if (corner === 1) row[0] += sign * ux;
    if (corner === 2) {
      row[1] += sign * ux;
      row[2] += sign * uy;
    }
    if (corner === 3) {
      row[3] += sign * ux;
      row[4] += sign * uy;
    }
  };
  add(j, 1);
  add(i, -1);
  return row;
}

function cornerOff(before: Point, corner: Point, after: Point): number {
  const a = Math.atan2(before.y - corner.y, before.x - corner.x);
  const b = Math.atan2(after.y - corner.y, after.x - corner.x);
  const angle = (a - b + 4 * Math.PI) % (2 * Math.PI);
  return angle - Math.PI / 2;
}

/** The line along one side of a surface, its normal pointing inward: side k runs from corner k to k + 1. */
export function sideLine(corners: Quad, k: number): Line {
  const a = corners[k % 4];
  const b = corners[(k + 1) % 4];
  const size = distance(a, b);
  const nx = -(b.y - a.y) / size;
  const ny = (b.x - a.x) / size;
  return { nx, ny, offset: nx * a.x + ny * a.y };
}
