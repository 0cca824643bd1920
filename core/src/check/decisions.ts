import { z } from 'zod';
import { choiceDecision, optionalNumberDecision } from '../decisions/index.js';
import { pictureHashSchema } from '../reference/index.js';
import { maxCorners, measureKinds } from './measures/kinds.js';
import { maxNamedParts, namedPartSchema } from './named-part.js';
import { checkSubjects, covers } from './subjects.js';
import { maxPoints } from './drawing/place/known-point.js';

const pixel = z.object({ x: z.number(), y: z.number() });

/** What is done about a finding: nothing yet, it is left as it is, it was put right, or it was meant so and the map took it over. */
export const settlings = ['set-aside', 'put-right', 'taken-over'] as const;
export type Settling = (typeof settlings)[number];

/** More rounds of one drawing than this nobody draws. */
export const maxRounds = 60;

/** A photograph of the drawing held against the map: what it came to. */
export const roundSchema = z.object({
  id: z.string().min(1).max(24),
  picture: pictureHashSchema,
  takenAt: z.iso.datetime(),
  /** What was photographed. */
  of: z.enum(checkSubjects).default('drawing'),
  /** Corners of the surface in the photograph, pixels, where they were set by hand. */
  corners: z.tuple([pixel, pixel, pixel, pixel]).nullable().default(null),
  /** Places known on map and photograph, that its corners were worked out from. */
  points: z
    .array(z.object({ onMap: pixel, inPicture: pixel }))
    .max(maxPoints)
    .nullable()
    .default(null),
  /** Figures of it, as it was last looked at; none when nothing was found in it yet. */
  figures: z
    .object({
      meanOffMm: z.number().min(0),
      moved: z.int().min(0),
      missing: z.int().min(0),
      extra: z.int().min(0),
      /** Lines that stand twice. */
      doubled: z.int().min(0).default(0),
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
  of: choiceDecision(checkSubjects, {
    initial: 'drawing',
    label: 'What is compared with the map',
    help: 'what is photographed: the drawing, what came across onto the surface, or a surface that is being traced on',
    flag: '--of',
    choices: {
      drawing: 'the drawing',
      transfer: 'what came across',
      'under-way': 'what is traced so far',
    },
  }),
  cover: choiceDecision(covers, {
    initial: 'nothing',
    label: 'What covers the lines',
    help: 'what the lines are to be covered by: how dark they may be follows from it',
    flag: '--cover',
    choices: { nothing: 'nothing', pale: 'pale washes', deep: 'deep washes', opaque: 'opaque paint' },
  }),
  toleranceMm: optionalNumberDecision({
    min: 0.2,
    max: 20,
    initial: null,
    none: 'usual for the size',
    label: 'How far off a line is still true',
    help: 'how far off a line is still true',
    unit: 'length',
  }),
  goodEnoughMm: optionalNumberDecision({
    min: 0.1,
    max: 20,
    initial: null,
    none: 'usual for the tolerance',
    label: 'Good enough',
    help: 'how far off lines may be on average for the drawing to be good enough',
    unit: 'length',
  }),
  /** Checks of the painter's own: an id, the kind, and its places on the map, mm. */
  measures: z
    .array(
      z.object({
        id: z.string().min(1).max(24),
        kind: z.enum(measureKinds),
        at: z.array(pixel).min(2).max(maxCorners),
      }),
    )
    .max(60)
    .default([]),
  /** Parts of the drawing that have a name: what is found in them is told by it. */
  parts: z.array(namedPartSchema).max(maxNamedParts).default([]),
  rounds: z.array(roundSchema).max(maxRounds).default([]),
  /** Every photograph brought in here, also of rounds that were deleted, so that these can be undone. */
  photographs: z.array(pictureHashSchema).max(500).default([]),
});
export type CheckDecisions = z.infer<typeof checkDecisionsSchema>;
