import { z } from 'zod';
import { storedDecisionsSchema } from './upgrades.js';

/** A change of the decisions, made from a revision. */
export const saveRequestSchema = z.object({ revision: z.int().min(0), decisions: storedDecisionsSchema });
export type SaveRequest = z.infer<typeof saveRequestSchema>;
