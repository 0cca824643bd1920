import { boards, paint, speckled } from '@nobrel/demo/materials';
import {
  layeredNoise,
  mix,
  scale,
  smoothstep,
  valueNoise,
  type Material,
  type Vector,
} from '@nobrel/demo/raymarch';

/** A material, and whether what is seen on it is texture that no line belongs on. */
export type Surface = { material: Material; textured: boolean };

export const plain = (colour: Vector, gloss = 0, sharpness = 60): Surface => ({
  material: paint(colour, gloss, sharpness),
  textured: false,
});

/** Plaster or paper with wide, faint patches. */
export const mottled = (colour: Vector): Surface => ({
  material: {
    ...paint(colour),
    colour: (p) => scale(colour, 0.78 + 0.44 * layeredNoise(p[0] * 1.4, p[1] * 1.4, p[2] * 1.4, 4)),
  },
  textured: true,
});

export const wood = (light: Vector, dark: Vector, widthUnits: number): Surface => ({
  material: boards(light, dark, widthUnits),
  textured: true,
});

export const stone = (light: Vector, dark: Vector, size: number): Surface => ({
  material: speckled(light, dark, size),
  textured: true,
});

/** Stripes along the x axis of a cloth, `period` units from one to the next. */
export const striped = (one: Vector, other: Vector, period: number, turnRad = 0): Surface => ({
  material: {
    ...paint(one),
    colour: (p) => {
      const along = (p[2] * Math.cos(turnRad) + p[0] * Math.sin(turnRad)) / period;
      return mix(one, other, smoothstep(0.4, 0.6, Math.abs(2 * (along - Math.floor(along)) - 1)));
    },
  },
  textured: true,
});

/** A coarse weave or checked cloth. */
export const woven = (one: Vector, other: Vector, period: number): Surface => ({
  material: {
    ...paint(one),
    colour: (p) => {
      const wave = (t: number) => Math.sin((2 * Math.PI * t) / period);
      const thread = 0.5 + 0.25 * wave(p[0] + 0.3 * p[1]) + 0.25 * wave(p[2] + 0.7 * p[1]);
      return mix(one, other, thread + 0.25 * (valueNoise(p[0] * 40, p[1] * 40, p[2] * 40) - 0.5));
    },
  },
  textured: true,
});

/** Bark, hide or rough clay: fine grain that follows no direction. */
export const grained = (colour: Vector, strength: number): Surface => ({
  material: {
    ...paint(colour),
    colour: (p) =>
      scale(colour, 1 - strength / 2 + strength * layeredNoise(p[0] * 22, p[1] * 22, p[2] * 22, 3)),
  },
  textured: true,
});
