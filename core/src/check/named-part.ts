import { z } from 'zod';

/** Longer than this no name of a part is, letters. */
export const maxPartName = 40;
/** More parts than this nobody names. */
export const maxNamedParts = 40;
/** A box smaller than this holds nothing to name, mm. */
export const minPartMm = 3;

/** A part of the drawing that the painter has a name for, and the box around it on the map, mm. */
export const namedPartSchema = z.object({
  id: z.string().min(1).max(24),
  name: z.string().trim().min(1).max(maxPartName),
  box: z.object({
    x: z.number(),
    y: z.number(),
    width: z.number().min(minPartMm),
    height: z.number().min(minPartMm),
  }),
});
export type NamedPart = z.infer<typeof namedPartSchema>;
