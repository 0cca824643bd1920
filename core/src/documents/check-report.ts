import { z } from 'zod';

/** The check report, version 1: how a drawing on paper differs from its map. Lengths in mm, but for `paper`. */
const pixel = z.tuple([z.number(), z.number()]);

const axes = z.looseObject({ long: z.number(), short: z.number() });

const slipSchema = z.looseObject({
  lines: z.array(z.string()),
  x: z.number(),
  y: z.number(),
  dx: z.number(),
  dy: z.number(),
  angleDeg: z.number(),
});

export const checkReportSchema = z.looseObject({
  format: z.literal('nobrel-check'),
  version: z.literal(1),
  units: z.literal('mm'),
  paper: z.looseObject({
    /** By its edges, by corners given, or by the drawn lines alone. */
    found: z.enum(['auto', 'given', 'lines']),
    /** Pixels of the photograph: top left, top right, bottom right and bottom left of the surface. */
    corners: z.tuple([pixel, pixel, pixel, pixel]),
  }),
  /** The drawing as a whole against the map. */
  placement: z.looseObject({ dx: z.number(), dy: z.number(), angleDeg: z.number(), scale: z.number() }),
  lines: z.array(
    z.looseObject({
      id: z.string(),
      status: z.enum(['true', 'moved', 'missing', 'unclear']),
      /** Share of its length found drawn. */
      drawn: z.number().min(0).max(1),
      /** Mean displacement after the whole placement is taken out. */
      dx: z.number(),
      dy: z.number(),
      off: z.number().min(0),
      worst: z.number().min(0),
      /** How much darker than the paper it is, L\*; left out where none of it is seen. */
      darkness: z.number().optional(),
      /** Whether most of it lies beyond the picture, so that it was not judged. */
      outOfView: z.boolean().optional(),
    }),
  ),
  parts: z.array(
    z.looseObject({
      lines: z.array(z.string()),
      /** What its turn and scale are about. */
      x: z.number(),
      y: z.number(),
      dx: z.number(),
      dy: z.number(),
      scale: z.number(),
      angleDeg: z.number(),
      says: z.string(),
    }),
  ),
  extra: z.array(z.looseObject({ points: z.array(z.tuple([z.number(), z.number()])), length: z.number() })),
  /** Ellipses of the map, and as they were drawn: their axes, mm, and the outline of what was drawn. */
  ellipses: z
    .array(
      z.looseObject({
        id: z.string(),
        x: z.number(),
        y: z.number(),
        wanted: axes,
        drawn: axes,
        points: z.array(z.tuple([z.number(), z.number()])),
      }),
    )
    .default([]),
  /** Lines traced after the sheet had slipped, and the slip: a shift, and a turn about a middle. */
  slip: slipSchema.nullable().default(null),
  /** Lines that stand twice, and how the second lies to the first. */
  doubled: slipSchema.nullable().default(null),
  summary: z.looseObject({
    meanOff: z.number(),
    p95Off: z.number(),
    moved: z.number(),
    missing: z.number(),
    extra: z.number(),
  }),
});

export type CheckReport = z.infer<typeof checkReportSchema>;
