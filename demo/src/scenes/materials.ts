import type { Material } from '../raymarch/render.js';
import { layeredNoise, valueNoise } from '../raymarch/noise.js';
import { mix, scale, smoothstep, type Vector } from '../raymarch/vector.js';

/** A plain paint with a faint unevenness. */
export const paint = (colour: Vector, gloss = 0, sharpness = 40, reflect = 0): Material => ({
  colour: (p) => scale(colour, 0.94 + 0.12 * layeredNoise(p[0] * 6, p[1] * 6, p[2] * 6, 3)),
  gloss,
  sharpness,
  reflect,
});

/** Boards running along x, with grain and dark joints. */
export const boards = (light: Vector, dark: Vector, widthUnits: number): Material => ({
  colour: (p) => {
    const board = Math.floor(p[2] / widthUnits);
    const within = p[2] / widthUnits - board;
    const grain = layeredNoise(p[0] * 0.8 + board * 17, p[2] * 16, board * 3.1, 4);
    const streak = valueNoise(p[0] * 3 + board * 7, p[2] * 60, 1);
    const tone = mix(dark, light, smoothstep(0.25, 0.75, 0.7 * grain + 0.3 * streak));
    return scale(tone, Math.min(within, 1 - within) < 0.012 ? 0.35 : 1);
  },
  gloss: 0.05,
  sharpness: 18,
  reflect: 0,
});

/** Plaster, stone, shingle or mud: speckled at two sizes. */
export const speckled = (light: Vector, dark: Vector, size: number, wet = 0): Material => ({
  colour: (p) => {
    const coarse = layeredNoise(p[0] / size, p[1] / size, p[2] / size, 4);
    const fine = valueNoise((p[0] * 9) / size, (p[1] * 9) / size, (p[2] * 9) / size);
    return mix(dark, light, smoothstep(0.2, 0.8, 0.65 * coarse + 0.35 * fine));
  },
  gloss: wet,
  sharpness: 30,
  reflect: wet * 0.3,
});

/** Skin of a pear: green turning to yellow and a red cheek, with freckles. */
export const pearSkin = (cheek: Vector): Material => ({
  colour: (p) => {
    const turn = smoothstep(
      -0.4,
      0.5,
      cheek[0] * Math.sin(p[0] * 2) + 0.5 * (layeredNoise(p[0] * 2, p[1] * 2, p[2] * 2, 2) - 0.3),
    );
    const base = mix([0.42, 0.45, 0.08], [0.62, 0.42, 0.07], turn);
    const freckle = valueNoise(p[0] * 34, p[1] * 34, p[2] * 34) > 0.82 ? 0.72 : 1;
    return scale(base, freckle);
  },
  gloss: 0.55,
  sharpness: 60,
  reflect: 0.02,
});
