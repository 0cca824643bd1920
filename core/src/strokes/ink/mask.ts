/** Pixels that belong to strokes: 1 where something is drawn. */
export type Mask = { width: number; height: number; data: Uint8Array };
