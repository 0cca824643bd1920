import { z } from 'zod';

/** A line traced: where it is, so that it is known again on another map, and how long it took where that was told, s. */
const tracedLineSchema = z.object({
  id: z.string().max(100),
  /** The middle of its way, mm, and how long it is. */
  x: z.number(),
  y: z.number(),
  lengthMm: z.number().min(0),
  seconds: z.number().min(0).max(3600).nullable(),
  /** Whether it was traced in one go with the one before it. */
  goesOn: z.boolean().default(false),
});
export type TracedLine = z.infer<typeof tracedLineSchema>;

/** How far the tracing has come, line by line. */
export const runSchema = z.object({
  /** When the two check marks were traced. */
  marksAt: z.iso.datetime().nullable().default(null),
  /** In the order they were traced. */
  traced: z.array(tracedLineSchema).max(20_000).default([]),
  /** After how many traced lines the sheet was lifted and looked under. */
  looks: z.array(z.int().min(0)).max(5000).default([]),
  /** After how many stretches a break was taken. */
  rested: z.int().min(0).default(0),
});
export type Run = z.infer<typeof runSchema>;

export const emptyRun: Run = runSchema.parse({});
