import {
  greyByteOfLightness,
  lightnessOfLuminance,
  linearOfByte,
  luminanceBlue,
  luminanceGreen,
  luminanceRed,
} from '../../colour/index.js';

/** Fine enough that neighbouring steps round to the same or the next grey. */
const steps = 8192;
let greyOfLuminance: Uint8Array | null = null;

/**
 * Turns a picture grey by lightness, in place: each pixel becomes the grey of the same CIE L\*.
 *
 * @param data sRGB bytes
 * @param channels bytes a pixel, 3 or 4; a fourth is left as it is
 */
export function greyByLightness(data: Uint8Array | Uint8ClampedArray, channels: 3 | 4): void {
  greyOfLuminance ??= Uint8Array.from({ length: steps + 1 }, (_, i) =>
    greyByteOfLightness(lightnessOfLuminance(i / steps)),
  );
  for (let i = 0; i + channels <= data.length; i += channels) {
    const luminance =
      luminanceRed * linearOfByte[data[i]] +
      luminanceGreen * linearOfByte[data[i + 1]] +
      luminanceBlue * linearOfByte[data[i + 2]];
    const grey = greyOfLuminance[Math.min(steps, Math.round(luminance * steps))];
    data[i] = grey;
    data[i + 1] = grey;
    data[i + 2] = grey;
  }
}
