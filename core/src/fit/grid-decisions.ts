import { z } from 'zod';

/** How much a grid helps: more squares, more help, more clutter. */
export const helpLevels = ['low', 'middle', 'high'] as const;
export type HelpLevel = (typeof helpLevels)[number];

export const mostSquares = 200;

/** A grid over what is drawn. */
export const gridSchema = z.object({
  shown: z.boolean(),
  /** So many squares each way, or squares of a spacing with a rest at the far end. */
  by: z.enum(['counts', 'spacing']),
  columns: z.int().min(1).max(mostSquares),
  rows: z.int().min(1).max(mostSquares),
  spacingMm: z.number().min(1).max(5000),
  diagonals: z.boolean(),
  /** Squares that are halved each way, by name such as B2. */
  halved: z.array(z.string().regex(/^[A-Z]{1,2}[0-9]{1,3}$/)).max(2000),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  lineMm: z.number().min(0.05).max(3),
  help: z.enum(helpLevels),
});
export type GridDecisions = z.infer<typeof gridSchema>;

export const defaultGrid: GridDecisions = {
  shown: false,
  by: 'counts',
  columns: 5,
  rows: 4,
  spacingMm: 50,
  diagonals: false,
  halved: [],
  colour: '#2f5d8c',
  lineMm: 0.3,
  help: 'middle',
};
