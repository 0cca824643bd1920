import { z } from 'zod';

/** A backup of all works at one moment. */
export const backupSchema = z.object({ name: z.string(), madeAt: z.iso.datetime(), works: z.int().min(0) });
export type Backup = z.infer<typeof backupSchema>;

/** How far something long has come: pictures or files done, of how many; of none while it is not known yet. */
export const howFarSchema = z.object({ done: z.int().min(0), of: z.int().min(0) });
export type HowFar = z.infer<typeof howFarSchema>;

/** Where a backup was restored to. */
export const restoredSchema = backupSchema.extend({ folder: z.string() });
export type Restored = z.infer<typeof restoredSchema>;

/** Backups as the page is told of them. */
export const backupsSchema = z.object({
  /** Where they lie on the computer that runs the program. */
  folder: z.string(),
  backups: z.array(backupSchema),
  /** How far the one that is being made has come, pictures; null while none is. */
  underWay: howFarSchema.nullable(),
});
export type Backups = z.infer<typeof backupsSchema>;

/** A work as a backup holds it. */
export const backedUpSchema = z.object({ id: z.string(), title: z.string(), changedAt: z.iso.datetime() });
export type BackedUp = z.infer<typeof backedUpSchema>;

/** What a look at everything that is kept found. */
export const verifiedSchema = z.object({
  works: z.int(),
  pictures: z.int(),
  /** A sentence on each thing that is not as it should be, with what can be done. */
  faults: z.array(z.string()),
});
export type Verified = z.infer<typeof verifiedSchema>;
