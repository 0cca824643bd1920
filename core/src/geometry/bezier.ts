/**
 * Appends points along a cubic curve after its first, so many that the straights between them leave the curve by
 * no more than a tolerance: over a step 1/n of its parameter a curve strays at most |P″|/(8·n²), and |P″| is at most
 * six times the larger second difference of its control points.
 *
 * @param curve x0, y0 … x3, y3
 * @param out gets x1, y1 … ending in the curve's last point
 */
export function flattenCubic(curve: readonly number[], tolerance: number, out: number[]): void {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = curve;
  const bend = Math.max(
    Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
    Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
  );
  const steps = Math.min(maxSteps, Math.max(1, Math.ceil(Math.sqrt((6 * bend) / (8 * tolerance)))));
  pushCubic(curve, steps, out);
}

/**
 * Appends points along a cubic curve after its first, at even steps of its parameter.
 *
 * @param curve x0, y0 … x3, y3
 * @param out gets x1, y1 … ending in the curve's last point
 */
export function pushCubic(curve: readonly number[], steps: number, out: number[]): void {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = curve;
  for (let i = 1; i <= steps; i++) {
    const u = i / steps;
    const v = 1 - u;
    const [b0, b1, b2, b3] = [v * v * v, 3 * u * v * v, 3 * u * u * v, u * u * u];
    out.push(b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3, b0 * y0 + b1 * y1 + b2 * y2 + b3 * y3);
  }
}

/** A single curve needs no more than this at any size a wall has. */
const maxSteps = 5000;
