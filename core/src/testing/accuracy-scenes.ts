import { encodeSrgb, luminanceOfLightness } from '../colour/index.js';
import type { Picture } from '../raster/index.js';
import { gaussian, seeded } from '../camera/index.js';
import { coverAt, disc, rectangle, type KnownScene, type KnownShape } from './synthetic-scene.js';

/** What the lens, the paper and the light do to a scene of known truth. */
export const sceneConditions = ['clean', 'noise', 'texture', 'gradient', 'jpeg'] as const;
export type SceneCondition = (typeof sceneConditions)[number];

/** Well-separated values, darkest first (L\*). */
const tones = [14, 34, 58, 86];

/** Standard deviation of a lens's blur on a hard edge, mm. */
const hardBlurMm = 0.15;

/** The 10–90 % width of a Gaussian step is this many standard deviations. */
const widthPerSigma = 2.563;

const ellipse = (x: number, y: number, a: number, b: number, angleRad: number) => {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  return (px: number, py: number): number => {
    const u = (c * (px - x) + s * (py - y)) / a;
    const v = (c * (py - y) - s * (px - x)) / b;
    const r = Math.hypot(u, v);
    if (r < 1e-9) return -Math.min(a, b);
    // First-order distance; on the outline itself it is exact.
    return ((r - 1) * r) / Math.hypot(u / a, v / b);
  };
};

/** What lies in both of two outlines. */
const both =
  (one: KnownShape['distance'], other: KnownShape['distance']): KnownShape['distance'] =>
  (x, y) =>
    Math.max(one(x, y), other(x, y));

/**
 * A scene of 300 × 240 mm with flat shapes, stems 2 mm wide, highlights of 2 to 4 mm, nested and touching
 * shapes, soft edges of 3 to 8 mm beside hard ones, and neighbours of one value. Everything follows from the
 * seed.
 */
export function accuracyScene(seed: number): KnownScene {
  const random = seeded(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const hard = (distance: KnownShape['distance'], lightness: number): KnownShape => ({
    distance,
    lightness,
    blurMm: hardBlurMm,
  });
  const soft = (distance: KnownShape['distance'], lightness: number): KnownShape => ({
    distance,
    lightness,
    blurMm: between(3, 8) / widthPerSigma,
  });
  const [black, dark, middle, light] = tones;
  const bigX = between(70, 80);
  const bigY = between(65, 75);
  const turn = between(-0.4, 0.4);
  const box = rectangle(between(205, 215), between(60, 68), 52, 34, turn);
  const pairX = between(58, 66);
  const pairY = between(178, 188);
  const half = (side: 1 | -1) => (x: number, y: number) => (side * (x - pairX + 0.3 * (y - pairY))) / 1.044;
  const oval = ellipse(pairX, pairY, 40, 26, between(-0.3, 0.3));
  const shapes: KnownShape[] = [
    hard(disc(bigX, bigY, 44), middle),
    // Nested, and nested again.
    hard(ellipse(bigX - 6, bigY + 4, 27, 18, between(0, 3)), dark),
    hard(disc(bigX - 8, bigY + 5, 9), light),
    hard(box, dark),
    hard(both(box, rectangle(210, 64, 14, 90, turn + 0.5)), middle),
    // Two halves of one value that touch: the boundary between them is lost.
    hard(both(oval, half(1)), dark),
    hard(both(oval, half(-1)), dark),
    // Two halves that touch, of different values.
    hard(
      both(rectangle(150, 200, 24, 22, between(-0.2, 0.2)), (x) => x - 150),
      black,
    ),
    hard(
      both(rectangle(150, 200, 24, 22, between(-0.2, 0.2)), (x) => 150 - x),
      middle,
    ),
    soft(disc(between(232, 238), between(176, 182), 34), middle),
    hard(rectangle(between(262, 268), 176, 9, 26, between(-0.3, 0.3)), black),
  ];
  for (let k = 0; k < 3; k++) {
    shapes.push(
      hard(rectangle(118 + 14 * k, between(100, 130), 1, between(28, 40), between(-0.25, 0.25)), black),
    );
  }
  for (let k = 0; k < 5; k++) {
    const angle = 1.2 * k + between(0, 0.5);
    const at = [bigX + 36 * Math.cos(angle), bigY + 36 * Math.sin(angle)];
    shapes.push(hard(disc(at[0], at[1], between(1, 2)), light));
  }
  return { widthMm: 300, heightMm: 240, ground: light, shapes };
}

/** Photographs a scene under a condition; `jpeg` is a clean picture, to be compressed by whoever asks. */
export function photographUnder(
  scene: KnownScene,
  condition: SceneCondition,
  pxPerMm: number,
  seed: number,
): Picture {
  const width = Math.round(scene.widthMm * pxPerMm);
  const height = Math.round(scene.heightMm * pxPerMm);
  const data = new Uint8Array(width * height * 3);
  const random = seeded(seed);
  const ground = luminanceOfLightness(scene.ground);
  const tone = scene.shapes.map((shape) => luminanceOfLightness(shape.lightness));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const xMm = (x + 0.5) / pxPerMm;
      const yMm = (y + 0.5) / pxPerMm;
      let lit = ground;
      scene.shapes.forEach((shape, i) => {
        lit += (tone[i] - lit) * coverAt(shape, xMm, yMm);
      });
      if (condition === 'texture') lit *= 1 + 0.06 * weave(xMm, yMm) + 0.04 * (random() - 0.5);
      if (condition === 'gradient')
        lit *= 1 - 0.3 * ((0.7 * xMm) / scene.widthMm + (0.3 * yMm) / scene.heightMm);
      const grain = condition === 'noise' ? 12 * gaussian(random) : 0;
      const value = Math.min(255, Math.max(0, Math.round(255 * encodeSrgb(Math.min(1, lit)) + grain)));
      data.fill(value, (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  }
  return { width, height, channels: 3, data };
}

/** A canvas weave with threads of 0.7 mm, −1 to 1. */
function weave(xMm: number, yMm: number): number {
  const thread = (2 * Math.PI) / 0.7;
  return 0.5 * (Math.sin(thread * xMm) + Math.sin(thread * yMm));
}
