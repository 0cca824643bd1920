import { clamp, dot, length, subtract, type Vector } from './vector.js';

/** Signed distance from a point to a solid, negative inside. Lengths in scene units (decimetres). */
export type Distance = (point: Vector) => number;

export const sphere =
  (centre: Vector, radius: number): Distance =>
  (p) =>
    length(subtract(p, centre)) - radius;

/** Approximate ellipsoid distance (exact on the surface). */
export const ellipsoid =
  (centre: Vector, radii: Vector): Distance =>
  (p) => {
    const q = subtract(p, centre);
    const k0 = Math.hypot(q[0] / radii[0], q[1] / radii[1], q[2] / radii[2]);
    const k1 = Math.hypot(q[0] / radii[0] ** 2, q[1] / radii[1] ** 2, q[2] / radii[2] ** 2);
    return k1 === 0 ? -Math.min(...radii) : (k0 * (k0 - 1)) / k1;
  };

export const box =
  (centre: Vector, half: Vector, rounding = 0): Distance =>
  (p) => {
    const x = Math.abs(p[0] - centre[0]) - half[0] + rounding;
    const y = Math.abs(p[1] - centre[1]) - half[1] + rounding;
    const z = Math.abs(p[2] - centre[2]) - half[2] + rounding;
    return (
      Math.hypot(Math.max(x, 0), Math.max(y, 0), Math.max(z, 0)) + Math.min(Math.max(x, y, z), 0) - rounding
    );
  };

/** A rod from a to b whose radius changes evenly from radiusA to radiusB. */
export const rod =
  (a: Vector, b: Vector, radiusA: number, radiusB = radiusA): Distance =>
  (p) => {
    const ab = subtract(b, a);
    const t = clamp(dot(subtract(p, a), ab) / dot(ab, ab), 0, 1);
    const x = p[0] - a[0] - ab[0] * t;
    const y = p[1] - a[1] - ab[1] * t;
    const z = p[2] - a[2] - ab[2] * t;
    return Math.hypot(x, y, z) - (radiusA + (radiusB - radiusA) * t);
  };

/** An upright cylinder with rounded rims. */
export const drum =
  (centre: Vector, radius: number, halfHeight: number, rounding = 0.02): Distance =>
  (p) => {
    const r = Math.hypot(p[0] - centre[0], p[2] - centre[2]) - radius + rounding;
    const y = Math.abs(p[1] - centre[1]) - halfHeight + rounding;
    return Math.min(Math.max(r, y), 0) + Math.hypot(Math.max(r, 0), Math.max(y, 0)) - rounding;
  };

/** An upright truncated cone. */
export const cone =
  (centre: Vector, halfHeight: number, radiusBottom: number, radiusTop: number): Distance =>
  (p) => {
    const y = p[1] - centre[1];
    const r = Math.hypot(p[0] - centre[0], p[2] - centre[2]);
    const t = clamp((y + halfHeight) / (2 * halfHeight), 0, 1);
    const slope = (radiusTop - radiusBottom) / (2 * halfHeight);
    const side = (r - (radiusBottom + (radiusTop - radiusBottom) * t)) / Math.hypot(1, slope);
    return Math.max(side, Math.abs(y) - halfHeight);
  };

/** A ring standing upright in the x–y plane. */
export const ring =
  (centre: Vector, radius: number, thickness: number): Distance =>
  (p) => {
    const q = Math.hypot(p[0] - centre[0], p[1] - centre[1]) - radius;
    return Math.hypot(q, p[2] - centre[2]) - thickness;
  };

export const join =
  (...solids: Distance[]): Distance =>
  (p) => {
    let nearest = Infinity;
    for (const solid of solids) nearest = Math.min(nearest, solid(p));
    return nearest;
  };

/** Union with a fillet of about the given radius. */
export const blend =
  (a: Distance, b: Distance, radius: number): Distance =>
  (p) => {
    const da = a(p);
    const db = b(p);
    const h = Math.max(radius - Math.abs(da - db), 0) / radius;
    return Math.min(da, db) - (h * h * radius) / 4;
  };

export const cut =
  (solid: Distance, tool: Distance): Distance =>
  (p) =>
    Math.max(solid(p), -tool(p));

/** The solid turned by an angle about the vertical through a centre. */
export const turned = (solid: Distance, centre: Vector, angleRad: number): Distance => {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  return (p) => {
    const x = p[0] - centre[0];
    const z = p[2] - centre[2];
    return solid([centre[0] + c * x + s * z, p[1], centre[2] - s * x + c * z]);
  };
};

/** The solid rolled about the z axis through a centre. */
export const rolled = (solid: Distance, centre: Vector, angleRad: number): Distance => {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  return (p) => {
    const x = p[0] - centre[0];
    const y = p[1] - centre[1];
    return solid([centre[0] + c * x + s * y, centre[1] - s * x + c * y, p[2]]);
  };
};
