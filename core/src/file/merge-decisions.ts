import stringify from 'fast-json-stable-stringify';
import { mergeRuns, type TransferDecisions } from '../transfer/index.js';
import { workDecisionsSchema, type WorkDecisions } from './work.js';

/** Whether two values that JSON can hold are the same; the order in which their fields came to be does not count. */
export const isSame = (a: unknown, b: unknown): boolean => a === b || text(a) === text(b);
const text = (value: unknown) => (value === undefined ? '' : stringify(value));

/** Both changed the same thing differently: only a person can say which one holds. */
class Disagreement extends Error {}

type Merge<T> = (base: T, ours: T, theirs: T) => T;
type Merges<T> = { readonly [K in keyof T]?: Merge<T[K]> };

function refuse(): never {
  throw new Disagreement();
}

/** Fields of which each is taken from whoever changed it; those that both changed go to a merge of their own. */
function mergeFields<T extends object>(base: T, ours: T, theirs: T, merges: Merges<T> = {}): T {
  const merged = { ...theirs };
  for (const key of fieldsOf(ours, theirs)) {
    if (isSame(ours[key], base[key]) || isSame(ours[key], theirs[key])) continue;
    const merge = isSame(theirs[key], base[key]) ? undefined : (merges[key] ?? refuse);
    const value = merge ? merge(base[key], ours[key], theirs[key]) : ours[key];
    // A record that was taken out of a list by name is gone, not empty.
    if (value === undefined) delete merged[key];
    else merged[key] = value;
  }
  return merged;
}

function fieldsOf<T extends object>(...all: readonly T[]): (keyof T)[] {
  const names = new Set<keyof T>();
  for (const each of all) for (const name in each) names.add(name);
  return [...names];
}

/** A tracing that two devices lead at once is one tracing: sittings begun by either are one, and so are their lines. */
const transferMerges: Merges<TransferDecisions> = {
  run: mergeRuns,
  done: mergeFields,
  sittings: (base, ours, theirs) => {
    const known = new Set([...base, ...theirs].map(({ startedAt }) => startedAt));
    return [...theirs, ...ours.filter(({ startedAt }) => !known.has(startedAt))];
  },
  sittingSince: (_base, ours, theirs) =>
    ours === null || theirs === null ? null : ours < theirs ? ours : theirs,
};

const roomMerges: Merges<WorkDecisions> = {
  reference: mergeFields,
  fit: mergeFields,
  map: mergeFields,
  corrections: mergeFields,
  sheets: mergeFields,
  check: mergeFields,
  transfer: (base, ours, theirs) => mergeFields(base, ours, theirs, transferMerges),
  file: (base, ours, theirs) => mergeFields(base, ours, theirs, { takes: mergeFields }),
  setAside: mergeFields,
};

/**
 * One set of decisions of two that went on from the same one, in two windows or on two devices. What only one of them
 * changed is as that one has it; lines traced on both are traced, whoever traced them.
 *
 * @param base what both went on from
 * @returns null where both changed the same thing differently, or where together they are not valid
 */
export function mergeDecisions(
  base: WorkDecisions,
  ours: WorkDecisions,
  theirs: WorkDecisions,
): WorkDecisions | null {
  try {
    const merged = workDecisionsSchema.safeParse(mergeFields(base, ours, theirs, roomMerges));
    return merged.success ? merged.data : null;
  } catch (error) {
    if (error instanceof Disagreement) return null;
    throw error;
  }
}
