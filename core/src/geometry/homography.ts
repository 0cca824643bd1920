/** A point in the plane; y runs down. */
export type Point = { x: number; y: number };

/** Corners of a four-sided figure in order round it: top-left, top-right, bottom-right, bottom-left. */
export type Quad = readonly [Point, Point, Point, Point];

/** Four corners in order, each made from its number. */
export function quadBy(corner: (k: 0 | 1 | 2 | 3) => Point): Quad {
  return [corner(0), corner(1), corner(2), corner(3)];
}

/**
 * A projective map of the plane as the rows of a 3 × 3 matrix: (x, y) goes to (u / w, v / w) where
 * (u, v, w) = matrix · (x, y, 1).
 */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

export const identity: Homography = [1, 0, 0, 0, 1, 0, 0, 0, 1];

export const translation = (x: number, y: number): Homography => [1, 0, x, 0, 1, y, 0, 0, 1];

export const scaling = (x: number, y: number): Homography => [x, 0, 0, 0, y, 0, 0, 0, 1];

/** Turns clockwise as seen on the page (y down) about the origin. */
export function rotation(angleRad: number): Homography {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  return [c, -s, 0, s, c, 0, 0, 0, 1];
}

/** Where a point goes. */
export function transformed(h: Homography, x: number, y: number): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
}

/** First `inner`, then `outer`; and so on for more, the last argument first. */
export function composed(...maps: Homography[]): Homography {
  return maps.reduce((a, b) => [
    a[0] * b[0] + a[1] * b[3] + a[2] * b[6],
    a[0] * b[1] + a[1] * b[4] + a[2] * b[7],
    a[0] * b[2] + a[1] * b[5] + a[2] * b[8],
    a[3] * b[0] + a[4] * b[3] + a[5] * b[6],
    a[3] * b[1] + a[4] * b[4] + a[5] * b[7],
    a[3] * b[2] + a[4] * b[5] + a[5] * b[8],
    a[6] * b[0] + a[7] * b[3] + a[8] * b[6],
    a[6] * b[1] + a[7] * b[4] + a[8] * b[7],
    a[6] * b[2] + a[7] * b[5] + a[8] * b[8],
  ]);
}

/**
 * The way back (by the adjugate; a homography has no scale of its own, so the determinant is left out but
 * for its sign).
 *
 * @throws RangeError when the map flattens the plane onto a line
 */
export function inverted(h: Homography): Homography {
  const [a, b, c, d, e, f, g, i, j] = h;
  const determinant = a * (e * j - f * i) - b * (d * j - f * g) + c * (d * i - e * g);
  if (Math.abs(determinant) < 1e-14) throw new RangeError('This map of the plane has no way back.');
  const s = 1 / determinant;
  return [
    s * (e * j - f * i),
    s * (c * i - b * j),
    s * (b * f - c * e),
    s * (f * g - d * j),
    s * (a * j - c * g),
    s * (c * d - a * f),
    s * (d * i - e * g),
    s * (b * g - a * i),
    s * (a * e - b * d),
  ];
}

/**
 * The homography that carries the unit square onto a figure with these corners (Heckbert, "Fundamentals of
 * Texture Mapping and Image Warping", 1989, section 2.2.3).
 */
export function ontoQuad(quad: Quad): Homography {
  const [p0, p1, p2, p3] = quad;
  const sumX = p0.x - p1.x + p2.x - p3.x;
  const sumY = p0.y - p1.y + p2.y - p3.y;
  const dx1 = p1.x - p2.x;
  const dx2 = p3.x - p2.x;
  const dy1 = p1.y - p2.y;
  const dy2 = p3.y - p2.y;
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sumX * dy2 - dx2 * sumY) / determinant;
  const h = (dx1 * sumY - sumX * dy1) / determinant;
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
    1,
  ];
}

/** Twice the signed area of the triangle a b c, positive when it runs clockwise on the page (y down). */
export function turnAt(a: Point, b: Point, c: Point): number {
  return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
}

/** Whether the corners, taken in order, run clockwise round a figure without a dent or a crossing. */
export function isConvexQuad(quad: Quad): boolean {
  return quad.every((corner, i) => turnAt(corner, quad[(i + 1) % 4], quad[(i + 2) % 4]) > 0);
}

export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);

/** The mean of some points; of at least one. */
export const centroidOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});
