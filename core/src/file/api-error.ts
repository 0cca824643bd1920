import { z } from 'zod';

/** The one shape of an error over the wire. */
export const apiErrorSchema = z.object({
  error: z.object({ code: z.string(), message: z.string(), field: z.string().optional() }),
});
export type ApiError = z.infer<typeof apiErrorSchema>;
