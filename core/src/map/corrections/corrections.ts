import { z } from 'zod';
import { edgeQualities } from '../../documents/index.js';

/**
 * A place on the prepared picture, as shares of its width and height. Corrections hang on the picture, so that
 * another surface, crop or placing carries them along.
 */
export const placeSchema = z.tuple([z.number().min(-10).max(10), z.number().min(-10).max(10)]);
export type Place = z.infer<typeof placeSchema>;

/** A spot on a line and the line's direction there, by which the line is found again in a new map. */
const anchor = z.object({ at: placeSchema, angleRad: z.number() });
export type LineAnchor = z.infer<typeof anchor>;

const path = z.array(placeSchema).min(2).max(5000);
const id = z.string().min(1).max(40);

/** Kinds of areas that are marked with a brush. */
export const brushKinds = ['focal', 'quiet', 'exclude'] as const;
export type BrushKind = (typeof brushKinds)[number];

/** What is done with a thing pointed at. */
export const thingWays = ['whole', 'out'] as const;
export type ThingWay = (typeof thingWays)[number];

/** One thing the painter changed in the map, kept apart from what is computed. */
export const correctionSchema = z.discriminatedUnion('does', [
  /** Leave a line out, or keep it whatever it weighs. */
  z.object({ id, does: z.literal('drop'), line: anchor }),
  z.object({ id, does: z.literal('keep'), line: anchor }),
  z.object({ id, does: z.literal('edge'), line: anchor, edge: z.enum(edgeQualities) }),
  /** Make two shapes that touch one. */
  z.object({ id, does: z.literal('join'), one: placeSchema, other: placeSchema }),
  /** Divide a shape along a stroke. */
  z.object({ id, does: z.literal('split'), path }),
  /** Pull a spot of a boundary to another place; what lies within reach along it follows. */
  z.object({
    id,
    does: z.literal('move'),
    line: anchor,
    to: placeSchema,
    reachMm: z.number().min(0.5).max(500),
  }),
  /** A line drawn by hand: along an edge, or down the middle of something thin. */
  z.object({
    id,
    does: z.literal('draw'),
    path,
    edge: z.enum(edgeQualities),
    /** Width of the thin thing it runs down, mm, or null for an edge. */
    widthMm: z.number().min(0).max(500).nullable(),
  }),
  /** Carry a contour on behind what overlaps it, from the end of one line to the end of another. */
  z.object({ id, does: z.literal('hidden'), from: anchor, to: anchor }),
  z.object({ id, does: z.literal('guide'), at: placeSchema, angleDeg: z.number().min(-360).max(360) }),
  z.object({
    id,
    does: z.literal('brush'),
    kind: z.enum(brushKinds),
    path: z.array(placeSchema).min(1).max(5000),
    radiusMm: z.number().min(0.5).max(500),
  }),
  /** Draw a thing whole, or leave it out with all that lies in it. */
  z.object({
    id,
    does: z.literal('thing'),
    way: z.enum(thingWays),
    outline: z.array(placeSchema).min(3).max(5000),
  }),
  /** Mark a shape as a cast shadow. */
  z.object({ id, does: z.literal('shadow'), shape: placeSchema }),
  /** Say which of the two shapes beside a line lies in front. */
  z.object({ id, does: z.literal('front'), line: anchor, shape: placeSchema }),
]);
export type Correction = z.infer<typeof correctionSchema>;

/** A note tied to a place of the picture. */
export const pinSchema = z.object({
  id,
  at: placeSchema,
  text: z.string().trim().min(1).max(500),
  settled: z.boolean(),
});
export type Pin = z.infer<typeof pinSchema>;

/** What the painter has changed and noted in a map, as kept with a work. */
export const correctionDecisionsSchema = z.object({
  list: z.array(correctionSchema).max(5000),
  pins: z.array(pinSchema).max(500),
});
export type CorrectionDecisions = z.infer<typeof correctionDecisionsSchema>;

export const noCorrections: CorrectionDecisions = { list: [], pins: [] };

/** A correction in words, for lists. */
export function describeCorrection(correction: Correction): string {
  switch (correction.does) {
    case 'drop':
      return 'a line left out';
    case 'keep':
      return 'a line kept';
    case 'edge':
      return `a line made ${correction.edge}`;
    case 'join':
      return 'two shapes joined';
    case 'split':
      return 'a shape divided';
    case 'move':
      return 'a boundary moved';
    case 'draw':
      return correction.widthMm === null ? 'a line along an edge' : 'a line down the middle';
    case 'hidden':
      return 'a hidden contour';
    case 'guide':
      return 'a guide';
    case 'brush':
      return { focal: 'a focal area', quiet: 'a quiet area', exclude: 'an excluded area' }[correction.kind];
    case 'thing':
      return correction.way === 'whole' ? 'a thing drawn whole' : 'a thing left out';
    case 'shadow':
      return 'a cast shadow';
    case 'front':
      return 'what lies in front';
  }
}
