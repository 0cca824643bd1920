import { z } from 'zod';
import { surfaceKindIds } from '../fit/index.js';
import { pictureHashSchema } from '../reference/index.js';
import { transferMethodIds } from '../transfer/index.js';
import { drawers } from './drawers.js';
import { mapSummarySchema } from './map-summary.js';
import { standingIds } from './progress.js';

/** What a card tells of the decisions of a work. */
export const cardFactsSchema = z.object({
  title: z.string(),
  demo: z.boolean(),
  widthMm: z.number(),
  heightMm: z.number(),
  surface: z.enum(surfaceKindIds),
  method: z.enum(transferMethodIds),
  drawer: z.enum(drawers),
  series: z.string(),
  tags: z.array(z.string()),
  readyBy: z.iso.date().nullable(),
  /** Everything written in the work, for finding it: notes, where things are kept, materials. */
  words: z.string(),
});
export type CardFacts = z.infer<typeof cardFactsSchema>;

/** What the flat file shows of a work. */
export const cardSchema = cardFactsSchema.extend({
  id: z.string(),
  changedAt: z.iso.datetime(),
  /** The picture it is worked from. */
  picture: pictureHashSchema,
  map: mapSummarySchema.pick({ lines: true, minutes: true, madeAt: true }).nullable(),
  standing: z.enum(standingIds),
});
export type Card = z.infer<typeof cardSchema>;

/** A work that cannot be opened: the others do not suffer for it. */
export const damagedCardSchema = z.object({
  id: z.string(),
  changedAt: z.iso.datetime(),
  /** As far as it can be read. */
  title: z.string(),
  /** Why it cannot be opened, and what can be done. */
  damaged: z.string(),
});
export type DamagedCard = z.infer<typeof damagedCardSchema>;

/** A work in the bin, from where it can be brought back until it is swept. */
export const binnedSchema = z.object({ id: z.string(), title: z.string(), deletedAt: z.iso.datetime() });
export type Binned = z.infer<typeof binnedSchema>;

/** How long a deleted work can be brought back, days. */
export const binDays = 30;

/** The flat file as it is listed: every work by itself, the last changed first. */
export const flatFileSchema = z.object({
  works: z.array(z.union([cardSchema, damagedCardSchema])),
  bin: z.array(binnedSchema),
});
export type FlatFile = z.infer<typeof flatFileSchema>;
