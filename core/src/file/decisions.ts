import { z } from 'zod';
import { pictureHashSchema } from '../reference/index.js';
import { supplyKindIds } from '../transfer/index.js';
import { drawers } from './drawers.js';

/** What a work is made from another work as. */
export const duplicateWays = ['size', 'colours', 'method'] as const;
export type DuplicateWay = (typeof duplicateWays)[number];

/** A photograph of how far the work has come. */
export const stageSchema = z.object({
  picture: pictureHashSchema,
  words: z.string().max(200),
  addedAt: z.iso.datetime(),
});
export type Stage = z.infer<typeof stageSchema>;

/** A stretch of drawing freehand, beside what was transferred. */
export const freehandSchema = z.object({
  on: z.iso.date(),
  minutes: z.number().min(0).max(1440),
});
export type Freehand = z.infer<typeof freehandSchema>;

export const maxFreehand = 400;
export const maxStages = 40;
export const maxTags = 20;

/** What is kept of a work besides what its stations know. */
export const fileDecisionsSchema = z.object({
  /** When the drawing was on the surface, or null while it is not. */
  transferredAt: z.iso.datetime().nullable().default(null),
  tracingKept: z.string().max(500).default(''),
  pictureKept: z.string().max(500).default(''),
  /** Who has the picture or the tracing now. */
  heldBy: z.string().max(200).default(''),
  /** What was done a second time, and why. */
  redone: z.string().max(2000).default(''),
  /** Lessons: what to do differently, a line each. */
  nextTime: z.string().max(4000).default(''),
  notes: z.string().max(4000).default(''),
  drawer: z.enum(drawers).default('in-hand'),
  /** Works that belong together. */
  series: z.string().max(100).default(''),
  tags: z.array(z.string().trim().min(1).max(40)).max(maxTags).default([]),
  /** The day it is to be ready, or null. */
  readyBy: z.iso.date().nullable().default(null),
  stages: z.array(stageSchema).max(maxStages).default([]),
  /** Which supply of a kind is taken for it; the first that serves where none is named. */
  takes: z.partialRecord(z.enum(supplyKindIds), z.string().max(40)).default({}),
  /** When it was drawn freehand, and for how long. */
  freehand: z.array(freehandSchema).max(maxFreehand).default([]),
  /** The work this one was made from, and what is to be looked at again for it. */
  madeFrom: z
    .object({ id: z.string().max(40), title: z.string().max(200), as: z.enum(duplicateWays) })
    .nullable()
    .default(null),
});
export type FileDecisions = z.infer<typeof fileDecisionsSchema>;
