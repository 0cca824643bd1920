import { z } from 'zod';
import { mapSummarySchema, printingSchema } from '@nobrel/core/file';
import { pictureHashSchema } from '@nobrel/core/reference';

/** Folders of a bundle, and what may stand in them: no path can lead out of it. */
export const entryName =
  /^(?:(?:project|manifest)\.json|(?:reference|maps|photos|sheets)\/[A-Za-z0-9][A-Za-z0-9._-]{0,120})$/;

/** A file of the bundle itself: nothing else on the computer is ever read for one. */
const fileSchema = z.string().regex(entryName);

const unlike = <T>(values: readonly T[]) => new Set(values).size === values.length;

/** The records of a work as they leave, with the files that belong to them. */
export const projectSchema = z.object({
  format: z.literal('nobrel-project'),
  version: z.literal(1),
  createdAt: z.iso.datetime(),
  changedAt: z.iso.datetime(),
  /** As they are kept, whatever version wrote them; the text where they cannot be read. */
  decisions: z.union([z.record(z.string(), z.unknown()), z.string()]),
  /** The first is the one the work began with. */
  pictures: z
    .array(z.object({ hash: pictureHashSchema, name: z.string().max(400), file: fileSchema }))
    .min(1)
    .max(200)
    .refine((pictures) => unlike(pictures.map(({ hash }) => hash)), 'a picture is listed twice'),
  maps: z
    .array(mapSummarySchema.pick({ version: true, name: true, madeAt: true }).extend({ file: fileSchema }))
    .max(2000)
    .refine((maps) => unlike(maps.map(({ version }) => version)), 'a version of the map is listed twice'),
  printings: z
    .array(printingSchema.omit({ id: true, decisions: true }).extend({ decisions: z.unknown() }))
    .max(5000),
});
export type Project = z.infer<typeof projectSchema>;

/** Every file of a bundle but this one, with its SHA-256. */
export const manifestSchema = z.object({
  format: z.literal('nobrel-manifest'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  files: z.record(z.string().regex(entryName), z.string().regex(/^[0-9a-f]{64}$/)),
});
export type Manifest = z.infer<typeof manifestSchema>;
