import { z } from 'zod';

/** Effort of a map, as stored beside it. */
export const mapSummarySchema = z.object({
  version: z.int().positive(),
  /** Given to a version that is to stay, or null for the one being worked on. */
  name: z.string().nullable(),
  lines: z.int().min(0),
  /** How often the point is set down: lines that go on from each other are traced in one go. */
  lifts: z.int().min(0),
  metres: z.number().min(0),
  minutes: z.number().min(0),
  madeAt: z.iso.datetime(),
});
export type MapSummary = z.infer<typeof mapSummarySchema>;
