import { z } from 'zod';

/** A tablet or another computer that was let in with the access code. */
export const deviceSchema = z.object({ id: z.string(), name: z.string(), since: z.iso.datetime() });
export type Device = z.infer<typeof deviceSchema>;

/** A device that is let in for one work only, to lead its transfer, and only for a while. */
export const guestSchema = z.object({
  id: z.string(),
  workId: z.string(),
  /** Of the work. */
  title: z.string(),
  until: z.iso.datetime(),
});
export type Guest = z.infer<typeof guestSchema>;

/** What a guest shows to be let in, and where it is to go. */
export const invitationSchema = z.object({
  token: z.string(),
  until: z.iso.datetime(),
  /** Where the program is found from elsewhere; none where only this computer can reach it. */
  addresses: z.array(z.string()),
});
export type Invitation = z.infer<typeof invitationSchema>;

/** A guest that shows its token. */
export const guestEntersSchema = z.object({ token: z.string().max(40) });

/** Pages of a work that a guest may open, by the last part of their address. */
export const guestPages = ['run', 'steer', 'projector'] as const;
export type GuestPage = (typeof guestPages)[number];

/** Who may use the program, as the computer it runs on is told; others hear only whether they are let in. */
export const accessSchema = z.object({
  /** Whether the page may be used as it is. */
  letIn: z.boolean(),
  /** The one work whose transfer a guest may lead; null for whoever is let in, and whoever is not. */
  guestOf: z.string().nullable(),
  /** What other devices need; null on those devices, and where only this computer is let in. */
  beyond: z
    .object({
      code: z.string(),
      /** Where it is found from elsewhere. */
      addresses: z.array(z.string()),
      /** False over plain HTTP, where others on the network could read along. */
      sealed: z.boolean(),
      devices: z.array(deviceSchema),
      guests: z.array(guestSchema),
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
