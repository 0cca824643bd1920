import { z } from 'zod';

/** A tablet or another computer that was let in with the access code. */
export const deviceSchema = z.object({ id: z.string(), name: z.string(), since: z.iso.datetime() });
export type Device = z.infer<typeof deviceSchema>;

/** Who may use the program, as the computer it runs on is told; others hear only whether they are let in. */
export const accessSchema = z.object({
  /** Whether the page may be used as it is. */
  letIn: z.boolean(),
  /** What other devices need; null on those devices, and where only this computer is let in. */
  beyond: z
    .object({
      code: z.string(),
      /** Where it is found from elsewhere. */
      addresses: z.array(z.string()),
      /** False over plain HTTP, where others on the network could read along. */
      sealed: z.boolean(),
      devices: z.array(deviceSchema),
    })
    .nullable(),
});
export type Access = z.infer<typeof accessSchema>;

/** A device that asks to be let in. */
export const enterSchema = z.object({
  code: z.string().max(40),
  /** How it is listed. */
  name: z.string().trim().min(1).max(80),
});
