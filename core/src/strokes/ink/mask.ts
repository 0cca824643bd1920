import type { Plane } from '../../raster/index.js';

/** Pixels that belong to strokes: 1 where something is drawn. */
export type Mask = { width: number; height: number; data: Uint8Array };

/** Ink smoothed so far that strokes hang together. */
export type SoftInk = { plane: Plane; noise: number; mask: Mask; softnessMm: number };
