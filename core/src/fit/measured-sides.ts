import { z } from 'zod';

const length = z.number().positive().max(30_000);

/** Four sides and two diagonals as measured, mm. */
export const measuredSidesSchema = z.object({
  top: length,
  right: length,
  bottom: length,
  left: length,
  /** From the top left to the bottom right. */
  falling: length,
  /** From the bottom left to the top right. */
  rising: length,
});
export type MeasuredSides = z.infer<typeof measuredSidesSchema>;
export type MeasuredSide = keyof MeasuredSides;
