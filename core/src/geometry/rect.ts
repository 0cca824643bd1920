import { quadBy, type Quad } from './homography.js';

/** A rectangle in millimetres, from its top-left corner; x to the right, y down. */
export type Rect = { x: number; y: number; width: number; height: number };

/** The four corners of a rectangle as a ring, clockwise from the top left: x0, y0 … */
export function ringOfRect({ x, y, width, height }: Rect): number[] {
  return [x, y, x + width, y, x + width, y + height, x, y + height];
}

/** The four corners of a rectangle as points, clockwise from the top left. */
export const cornersOfRect = ({ x, y, width, height }: Rect): Quad =>
  quadBy((k) => ({ x: x + (k === 1 || k === 2 ? width : 0), y: y + (k >= 2 ? height : 0) }));

/** The part two rectangles share, or null when they do not overlap by a positive area. */
export function intersection(a: Rect, b: Rect): Rect | null {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
}

/**
 * The part of the segment a–b inside a rectangle (Liang–Barsky clipping).
 *
 * @returns x0, y0, x1, y1, or null when it misses the rectangle
 */
export function clipSegment(
  rect: Rect,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): [number, number, number, number] | null {
  let from = 0;
  let to = 1;
  const dx = bx - ax;
  const dy = by - ay;
  const limits = [
    [-dx, ax - rect.x],
    [dx, rect.x + rect.width - ax],
    [-dy, ay - rect.y],
    [dy, rect.y + rect.height - ay],
  ];
  for (const [slope, room] of limits) {
    if (slope === 0) {
      if (room < 0) return null;
      continue;
    }
    const t = room / slope;
    if (slope < 0) from = Math.max(from, t);
    else to = Math.min(to, t);
    if (from > to) return null;
  }
  return [ax + from * dx, ay + from * dy, ax + to * dx, ay + to * dy];
}

/** The runs of a polyline that lie inside a rectangle, each cut exactly at its border. */
export function clipPolyline(rect: Rect, points: ArrayLike<number>): number[][] {
  const runs: number[][] = [];
  let run: number[] = [];
  for (let i = 2; i < points.length; i += 2) {
    const piece = clipSegment(rect, points[i - 2], points[i - 1], points[i], points[i + 1]);
    if (!piece) continue;
    const joins = run.length > 0 && run[run.length - 2] === piece[0] && run[run.length - 1] === piece[1];
    if (!joins) {
      if (run.length > 2) runs.push(run);
      run = [piece[0], piece[1]];
    }
    run.push(piece[2], piece[3]);
  }
  if (run.length > 2) runs.push(run);
  return runs;
}

/**
 * The part of a ring inside a rectangle (Sutherland & Hodgman 1974). Where the ring leaves and comes back the
 * parts stay joined along the border, which a filled area does not show.
 */
export function clipRing({ x, y, width, height }: Rect, ring: ArrayLike<number>): number[] {
  let run = Array.from(ring);
  run = clipHalf(run, 0, 1, x);
  run = clipHalf(run, 0, -1, -(x + width));
  run = clipHalf(run, 1, 1, y);
  return clipHalf(run, 1, -1, -(y + height));
}

/** The part of a ring where sense × coordinate is at least a limit. */
function clipHalf(ring: number[], axis: 0 | 1, sense: 1 | -1, limit: number): number[] {
  const out: number[] = [];
  const n = ring.length;
  for (let i = 0; i < n; i += 2) {
    const j = i + 2 === n ? 0 : i + 2;
    const here = sense * ring[i + axis] - limit;
    const next = sense * ring[j + axis] - limit;
    if (here >= 0) out.push(ring[i], ring[i + 1]);
    if (here < 0 === next < 0) continue;
    const t = here / (here - next);
    const place = [ring[i] + t * (ring[j] - ring[i]), ring[i + 1] + t * (ring[j + 1] - ring[i + 1])];
    // Exactly on the border, whatever the rounding.
    place[axis] = sense * limit;
    out.push(place[0], place[1]);
  }
  return out;
}
