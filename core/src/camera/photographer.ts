/** What a photographer may do wrong. */
export type PhotographerFaults = {
  /** How far the camera leans over, degrees, besides the little that every hand does. */
  tiltDeg: number;
  /** How much the picture is blurred besides what every lens does, mm on the sheet. */
  blurMm: number;
  /** The share of the light that is there, 0–1. */
  exposure: number;
  /** How dark the shadow of a hand is that lies over a corner of the sheet, 0–1. */
  shadow: number;
  /** How strong a lamp is mirrored in the sheet, 0–1. */
  glare: number;
};

/** A photographer without a fault. */
export const noFaults: PhotographerFaults = { tiltDeg: 0, blurMm: 0, exposure: 1, shadow: 0, glare: 0 };

/** What a hand in the light takes from a place, as a factor, and what a lamp that is mirrored adds to it, bytes. */
export function lightsOf({ exposure, shadow, glare }: PhotographerFaults, width: number, height: number) {
  const size = Math.max(width, height);
  return {
    handAt: (x: number, y: number) => {
      if (shadow === 0) return exposure;
      // From the lower right, with a soft rim.
      const in01 = Math.min(
        1,
        Math.max(0, 0.5 + ((x - 0.72 * width) / size + (y - 0.6 * height) / size) / 0.12),
      );
      return exposure * (1 - shadow * in01 * in01 * (3 - 2 * in01));
    },
    lampAt: (x: number, y: number) => {
      if (glare === 0) return 0;
      const [u, v] = [(x - 0.36 * width) / size, (y - 0.42 * height) / size];
      return 255 * glare * Math.exp(-(u * u + 2 * v * v) / 0.004);
    },
  };
}
