import { z } from 'zod';
import { checkDecisionsSchema } from '../check/index.js';
import { fitDecisionsSchema } from '../fit/index.js';
import {
  beginningSchool,
  correctionDecisionsSchema,
  mapBegunSchema,
  mapSettingsSchema,
  noCorrections,
} from '../map/index.js';
import {
  pictureHashSchema,
  preparationOf,
  referenceDecisionsSchema,
  squaringOf,
  type Preparation,
  type Squaring,
} from '../reference/index.js';
import { sheetDecisionsSchema } from '../sheets/index.js';
import { transferDecisionsSchema } from '../transfer/index.js';
import { fileDecisionsSchema } from './decisions.js';
import { mapSummarySchema } from './map-summary.js';

/** The version of decisions this program writes. Older ones are brought up to it by the list of upgrades. */
export const writtenVersion = 6;

/** Every decision of a work, station by station. This is what undo steps through and what is saved. */
export const workDecisionsSchema = z.object({
  schema: z.literal(writtenVersion).default(writtenVersion),
  title: z.string().trim().min(1, 'A work needs a title.').max(200),
  reference: referenceDecisionsSchema.prefault({}),
  fit: fitDecisionsSchema.prefault({}),
  map: mapSettingsSchema.prefault({}),
  /** How the map began, or null until it is first made. Works of before that was kept began as usual. */
  mapBegun: mapBegunSchema.nullable().default({ school: beginningSchool, because: null, calmer: null }),
  /** What the painter changed in the map by hand, and noted on it. */
  corrections: correctionDecisionsSchema.default(noCorrections),
  sheets: sheetDecisionsSchema.prefault({}),
  check: checkDecisionsSchema.prefault({}),
  transfer: transferDecisionsSchema.prefault({}),
  file: fileDecisionsSchema.prefault({}),
  /** A work to play with, kept apart from one's own. */
  demo: z.boolean().default(false),
  /** Notes the painter has set aside, by id, with the reason. */
  setAside: z.record(z.string().max(100), z.string().max(500)).default({}),
});
export type WorkDecisions = z.infer<typeof workDecisionsSchema>;

/** What every work has decisions on. */
export const stationsDecided = [
  'reference',
  'fit',
  'map',
  'corrections',
  'sheets',
  'check',
  'transfer',
  'file',
] as const satisfies readonly (keyof WorkDecisions)[];

/** The decisions a new work begins with. */
export function newDecisions(title: string): WorkDecisions {
  return workDecisionsSchema.parse({ title, mapBegun: null });
}

/** A stored picture. */
export const pictureSchema = z.object({
  /** SHA-256 of the file as it came. */
  hash: pictureHashSchema,
  name: z.string(),
  /** Sides of the upright picture, pixels. */
  width: z.int().positive(),
  height: z.int().positive(),
  bytes: z.int().positive(),
});
export type StoredPicture = z.infer<typeof pictureSchema>;

/** A map version's name. */
export const versionNameSchema = z.object({
  name: z.string().trim().min(1, 'A version needs a name.').max(80),
});

/** A set of sheets that was printed. */
export const printingSchema = z.object({
  id: z.string(),
  printedAt: z.iso.datetime(),
  mapVersion: z.int().positive(),
  decisions: sheetDecisionsSchema,
  pages: z.int().positive(),
});
export type Printing = z.infer<typeof printingSchema>;

/** A work as the server tells it. */
export const workSchema = z.object({
  id: z.string(),
  revision: z.int().min(0),
  createdAt: z.iso.datetime(),
  changedAt: z.iso.datetime(),
  decisions: workDecisionsSchema,
  /** Every picture brought to this work; the first is the one it began with. */
  pictures: z.array(pictureSchema).min(1),
  map: mapSummarySchema.nullable(),
  printings: z.array(printingSchema),
  /** Fields of its decisions that this version does not know, such as `file.loan`: they are kept. */
  unknown: z.array(z.string()).optional(),
});
export type Work = z.infer<typeof workSchema>;

/** The picture a work is made from, and how it is prepared. */
export type MainPicture = { picture: StoredPicture; squaring: Squaring; preparation: Preparation };

/** Reads off which picture is worked from. One that is no longer there gives way to the first. */
export function mainPictureOf({
  pictures,
  decisions,
}: Pick<Work, 'pictures'> & { decisions: Pick<WorkDecisions, 'reference'> }): MainPicture {
  const { reference } = decisions;
  const picture = pictures.find(({ hash }) => hash === reference.main) ?? pictures[0];
  const squaring = squaringOf(reference, picture.hash);
  return { picture, squaring, preparation: preparationOf(picture, squaring) };
}

/** Whether a picture is a photograph of the work itself, checked or kept as a stage, not one it is made from. */
export const showsWorkItself = (
  { check, file }: Pick<WorkDecisions, 'check' | 'file'>,
  hash: string,
): boolean => check.photographs.includes(hash) || file.stages.some(({ picture }) => picture === hash);
