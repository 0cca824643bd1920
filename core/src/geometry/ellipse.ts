import { EVD, inverse, Matrix } from 'ml-matrix';

/** An ellipse: its middle, half its axes (the first along `angleRad`), in the unit of the points. */
export type Ellipse = { x: number; y: number; a: number; b: number; angleRad: number };

/**
 * The ellipse nearest to points, by direct least squares with the constraint that it is one (Halíř & Flusser 1998, the
 * stable form of Fitzgibbon, Pilu & Fisher); null when there is none.
 */
export function fitEllipse(points: Float64Array): Ellipse | null {
  const n = points.length / 2;
  if (n < 6) return null;
  const { mx, my, scale } = spreadOf(points);
  if (!(scale > 0)) return null;
  const quadratic = new Matrix(n, 3);
  const linear = new Matrix(n, 3);
  for (let i = 0; i < n; i++) {
    const [x, y] = [(points[2 * i] - mx) / scale, (points[2 * i + 1] - my) / scale];
    quadratic.setRow(i, [x * x, x * y, y * y]);
    linear.setRow(i, [x, y, 1]);
  }
  const s1 = quadratic.transpose().mmul(quadratic);
  const s2 = quadratic.transpose().mmul(linear);
  const s3 = linear.transpose().mmul(linear);
  let t: Matrix;
  try {
    t = inverse(s3).mmul(s2.transpose()).mul(-1);
  } catch {
    // Points on one straight line fix no ellipse.
    return null;
  }
  const m = Matrix.add(s1, s2.mmul(t));
  const reduced = new Matrix([
    m.getRow(2).map((value) => value / 2),
    m.getRow(1).map((value) => -value),
    m.getRow(0).map((value) => value / 2),
  ]);
  if (reduced.to1DArray().some((value) => !Number.isFinite(value))) return null;
  const vectors = new EVD(reduced).eigenvectorMatrix;
  for (let k = 0; k < 3; k++) {
    const [a, b, c] = vectors.getColumn(k);
    if (4 * a * c - b * b <= 0) continue;
    const [d, e, f] = t.mmul(Matrix.columnVector([a, b, c])).to1DArray();
    const own = ofConic([a, b, c, d, e, f]);
    return (
      own && { ...own, x: own.x * scale + mx, y: own.y * scale + my, a: own.a * scale, b: own.b * scale }
    );
  }
  return null;
}

function spreadOf(points: Float64Array) {
  const n = points.length / 2;
  let [mx, my, sum] = [0, 0, 0];
  for (let i = 0; i < points.length; i += 2) {
    mx += points[i] / n;
    my += points[i + 1] / n;
  }
  for (let i = 0; i < points.length; i += 2) sum += Math.hypot(points[i] - mx, points[i + 1] - my) / n;
  return { mx, my, scale: sum };
}

/** The ellipse where a·x² + b·xy + c·y² + d·x + e·y + f is nil. */
function ofConic([a, b, c, d, e, f]: readonly number[]): Ellipse | null {
  const determinant = 4 * a * c - b * b;
  const x = (b * e - 2 * c * d) / determinant;
  const y = (b * d - 2 * a * e) / determinant;
  const middle = f + (d * x + e * y) / 2;
  const mean = (a + c) / 2;
  const half = Math.hypot((a - c) / 2, b / 2);
  const [one, other] = [mean + half, mean - half].map((root) => -middle / root);
  if (!(one > 0 && other > 0)) return null;
  // The direction of the first root's axis.
  return { x, y, a: Math.sqrt(one), b: Math.sqrt(other), angleRad: 0.5 * Math.atan2(b, a - c) };
}

/** The place on an ellipse that a point nearby belongs to, and the direction square to the ellipse there. */
export function onEllipse({ x, y, a, b, angleRad }: Ellipse, px: number, py: number) {
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  const [u, v] = [(px - x) * cos + (py - y) * sin, (py - y) * cos - (px - x) * sin];
  const turn = Math.atan2(v * a, u * b);
  const [eu, ev] = [a * Math.cos(turn), b * Math.sin(turn)];
  const [nu, nv] = [Math.cos(turn) / a, Math.sin(turn) / b];
  const length = Math.hypot(nu, nv);
  return {
    x: x + eu * cos - ev * sin,
    y: y + eu * sin + ev * cos,
    nx: (nu * cos - nv * sin) / length,
    ny: (nu * sin + nv * cos) / length,
  };
}
