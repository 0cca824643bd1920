/**
 * sRGB transfer curve, IEC 61966-2-1. Encoded values run 0–1 or 0–255 as named; linear light runs 0–1.
 */
export function decodeSrgb(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

export function encodeSrgb(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** Linear light of every 8-bit sRGB value. */
export const linearOfByte: Float32Array = Float32Array.from({ length: 256 }, (_, byte) =>
  decodeSrgb(byte / 255),
);

/** Relative luminance weights of linear sRGB, from the primaries of IEC 61966-2-1 (D65). */
export const luminanceRed = 0.2126;
export const luminanceGreen = 0.7152;
export const luminanceBlue = 0.0722;

/** Red, green and blue, 0–255, of a colour written as `#rrggbb`. */
export function bytesOfColour(colour: string): [number, number, number] {
  const value = Number.parseInt(colour.slice(1), 16);
  return [value >> 16, (value >> 8) & 255, value & 255];
}
