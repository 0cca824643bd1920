import { decodeSrgb, encodeSrgb, luminanceBlue, luminanceGreen, luminanceRed } from './srgb.js';

/** CIE 1976 constants in exact form (CIE 15:2004): (6/29)³ and (29/3)³. */
const epsilon = 216 / 24389;
const kappa = 24389 / 27;

/** CIE L\* (0–100) of a relative luminance (0–1). */
export function lightnessOfLuminance(luminance: number): number {
  return luminance <= epsilon ? kappa * luminance : 116 * Math.cbrt(luminance) - 16;
}

/** Relative luminance (0–1) of a CIE L\* (0–100). */
export function luminanceOfLightness(lightness: number): number {
  return lightness <= kappa * epsilon ? lightness / kappa : ((lightness + 16) / 116) ** 3;
}

/** The 8-bit sRGB grey that has this CIE L\*. */
export function greyByteOfLightness(lightness: number): number {
  return Math.round(255 * encodeSrgb(luminanceOfLightness(Math.min(100, Math.max(0, lightness)))));
}

export type Lab = { lightness: number; a: number; b: number };

/** D65 white of the sRGB primaries, as the row sums of the matrix below. */
const whiteX = 0.4124 + 0.3576 + 0.1805;
const whiteZ = 0.0193 + 0.1192 + 0.9505;

/** CIE L\*a\*b\* (D65, 2°) of an sRGB colour with channels 0–255. */
export function labOfSrgb(red: number, green: number, blue: number): Lab {
  return labOfLinear(decodeSrgb(red / 255), decodeSrgb(green / 255), decodeSrgb(blue / 255));
}

/** The same of a colour in linear light, channels 0–1. */
export function labOfLinear(r: number, g: number, b: number): Lab {
  const f = (t: number) => (t > epsilon ? Math.cbrt(t) : (kappa * t + 16) / 116);
  const fx = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / whiteX);
  const y = luminanceRed * r + luminanceGreen * g + luminanceBlue * b;
  const fz = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / whiteZ);
  return { lightness: lightnessOfLuminance(y), a: 500 * (fx - f(y)), b: 200 * (f(y) - fz) };
}
