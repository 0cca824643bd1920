import { z } from 'zod';
import type { MapDocument } from '../documents/index.js';
import { sheetDecisionsSchema } from '../sheets/index.js';
import { stationsDecided, workDecisionsSchema, writtenVersion } from './work.js';

/** Fields as they were read, of which nothing is known yet. */
type Fields = Readonly<Record<string, unknown>>;
type Renaming = Readonly<Record<string, string>>;

/**
 * What one version of the decisions changed against the one before. Each step leaves alone what is as it should be
 * already, so that parts kept apart from their work (a printing’s sheets, a map’s settings), which carry no version,
 * can be taken through all of them.
 */
type Upgrade = {
  map?: (settings: Fields) => Fields;
  sheets?: (decisions: Fields) => Fields;
};

/** Renames fields; one that is there under its new name already stays. */
function renamed(fields: Fields, renaming: Renaming): Fields {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([key, value]) => {
      const now = renaming[key];
      if (now === undefined) return [[key, value]];
      return now in fields ? [] : [[now, value]];
    }),
  );
}

/** Renames fields of an object within, where it is there. */
function renamedWithin(fields: Fields, key: string, renaming: Renaming): Fields {
  const within = fieldsOf(fields[key]);
  return within ? { ...fields, [key]: renamed(within, renaming) } : fields;
}

/** Every upgrade, the oldest first: the first leads from version 1 to version 2, and so on. */
const upgrades: readonly Upgrade[] = [
  {
    // Limits are called min and max.
    map: (settings) => renamed(settings, { leastWidthMm: 'minWidthMm', leastWeight: 'minWeight' }),
    sheets: (decisions) =>
      renamedWithin(renamedWithin(decisions, 'pricking', { leastMm: 'minMm', mostMm: 'maxMm' }), 'film', {
        mostLineMm: 'maxLineMm',
      }),
  },
  // Rounds of checking are kept; works of before have none.
  {},
  // The tracing is kept line by line; works of before have traced none.
  {},
  // The record, drawers and lessons; works of before lie in hand.
  {},
  // Drawing freehand is recorded; works of before tell of none.
  {},
];

const looseSchema = z.record(z.string(), z.unknown());
const fieldsOf = (value: unknown): Fields | null => looseSchema.safeParse(value).data ?? null;

/** Takes a part through every upgrade from a version on. */
function upgraded(part: 'map' | 'sheets', value: unknown, from: number): unknown {
  const fields = fieldsOf(value);
  if (!fields) return value;
  return upgrades.slice(from - 1).reduce((now, upgrade) => upgrade[part]?.(now) ?? now, fields);
}

const versionSchema = z.object({ schema: z.int().min(1).default(1) });

/** The version decisions were written in: 1 where none is said. */
export function versionOf(decisions: unknown): number | null {
  return versionSchema.safeParse(decisions).data?.schema ?? null;
}

/** What is said of decisions that a newer program wrote. */
export const newerDecisions =
  'It was written by a newer version of this program. Bring the program up to date to open it.';

/**
 * Decisions brought up to date, before they are parsed. Those of an older version are upgraded, and stations they did
 * not know yet begin as usual; those of this version must have every station; those of a newer one are refused, as
 * writing them would lose what is not known here.
 */
export const upToDateSchema = z.unknown().transform((value, context) => {
  const fields = fieldsOf(value);
  const from = versionOf(value);
  if (!fields || from === null) return value;
  if (from > writtenVersion) {
    context.addIssue({ code: 'custom', message: newerDecisions });
    return z.NEVER;
  }
  if (from === writtenVersion) {
    const missing = stationsDecided.find((station) => fields[station] === undefined);
    if (missing === undefined) return fields;
    context.addIssue({ code: 'custom', path: [missing], message: 'Its decisions are missing.' });
    return z.NEVER;
  }
  return {
    ...fields,
    schema: writtenVersion,
    map: upgraded('map', fields['map'], from),
    sheets: upgraded('sheets', fields['sheets'], from),
  };
});

/** Decisions of a work from wherever they were kept: the database, the browser, a bundle, a save. */
export const storedDecisionsSchema = upToDateSchema.pipe(workDecisionsSchema);

/** Decisions on sheets as a printing keeps them. */
export const storedSheetsSchema = z
  .unknown()
  .transform((value) => upgraded('sheets', value, 1))
  .pipe(sheetDecisionsSchema);

/** A map that was kept, its settings under the names they have now. */
export function upgradedMap(map: MapDocument): MapDocument {
  return { ...map, settings: fieldsOf(upgraded('map', map.settings, 1)) ?? map.settings };
}
