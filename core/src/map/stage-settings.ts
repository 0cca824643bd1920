import type { z } from 'zod';
import { mapSettingsSchema } from './settings.js';

/**
 * The settings each stage may read. A stage is handed these and no others, and is remembered by the same, so that what
 * it is made from and what it is remembered by cannot differ.
 */
export const stageSettings = {
  telling: mapSettingsSchema.pick({ reference: true }),
  drawing: mapSettingsSchema.pick({
    tone: true,
    rulings: true,
    restatedMm: true,
    joinEndsMm: true,
    darkerThan: true,
  }),
  quieted: mapSettingsSchema.pick({ quietMm: true, quietStrength: true }),
  tones: mapSettingsSchema.pick({ lightFall: true, local: true }),
  shapes: mapSettingsSchema.pick({
    mode: true,
    values: true,
    separation: true,
    limits: true,
    minShapeMm2: true,
    accentShare: true,
    minWidthMm: true,
    colourSplit: true,
  }),
  crests: mapSettingsSchema.pick({ pencilMm: true, detailStandsOut: true }),
  details: mapSettingsSchema.pick({
    mode: true,
    pencilMm: true,
    detailStandsOut: true,
    detailShortestMm: true,
    colourEdges: true,
    strokes: true,
    strokeSpacingMm: true,
    strokeLengthMm: true,
  }),
  drawn: mapSettingsSchema.pick({ path: true, toleranceMm: true }),
  stretches: mapSettingsSchema.pick({ softFromMm: true, lostUnder: true }),
} as const;

/** What a stage is handed of the settings. */
export type SettingsOf<S extends keyof typeof stageSettings> = z.infer<(typeof stageSettings)[S]>;
