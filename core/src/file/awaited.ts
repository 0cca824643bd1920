import { z } from 'zod';
import { pictureSchema } from './work.js';

/** A photograph that a page waits for from a phone, as the page is told of it. */
export const awaitedSchema = z.object({
  /** What the phone shows to be let in, for this one photograph. */
  token: z.string(),
  /** Where a phone finds its page; none where only this computer can reach the program. */
  addresses: z.array(z.string()),
});
export type Awaited = z.infer<typeof awaitedSchema>;

/** How far it is with a photograph that is waited for. */
export const awaitedStateSchema = z.object({
  /** Nobody came yet, a phone has opened its page, it is sending, or the picture is here. */
  state: z.enum(['waiting', 'opened', 'sending', 'here']),
  picture: pictureSchema.nullable(),
});
export type AwaitedState = z.infer<typeof awaitedStateSchema>;

/** What the phone's page is told: whose drawing it photographs, and how large that is. */
export const wantedPhotographSchema = z.object({
  title: z.string(),
  surface: z.object({ widthMm: z.number().positive(), heightMm: z.number().positive() }),
});
export type WantedPhotograph = z.infer<typeof wantedPhotographSchema>;
