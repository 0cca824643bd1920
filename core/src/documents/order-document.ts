import { z } from 'zod';

const place = z.tuple([z.number(), z.number()]);

/** The order of tracing, version 1: every line that is traced, once. Lengths in mm. */
export const orderDocumentSchema = z.looseObject({
  format: z.literal('nobrel-order'),
  version: z.literal(1),
  school: z.string(),
  hand: z.enum(['right', 'left']),
  method: z.string().optional(),
  /** Traced in this order; a closed line begins and ends at its point number `start`. */
  lines: z.array(z.looseObject({ id: z.string(), reversed: z.boolean(), start: z.int().min(0) })),
  /** The way of the lifted point from line to line, beginning at the first. */
  travelMm: z.number().min(0),
  /** How often the point is lifted between the first line and the last. */
  lifts: z.int().min(0),
  minutes: z.number().min(0),
  /** How often the hand rests on a line that was traced before. */
  palmCrossings: z.int().min(0),
  /** Stretches of work between breaks. */
  sections: z.array(
    z.looseObject({
      lines: z.array(z.string()),
      minutes: z.number().min(0),
      /** Which of the places the transfer sheet lies at. */
      place: z.int().min(0).optional(),
    }),
  ),
  /** Where to make the two check marks before all else. */
  marks: z.array(z.looseObject({ at: place, line: z.string() })).optional(),
  /** Where a transfer sheet smaller than the work lies, one after the other. */
  places: z
    .array(z.looseObject({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }))
    .optional(),
});
export type OrderDocument = z.infer<typeof orderDocumentSchema>;
