import type { Plane } from '../../raster/index.js';

/** Pixels that belong to strokes: 1 where something is drawn. */
export type Mask = { width: number; height: number; data: Uint8Array };

/** Ink smoothed so far that strokes hang together. */
export type SoftInk = { plane: Plane; noise: number; mask: Mask; softnessMm: number };

/** The pixels of a mask in reading order: of a drawing a few in a hundred. */
export function pixelsOf({ data }: Mask): number[] {
  const pixels: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i] !== 0) pixels.push(i);
  return pixels;
}
