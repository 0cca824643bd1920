import {
  newerDecisions,
  storedDecisionsSchema,
  unknownFields,
  unknownPaths,
  versionOf,
  withUnknown,
  writtenVersion,
  type WorkDecisions,
} from '@nobrel/core/file';
import { Fault } from '../faults.js';

/**
 * The decisions of a work as they were kept.
 *
 * @throws Fault that says why they cannot be read, and what can be done
 */
export const decisionsOf = (text: string): WorkDecisions => parsed(text).decisions;

/** The same as a work tells them: with the names of the fields among them that are not known here. */
export function toldDecisions(text: string): { decisions: WorkDecisions; unknown: string[] } {
  const { raw, decisions } = parsed(text);
  return { decisions, unknown: unknownPaths(unknownFields(raw, decisions), decisions) };
}

function parsed(text: string): { raw: unknown; decisions: WorkDecisions } {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw damagedWork('its record breaks off');
  }
  if ((versionOf(raw) ?? 0) > writtenVersion) throw new Fault(422, 'newer-work', newerDecisions);
  const read = storedDecisionsSchema.safeParse(raw);
  if (read.success) return { raw, decisions: read.data };
  const [issue] = read.error.issues;
  throw damagedWork(`${issue?.path.join('.') ?? 'its record'}: ${issue?.message ?? 'it cannot be read'}`);
}

/**
 * Decisions as they are kept: with the fields that are not known of those they take the place of.
 *
 * @param came those, as they were written
 * @param read the same, as they were read
 */
export const decisionsText = (decisions: WorkDecisions, came: unknown, read: WorkDecisions): string =>
  JSON.stringify(withUnknown(decisions, unknownFields(came, read)));

/** What is said of a work that cannot be opened. */
export const damagedWork = (why: string) =>
  new Fault(
    422,
    'damaged-work',
    `This work cannot be opened (${why}). The others are not touched. Bring it back from a backup, under Safe keeping or with “nobrel restore --work”.`,
  );
