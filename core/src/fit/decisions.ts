import { z } from 'zod';
import { surfaceKindIds } from './surface-kinds.js';

/** The largest side of a surface, mm: a wall. */
export const longestSideMm = 20_000;
/** The smallest side of a surface, mm: a miniature. */
export const shortestSideMm = 10;

const side = z.number().min(shortestSideMm).max(longestSideMm);

/** How a picture and a surface of different ratios are brought together. */
export const ways = ['crop', 'border'] as const;

/** Where the picture lies on which surface. */
export const fitDecisionsSchema = z.object({
  kind: z.enum(surfaceKindIds),
  widthMm: side,
  heightMm: side,
  /** Left free all round, mm. */
  marginMm: z.number().min(0).max(longestSideMm),
  way: z.enum(ways),
  /** Where a crop is taken from, 0 at the left or top and 1 at the right or bottom. */
  cropX: z.number().min(0).max(1),
  cropY: z.number().min(0).max(1),
});
export type FitDecisions = z.infer<typeof fitDecisionsSchema>;

export const defaultFitDecisions: FitDecisions = {
  kind: 'cold-pressed',
  widthMm: 300,
  heightMm: 240,
  marginMm: 0,
  way: 'crop',
  cropX: 0.5,
  cropY: 0.5,
};
