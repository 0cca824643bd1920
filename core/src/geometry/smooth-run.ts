/**
 * Smooths a run of points along its way with a Gaussian; the ends of an open run stay where they are.
 *
 * @param points x0, y0, x1, y1 … about evenly spaced
 * @param sigma standard deviation in points; 0 gives the run back
 */
export function smoothedRun(points: Float64Array, closed: boolean, sigma: number): Float64Array {
  const n = points.length / 2;
  if (!(sigma > 0.1) || n < 3) return points;
  const radius = Math.min(Math.ceil(3 * sigma), n - 1);
  const kernel = Float64Array.from({ length: radius + 1 }, (_, i) =>
    Math.exp((-i * i) / (2 * sigma * sigma)),
  );
  const out = points.slice();
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    // Towards an open end the window narrows evenly, so that the run is not drawn inwards.
    const reach = closed ? radius : Math.min(radius, i, n - 1 - i);
    let x = points[2 * i] * kernel[0];
    let y = points[2 * i + 1] * kernel[0];
    let total = kernel[0];
    for (let k = 1; k <= reach; k++) {
      const weight = kernel[k];
      let a = i - k;
      let b = i + k;
      if (closed) {
        if (a < 0) a += n;
        if (b >= n) b -= n;
      }
      x += weight * (points[2 * a] + points[2 * b]);
      y += weight * (points[2 * a + 1] + points[2 * b + 1]);
      total += 2 * weight;
    }
    out[2 * i] = x / total;
    out[2 * i + 1] = y / total;
  }
  return out;
}
