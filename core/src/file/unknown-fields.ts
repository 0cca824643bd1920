import { z } from 'zod';
import type { Note } from '../notes/index.js';
import { versionOf } from './upgrades.js';
import { writtenVersion } from './work.js';

/** Fields of decisions that this version does not know, within the objects they stand in. */
export type UnknownFields = Record<string, unknown>;

const fieldsSchema = z.record(z.string(), z.unknown());
const fieldsIn = (value: unknown): UnknownFields | null =>
  Array.isArray(value) ? null : (fieldsSchema.safeParse(value).data ?? null);

/**
 * What decisions of this version hold that was left out when they were read, however deep; what stands in lists apart.
 * Of another version nothing is told: what it held is brought up to date instead.
 *
 * @param kept as they were written
 * @param known the same as they were read
 */
export function unknownFields(kept: unknown, known: object): UnknownFields {
  return versionOf(kept) === writtenVersion ? leftOut(kept, known) : {};
}

function leftOut(kept: unknown, known: unknown): UnknownFields {
  const [before, after] = [fieldsIn(kept), fieldsIn(known)];
  if (!before || !after) return {};
  return Object.fromEntries(
    Object.entries(before).flatMap(([field, value]): [string, unknown][] => {
      if (!Object.hasOwn(after, field)) return value === undefined ? [] : [[field, value]];
      const within = leftOut(value, after[field]);
      return Object.keys(within).length > 0 ? [[field, within]] : [];
    }),
  );
}

/** Decisions with what was not known of them put back; an object that is no longer there takes its own along. */
export function withUnknown(known: object, unknown: UnknownFields): UnknownFields {
  const fields: UnknownFields = { ...known };
  for (const [field, value] of Object.entries(unknown)) {
    const [here, within] = [fieldsIn(fields[field]), fieldsIn(value)];
    if (!Object.hasOwn(fields, field)) fields[field] = value;
    else if (here && within) fields[field] = withUnknown(here, within);
  }
  return fields;
}

/** Where fields stand that are not known, such as `file.loan`; one that was put where an object is known goes no deeper. */
export function unknownPaths(unknown: UnknownFields, known: object): string[] {
  const there = fieldsIn(known) ?? {};
  return Object.entries(unknown).flatMap(([field, value]) => {
    const [here, within] = [fieldsIn(there[field]), fieldsIn(value)];
    return here && within ? unknownPaths(within, here).map((path) => `${field}.${path}`) : [field];
  });
}

/** Says that a work carries fields that are not known here. */
export function unknownNotes(paths: readonly string[]): Note<never>[] {
  if (paths.length === 0) return [];
  return [
    {
      id: 'unknown-fields',
      weight: 'plain',
      says: `This work carries what this version does not know: ${paths.join(', ')}.`,
      why: 'It came with it from elsewhere. It is kept as it is, and goes out with the work again.',
      ways: [],
    },
  ];
}
