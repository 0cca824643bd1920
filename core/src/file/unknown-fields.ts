import type { Note } from '../notes/index.js';
import { versionOf } from './upgrades.js';
import { writtenVersion } from './work.js';

/** Fields of decisions that this version does not know, within the objects they stand in. */
export type UnknownFields = Record<string, unknown>;

const isFields = (value: unknown): value is UnknownFields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

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
  if (!isFields(kept) || !isFields(known)) return {};
  return Object.fromEntries(
    Object.entries(kept).flatMap(([field, value]): [string, unknown][] => {
      if (!Object.hasOwn(known, field)) return value === undefined ? [] : [[field, value]];
      const within = leftOut(value, known[field]);
      return Object.keys(within).length > 0 ? [[field, within]] : [];
    }),
  );
}

/** Decisions with what was not known of them put back; an object that is no longer there takes its own along. */
export function withUnknown(known: object, unknown: UnknownFields): UnknownFields {
  const here = Object.entries(known).map(([field, value]: [string, unknown]) => {
    const within = Object.hasOwn(unknown, field) ? unknown[field] : undefined;
    return [field, isFields(value) && isFields(within) ? withUnknown(value, within) : value] as const;
  });
  // Made from entries, so that a field called `__proto__` is a field like any other.
  const more = Object.entries(unknown).filter(([field]) => !Object.hasOwn(known, field));
  return Object.fromEntries<unknown>([...here, ...more]);
}

/** Where fields stand that are not known, such as `file.loan`; one that was put where an object is known goes no deeper. */
export function unknownPaths(unknown: UnknownFields, known: object): string[] {
  const there = new Map<string, unknown>(Object.entries(known));
  return Object.entries(unknown).flatMap(([field, value]) => {
    const here = there.get(field);
    return isFields(here) && isFields(value)
      ? unknownPaths(value, here).map((path) => `${field}.${path}`)
      : [field];
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
