import { z } from 'zod';
import { fitDecisionsSchema } from './decisions.js';

/** A surface size to be saved under a name. */
export const newSizeSchema = z.object({
  name: z.string().trim().min(1, 'Give the size a name.').max(60),
  widthMm: fitDecisionsSchema.shape.widthMm,
  heightMm: fitDecisionsSchema.shape.heightMm,
});
export type NewSize = z.infer<typeof newSizeSchema>;

export const savedSizeSchema = newSizeSchema.extend({ id: z.string() });
export type SavedSize = z.infer<typeof savedSizeSchema>;

/** A longer list is no quicker than typing the size. */
export const maxSavedSizes = 60;
