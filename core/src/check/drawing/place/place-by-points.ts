import { Matrix, solve } from 'ml-matrix';
import { isConvexQuad, quadBy, transformed, type Homography, type Quad } from '../../../geometry/index.js';
import { maxPoints, minPoints, type KnownPoint } from './known-point.js';
import type { SizeMm } from '../../../units/index.js';

/** Points nearer to each other than this share of the surface's diagonal, or more nearly in one line, tell too little. */
const minApart = 0.08;

/**
 * The corners of the surface on a photograph, from places known on both: two give shift, turn and scale, three a slant
 * too, four the perspective.
 *
 * @returns null where the points lie too near to each other, or in one line
 */
export function cornersByPoints(points: readonly KnownPoint[], size: SizeMm): Quad | null {
  if (points.length < minPoints || points.length > maxPoints || !areApart(points, size)) return null;
  const fitted =
    points.length === 2
      ? similarityOf(points)
      : points.length === 3
        ? affineOf(points)
        : perspectiveOf(points);
  if (!fitted) return null;
  const corners = quadBy((k) =>
    transformed(fitted, k === 1 || k === 2 ? size.widthMm : 0, k >= 2 ? size.heightMm : 0),
  );
  return corners.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y)) && isConvexQuad(corners)
    ? corners
    : null;
}

function areApart(points: readonly KnownPoint[], { widthMm, heightMm }: SizeMm): boolean {
  const least = minApart * Math.hypot(widthMm, heightMm);
  return points.every(({ onMap: a }, i) =>
    points.every(({ onMap: b }, j) => {
      if (j <= i) return true;
      if (Math.hypot(b.x - a.x, b.y - a.y) < least) return false;
      // Of three none lies near the line through the two others.
      return points.every(({ onMap: c }, k) => {
        if (k <= j) return true;
        const area = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
        const longest = Math.max(
          Math.hypot(b.x - a.x, b.y - a.y),
          Math.hypot(c.x - a.x, c.y - a.y),
          Math.hypot(c.x - b.x, c.y - b.y),
        );
        return area / longest >= least / 2;
      });
    }),
  );
}

function similarityOf([first, second]: readonly KnownPoint[]): Homography {
  const [u, v] = [second.onMap.x - first.onMap.x, second.onMap.y - first.onMap.y];
  const [p, q] = [second.inPicture.x - first.inPicture.x, second.inPicture.y - first.inPicture.y];
  const squared = u * u + v * v;
  const [a, b] = [(u * p + v * q) / squared, (u * q - v * p) / squared];
  const { onMap, inPicture } = first;
  return [
    a,
    -b,
    inPicture.x - a * onMap.x + b * onMap.y,
    b,
    a,
    inPicture.y - b * onMap.x - a * onMap.y,
    0,
    0,
    1,
  ];
}

function affineOf(points: readonly KnownPoint[]): Homography | null {
  const rows = new Matrix(points.map(({ onMap: { x, y } }) => [x, y, 1]));
  const across = solved(
    rows,
    points.map(({ inPicture }) => inPicture.x),
  );
  const down = solved(
    rows,
    points.map(({ inPicture }) => inPicture.y),
  );
  return across && down && [across[0], across[1], across[2], down[0], down[1], down[2], 0, 0, 1];
}

function perspectiveOf(points: readonly KnownPoint[]): Homography | null {
  const rows: number[][] = [];
  const right: number[] = [];
  for (const {
    onMap: { x, y },
    inPicture,
  } of points) {
    rows.push([x, y, 1, 0, 0, 0, -x * inPicture.x, -y * inPicture.x]);
    rows.push([0, 0, 0, x, y, 1, -x * inPicture.y, -y * inPicture.y]);
    right.push(inPicture.x, inPicture.y);
  }
  const h = solved(new Matrix(rows), right);
  return h && [h[0], h[1], h[2], h[3], h[4], h[5], h[6], h[7], 1];
}

function solved(rows: Matrix, right: number[]): number[] | null {
  const values = solve(rows, Matrix.columnVector(right)).to1DArray();
  return values.every(Number.isFinite) ? values : null;
}
