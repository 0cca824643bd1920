import {
  lightnessOfLuminance,
  linearOfByte,
  luminanceBlue,
  luminanceGreen,
  luminanceRed,
} from '../../colour/index.js';

/** How a reference can be looked at. */
export const referenceViews = ['colour', 'grey', 'faint'] as const;
export type ReferenceView = (typeof referenceViews)[number];

const lightnessOfByte = Float32Array.from({ length: 256 }, (_, byte) =>
  lightnessOfLuminance(linearOfByte[byte]),
);

const steps = 4096;
const lightnessOfLight = Float32Array.from({ length: steps + 1 }, (_, i) => lightnessOfLuminance(i / steps));

/** CIE L\* of the sRGB bytes at a place of some data, by table. */
export function lightnessAt(data: Uint8Array | Uint8ClampedArray, at: number): number {
  const luminance =
    luminanceRed * linearOfByte[data[at]] +
    luminanceGreen * linearOfByte[data[at + 1]] +
    luminanceBlue * linearOfByte[data[at + 2]];
  return lightnessOfLight[(luminance * steps + 0.5) | 0];
}

/** How much lighter (or darker, negative) than it is a plain average of red, green and blue shows a pixel, L\*. */
export function averageErrorAt(data: Uint8Array | Uint8ClampedArray, at: number): number {
  const average = (data[at] + data[at + 1] + data[at + 2]) / 3;
  return lightnessOfByte[(average + 0.5) | 0] - lightnessAt(data, at);
}

/** What is shown where the average is right. */
const ground = 250;

/** An error of this many L\* is shown at full strength. */
const fullStrength = 25;

/**
 * Turns a picture into one of where a plain average of RGB errs, in place: warm where it would show too
 * light, cool and striped where too dark, near white where it is right.
 *
 * @param data sRGB bytes
 * @param channels bytes a pixel
 * @param width pixels a row, for the stripes that tell dark from light without colour
 */
export function showAverageError(data: Uint8Array | Uint8ClampedArray, channels: 3 | 4, width: number): void {
  for (let i = 0, pixel = 0; i + channels <= data.length; i += channels, pixel++) {
    const error = averageErrorAt(data, i);
    const strength = Math.min(1, Math.abs(error) / fullStrength);
    const stripe = error < 0 && ((pixel % width) + Math.floor(pixel / width)) % 8 < 2 ? 0.45 : 1;
    const tint = error > 0 ? tooLight : tooDark;
    for (let k = 0; k < 3; k++) data[i + k] = Math.round(ground + (tint[k] - ground) * strength * stripe);
  }
}

/** The accents of the interface: sanguine and blue pencil. */
const tooLight = [156, 61, 34] as const;
const tooDark = [47, 93, 140] as const;
