import { z } from 'zod';
import { numberDecision } from '../decisions/index.js';
import { pictureHashSchema } from '../reference/index.js';
import { usualToleranceMm } from './drawing/tolerance.js';

const pixel = z.object({ x: z.number(), y: z.number() });

/** What is done about a finding: nothing yet, it is left as it is, or it was meant so and the map took it over. */
export const settlings = ['set-aside', 'taken-over'] as const;
export type Settling = (typeof settlings)[number];

/** More rounds of one drawing than this nobody draws. */
export const maxRounds = 60;

/** A photograph of the drawing held against the map: what it came to. */
export const roundSchema = z.object({
  id: z.string().min(1).max(24),
  picture: pictureHashSchema,
  takenAt: z.iso.datetime(),
  /** Corners of the surface in the photograph, pixels, where they were set by hand. */
  corners: z.tuple([pixel, pixel, pixel, pixel]).nullable().default(null),
  /** Figures of it, as it was last looked at; none when nothing was found in it yet. */
  figures: z
    .object({
      meanOffMm: z.number().min(0),
      moved: z.int().min(0),
      missing: z.int().min(0),
      extra: z.int().min(0),
      placement: z.object({ dx: z.number(), dy: z.number(), angleDeg: z.number(), scale: z.number() }),
      /** How far each line that was seen lay off, mm, to a hundredth; −1 where it was missing. By the line's id. */
      offs: z.record(z.string().max(100), z.number()),
    })
    .nullable()
    .default(null),
  /** What was done about findings, by their keys. */
  settled: z.record(z.string().max(200), z.enum(settlings)).default({}),
});
export type Round = z.infer<typeof roundSchema>;
export type RoundFigures = NonNullable<Round['figures']>;

/** How the drawing is checked, and the rounds so far. */
export const checkDecisionsSchema = z.object({
  toleranceMm: numberDecision({
    min: 0.2,
    max: 20,
    initial: usualToleranceMm,
    label: 'How far off a line is still true',
    help: 'how far off a line is still true',
    unit: 'length',
  }),
  goodEnoughMm: numberDecision({
    min: 0.1,
    max: 20,
    initial: 0.6,
    label: 'Good enough',
    help: 'how far off lines may be in the mean for the drawing to be good enough',
    unit: 'length',
  }),
  rounds: z.array(roundSchema).max(maxRounds).default([]),
  /** Every photograph brought in here, also of rounds that were deleted, so that these can be undone. */
  photographs: z.array(pictureHashSchema).max(500).default([]),
});
export type CheckDecisions = z.infer<typeof checkDecisionsSchema>;
