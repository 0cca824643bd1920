import { z } from 'zod';
import {
  isSame,
  saveRequestSchema,
  storedDecisionsSchema,
  upToDateSchema,
  workDecisionsSchema,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';

const keyOf = (id: string) => `nobrel-unsaved-${id}`;
const unread = '-unread';

/** Decisions as they stand on the bench: a title may be empty while another one is being thought of. */
const draftSchema = upToDateSchema.pipe(workDecisionsSchema.extend({ title: z.string().max(200) }));

const stashSchema = saveRequestSchema.extend({
  decisions: draftSchema,
  /** The decisions of saves that had no answer when this was put by; one of them, or none, was put by formerly. */
  sent: z
    .union([
      storedDecisionsSchema.array(),
      storedDecisionsSchema.nullable().transform((one) => (one ? [one] : [])),
    ])
    .default([]),
  /** When it was put by, milliseconds since 1970. A page that still has its work open renews it again and again. */
  at: z.number().default(0),
});
/** Decisions that have not reached the server yet, and the revision they were made from. */
export type Stash = z.infer<typeof stashSchema>;
type PutBy = Omit<Stash, 'at' | 'sent'> & { sent: readonly WorkDecisions[] };

/** Keeps decisions that have not reached the server yet, so that a reload or a crash of the page loses none. */
export function stash(id: string, kept: PutBy): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify({ ...kept, at: Date.now() }));
  } catch {
    // Full or forbidden storage: the save under way is then the only keeper.
  }
}

/** Works of which something was put by before a time, milliseconds since 1970. */
export function stashedBefore(at: number): string[] {
  const prefix = keyOf('');
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(prefix) && !key.endsWith(unread))
    .map((key) => key.slice(prefix.length))
    .filter((id) => (readStash(id)?.at ?? at) < at);
}

export function clearStash(id: string): void {
  localStorage.removeItem(keyOf(id));
}

/** What was put by for a work, or null. What cannot be read is set aside, not thrown away. */
export function readStash(id: string): Stash | null {
  const text = localStorage.getItem(keyOf(id));
  if (text === null) return null;
  try {
    return stashSchema.parse(JSON.parse(text));
  } catch {
    localStorage.setItem(`${keyOf(id)}${unread}`, text);
    return null;
  }
}

/** Unsaved decisions to go on from, and whether someone else saved meanwhile. */
export type Unsaved = { decisions: WorkDecisions; conflict: boolean };

/**
 * What a stash means for a work as the server tells it: to be gone on from where it was made from this revision or from
 * one that our own save took there; a conflict where someone else saved meanwhile; nothing where nothing differs.
 */
export function unsavedOf(work: Work, kept: PutBy | null): Unsaved | null {
  if (!kept || isSame(kept.decisions, work.decisions)) return null;
  const landed =
    work.revision === kept.revision + 1 && kept.sent.some((decisions) => isSame(decisions, work.decisions));
  return { decisions: kept.decisions, conflict: kept.revision !== work.revision && !landed };
}
