import { z } from 'zod';
import { transferMethodIds } from '../transfer/index.js';
import { pictureHashSchema } from '../reference/index.js';
import { standingIds } from './progress.js';
import { mapSummarySchema } from './work.js';

/** What the flat file shows of a work. */
export const cardSchema = z.object({
  id: z.string(),
  changedAt: z.iso.datetime(),
  title: z.string(),
  demo: z.boolean(),
  /** The picture it is worked from. */
  picture: pictureHashSchema,
  widthMm: z.number(),
  heightMm: z.number(),
  map: mapSummarySchema.pick({ lines: true, minutes: true, madeAt: true }).nullable(),
  standing: z.enum(standingIds),
  method: z.enum(transferMethodIds),
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
