/** A line as the points p with nx·x + ny·y = offset; (nx, ny) has length 1. */
export type Line = { nx: number; ny: number; offset: number };

/** Line through points a … b (counted in pairs, both included) of a polyline by total least squares. */
export function fitLine(points: Float64Array, a: number, b: number): Line {
  const count = b - a + 1;
  let mx = 0;
  let my = 0;
  for (let i = a; i <= b; i++) {
    mx += points[2 * i];
    my += points[2 * i + 1];
  }
  mx /= count;
  my /= count;
  let cxx = 0;
  let cxy = 0;
  let cyy = 0;
  for (let i = a; i <= b; i++) {
    const dx = points[2 * i] - mx;
    const dy = points[2 * i + 1] - my;
    cxx += dx * dx;
    cxy += dx * dy;
    cyy += dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * cxy, cxx - cyy);
  const nx = -Math.sin(angle);
  const ny = Math.cos(angle);
  return { nx, ny, offset: nx * mx + ny * my };
}

/** A line, and a direction of length 1 along it. */
export type Way = { line: Line; ux: number; uy: number };

/** Which way a polyline runs from one of its points to another, before or behind it: the line through all between (`fitLine`), and the direction along it. */
export function fitWay(points: Float64Array, from: number, to: number): Way {
  const line = fitLine(points, Math.min(from, to), Math.max(from, to));
  const { nx, ny } = line;
  const along = ny * (points[2 * to] - points[2 * from]) - nx * (points[2 * to + 1] - points[2 * from + 1]);
  const sense = along < 0 ? -1 : 1;
  return { line, ux: sense * ny, uy: -sense * nx };
}

/** Point where two lines cross, or null when they are nearly parallel. */
export function crossing(a: Line, b: Line): [number, number] | null {
  const determinant = a.nx * b.ny - a.ny * b.nx;
  if (Math.abs(determinant) < 0.05) return null;
  return [
    (a.offset * b.ny - b.offset * a.ny) / determinant,
    (a.nx * b.offset - b.nx * a.offset) / determinant,
  ];
}

/**
 * The point nearest to lines, by least squares: where two cross; held a little where it was, which keeps what lines
 * nearly parallel leave open.
 *
 * @param hold how much the point's own place counts beside a line
 * @returns the point, and how surely the lines cross: the determinant, 0 for lines that are parallel and nothing held
 */
export function nearestToLines(
  lines: readonly Line[],
  x: number,
  y: number,
  hold: number,
): { x: number; y: number; determinant: number } {
  let [xx, xy, yy, bx, by] = [hold, 0, hold, hold * x, hold * y];
  for (const { nx, ny, offset } of lines) {
    xx += nx * nx;
    xy += nx * ny;
    yy += ny * ny;
    bx += nx * offset;
    by += ny * offset;
  }
  const determinant = xx * yy - xy * xy;
  return { x: (bx * yy - by * xy) / determinant, y: (xx * by - xy * bx) / determinant, determinant };
}
