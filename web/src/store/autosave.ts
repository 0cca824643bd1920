import { isAnyOf, type Dispatch } from '@reduxjs/toolkit';
import { isSame, workDecisionsSchema, type WorkDecisions } from '@nobrel/core/file';
import { theirsIn, workApi } from './api/work.js';
import { listener, saveNow } from './listener.js';
import { clearStash, readStash, stash, stashedBefore } from './unsaved.js';
import {
  closed,
  decided,
  mapBegun,
  opened,
  oursKept,
  redone,
  saveBegun,
  saveDone,
  saveFailed,
  theirsMet,
  theirsTaken,
  undone,
  weighed,
} from './work-slice.js';
import { workOf } from './work-state.js';
import type { AppDispatch, RootState } from './root.js';

/** A pause this long in deciding, and the work is saved. */
const pauseMs = 500;
/** More saves without an answer are not remembered: only the last few can have been cut off by a reload. */
const maxUnanswered = 4;
/** When the server does not answer, it is tried again after this. */
const retryMs = 4000;
/** What was put by longer ago than this belongs to no page that is still trying. */
const leftAfterMs = 30_000;

let onItsWay: PromiseLike<unknown> = Promise.resolve();
/** Waits until the save on its way, if there is one, was answered. */
export const savesLanded = async (): Promise<void> => void (await onItsWay);

/** Saves what is unsaved without its pause, and waits until that was answered. */
export async function saveAndLand(dispatch: Dispatch): Promise<void> {
  dispatch(saveNow());
  // The save sets out in the next task.
  await new Promise((resolve) => setTimeout(resolve));
  await savesLanded();
}

/**
 * What saves said that were never answered: on their way still, cut off by a reload, or answered into nothing. Any of
 * them may have been taken, so that the server's version may be one of them, and then it is our own.
 */
let unanswered: { id: string; decisions: readonly WorkDecisions[] } = { id: '', decisions: [] };
const unansweredFor = (id: string) => (unanswered.id === id ? unanswered.decisions : []);

/**
 * Saves decisions by themselves. They are stashed in the browser at once, sent after a pause, and tried again
 * when the server does not answer. Decisions that are not valid yet (an emptied title) wait until they are.
 */
const listen = listener.startListening.withTypes<RootState, AppDispatch>();

listen({
  matcher: isAnyOf(saveNow, decided, mapBegun, weighed, undone, redone, oursKept, opened, theirsTaken),
  effect: async (action, heard) => {
    const { dispatch } = heard;
    const work = () => workOf(heard.getState());
    const { id, revision, decisions, saving } = work();
    const atOnce = saveNow.match(action);
    if (id === null || !decisions || (atOnce && saving !== 'unsaved')) return;
    heard.cancelActiveListeners();
    if (opened.match(action)) unanswered = { id, decisions: readStash(id)?.sent ?? [] };
    if (saving === 'saved') {
      clearStash(id);
      return;
    }
    stash(id, { revision, decisions, sent: unansweredFor(id) });
    if (saving === 'conflict' || !workDecisionsSchema.safeParse(decisions).success) return;
    if (!atOnce) await heard.delay(pauseMs);
    for (;;) {
      // A save already on its way must land first, or this one would be made from a stale revision.
      await onItsWay;
      const now = work();
      if (!now.decisions || now.id !== id) return;
      const request = { revision: now.revision, decisions: now.decisions };
      const before = unansweredFor(id);
      unanswered = { id, decisions: [...before.slice(1 - maxUnanswered), now.decisions] };
      stash(id, { ...request, sent: unanswered.decisions });
      dispatch(saveBegun());
      const sending = dispatch(workApi.endpoints.save.initiate({ id, request }));
      onItsWay = sending;
      const saved = await sending;
      const theirs = theirsIn(saved.error);
      const answered = saved.data ?? theirs;
      if (answered) unanswered = { id, decisions: [] };
      if (saved.data) {
        dispatch(saveDone(saved.data));
        if (work().saving === 'saved') clearStash(id);
        else
          stash(id, {
            revision: saved.data.revision,
            decisions: work().decisions ?? now.decisions,
            sent: [],
          });
        return;
      }
      if (theirs) {
        // The same decisions are no conflict: an answer was lost, or another page saved what this one had put by.
        if (isSame(theirs.decisions, now.decisions)) {
          dispatch(saveDone(theirs));
          if (work().saving === 'saved') clearStash(id);
        } else if (before.some((decisions) => isSame(theirs.decisions, decisions))) {
          // One of our own that was never answered: what was decided since goes on from it.
          dispatch(saveDone(theirs));
          continue;
        } else {
          dispatch(theirsMet(theirs));
          // What both windows decided goes together, and is saved as one.
          if (work().saving !== 'conflict') continue;
        }
        return;
      }
      dispatch(saveFailed());
      await heard.delay(retryMs);
    }
  },
});

/** Saves the last change of a work that is left before its pause is over. */
listen({
  actionCreator: closed,
  effect: async (_action, { dispatch, getOriginalState }) => {
    const { id, saving } = workOf(getOriginalState());
    if (id !== null && (saving === 'unsaved' || saving === 'failed')) await saveLeftBehind(dispatch, [id]);
  },
});

/**
 * Saves what was put by of works that are not on the bench. What the server refuses, or cannot be asked to keep, stays
 * put by and is met when its work is opened.
 *
 * @param ids the works; when none are named, those that no page can have open, as it would have put them by anew
 */
export async function saveLeftBehind(dispatch: AppDispatch, ids?: readonly string[]): Promise<void> {
  for (const id of ids ?? stashedBefore(Date.now() - leftAfterMs)) {
    const kept = readStash(id);
    if (!kept || !workDecisionsSchema.safeParse(kept.decisions).success) continue;
    const { revision, decisions } = kept;
    await onItsWay;
    const saved = await dispatch(workApi.endpoints.save.initiate({ id, request: { revision, decisions } }));
    const now = readStash(id);
    if (saved.data && now && isSame(now.decisions, decisions)) clearStash(id);
  }
}
