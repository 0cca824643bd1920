import { z } from 'zod';
import { choiceDecision, choiceWords, numberDecision } from '../decisions/index.js';
import { squaringSchema, unsquared, type Squaring } from './squaring/squaring.js';
import { pictureHashSchema } from './picture-hash.js';

/** What allows the picture to be worked from. */
export const permissions = ['own', 'granted', 'free', 'unsure'] as const;
export type Permission = (typeof permissions)[number];

/** Another picture that shows a part of the main one better. */
export const detailSchema = z.object({
  hash: pictureHashSchema,
  /** The picture it is pinned to, and the spot on it, in that picture's stored pixels. */
  on: pictureHashSchema,
  at: z.object({ x: z.number(), y: z.number() }),
  words: z.string().max(200),
});
export type Detail = z.infer<typeof detailSchema>;

/** More pins than this hide the picture. */
export const maxDetails = 40;

/** Whose picture it is, which one is worked from, and how it is put right. */
export const referenceDecisionsSchema = z.object({
  owner: z.string().max(200).default(''),
  permission: choiceDecision(permissions, {
    initial: 'unsure',
    label: 'Permission',
    help: 'what allows the picture to be worked from',
    choices: {
      own: 'my own picture',
      granted: 'used with permission',
      free: 'free to use',
      unsure: 'not yet clear',
    },
  }),
  permissionNote: z.string().max(2000).default(''),
  /** The picture that is worked from, or null for the one the work began with. */
  main: pictureHashSchema.nullable().default(null),
  /** How each picture is put right, by its hash; left out while it is as it came. */
  squaring: z.record(pictureHashSchema, squaringSchema).default({}),
  faintness: numberDecision({
    min: 0,
    max: 0.95,
    initial: 0.6,
    unit: 'share',
    label: 'Faintness',
    help: 'how far the faint view goes towards white',
  }),
  details: z.array(detailSchema).max(maxDetails).default([]),
});
export type ReferenceDecisions = z.infer<typeof referenceDecisionsSchema>;

export const defaultReferenceDecisions: ReferenceDecisions = referenceDecisionsSchema.parse({});

/** How a picture is put right. */
export function squaringOf(decisions: Pick<ReferenceDecisions, 'squaring'>, hash: string): Squaring {
  return decisions.squaring[hash] ?? unsquared;
}

/** The largest picture that is taken in. */
export const maxMegapixels = 120;
export const maxMegabytes = 80;

/** Long sides an SVG can be drawn at, pixels. */
export const svgSidesPx = { min: 200, usual: 3000, max: 10_000 } as const;

/** What allows a picture to be worked from, in words. */
export const permissionWords = (permission: Permission): string =>
  choiceWords(referenceDecisionsSchema.shape.permission, permission);
