import { encodeSrgb, luminanceOfLightness } from '../colour/index.js';
import type { Picture } from '../raster/index.js';
import { gaussian, seeded } from '../camera/index.js';

/** A flat shape of known outline: distance to its edge in mm, negative inside. */
export type KnownShape = {
  distance: (xMm: number, yMm: number) => number;
  lightness: number;
  /** Standard deviation of the lens's blur across its edge, mm; about 0.15 is hard, 2 is soft. */
  blurMm: number;
};

/** A picture whose true boundaries are known. */
export type KnownScene = { widthMm: number; heightMm: number; ground: number; shapes: KnownShape[] };

export const disc =
  (x: number, y: number, radius: number) =>
  (px: number, py: number): number =>
    Math.hypot(px - x, py - y) - radius;

export const rectangle =
  (x: number, y: number, halfWidth: number, halfHeight: number, angleRad = 0) =>
  (px: number, py: number): number => {
    const c = Math.cos(angleRad);
    const s = Math.sin(angleRad);
    const u = Math.abs(c * (px - x) + s * (py - y)) - halfWidth;
    const v = Math.abs(c * (py - y) - s * (px - x)) - halfHeight;
    return Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(0, Math.max(u, v));
  };

/** Discs, a turned rectangle, a nested disc, a 2 mm stem, a soft disc and a small accent, on light paper. */
export const knownScene: KnownScene = {
  widthMm: 150,
  heightMm: 120,
  ground: 85,
  shapes: [
    { distance: disc(40, 40, 25), lightness: 30, blurMm: 0.15 },
    { distance: rectangle(100, 40, 28, 22, 0.3), lightness: 55, blurMm: 0.15 },
    { distance: disc(105, 45, 10), lightness: 30, blurMm: 0.15 },
    { distance: rectangle(70, 90, 1, 22, -0.24), lightness: 12, blurMm: 0.15 },
    { distance: disc(30, 92, 16), lightness: 30, blurMm: 2 },
    { distance: disc(110, 95, 1.5), lightness: 12, blurMm: 0.15 },
  ],
};

/** Error function to 1.5e-7 (Abramowitz & Stegun 7.1.26). */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const poly =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  const y = 1 - poly * Math.exp(-x * x);
  return x < 0 ? -y : y;
}

/** How much of a place a shape covers, 0–1, as a lens blurs its edge. */
export function coverAt(shape: KnownShape, xMm: number, yMm: number): number {
  const distance = shape.distance(xMm, yMm);
  if (distance > 4 * shape.blurMm) return 0;
  if (distance < -4 * shape.blurMm) return 1;
  return 0.5 - 0.5 * erf(distance / (shape.blurMm * Math.SQRT2));
}

/**
 * Photographs a known scene with a lens that blurs edges in linear light.
 *
 * @param noise standard deviation of the grain, in 8-bit steps
 */
export function photograph(scene: KnownScene, pxPerMm: number, noise = 0, seed = 1): Picture {
  const width = Math.round(scene.widthMm * pxPerMm);
  const height = Math.round(scene.heightMm * pxPerMm);
  const data = new Uint8Array(width * height * 3);
  const random = seeded(seed);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let light = luminanceOfLightness(scene.ground);
      for (const shape of scene.shapes) {
        const cover = coverAt(shape, (x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm);
        light += (luminanceOfLightness(shape.lightness) - light) * cover;
      }
      const grain = noise > 0 ? gaussian(random) * noise : 0;
      const value = Math.min(255, Math.max(0, Math.round(255 * encodeSrgb(light) + grain)));
      data.fill(value, (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  }
  return { width, height, channels: 3, data };
}

/** The true edge nearest to a place on the surface: how far off, and which shape's it is. */
export function nearestEdge(
  scene: KnownScene,
  xMm: number,
  yMm: number,
): { offMm: number; shape: KnownShape } {
  let offMm = Infinity;
  let nearest = scene.shapes[0];
  for (const shape of scene.shapes) {
    const off = Math.abs(shape.distance(xMm, yMm));
    if (off < offMm) {
      offMm = off;
      nearest = shape;
    }
  }
  return { offMm, shape: nearest };
}
