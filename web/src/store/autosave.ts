import { createListenerMiddleware, isAnyOf } from '@reduxjs/toolkit';
import { workDecisionsSchema, type WorkDecisions } from '@nobrel/core/file';
import { fileApi } from './api/file.js';
import { clearStash, stash } from './unsaved.js';
import {
  conflictFound,
  decided,
  mapBegun,
  opened,
  oursKept,
  redone,
  saveBegun,
  saveDone,
  saveFailed,
  theirsTaken,
  undone,
  weighed,
} from './work-slice.js';
import type { AppDispatch, RootState } from './root.js';

/** A pause this long in deciding, and the work is saved. */
const pauseMs = 500;
/** When the server does not answer, it is tried again after this. */
const retryMs = 4000;

let onItsWay: PromiseLike<unknown> = Promise.resolve();
/** What the save on its way says, so that a page that is reloaded meanwhile knows it for its own. */
let sent: { id: string; decisions: WorkDecisions } | null = null;
const sentFor = (id: string) => (sent?.id === id ? sent.decisions : null);

/**
 * Saves decisions by themselves. They are stashed in the browser at once, sent after a pause, and tried again
 * when the server does not answer. Decisions that are not valid yet (an emptied title) wait until they are.
 */
export const autosave = createListenerMiddleware();
const listen = autosave.startListening.withTypes<RootState, AppDispatch>();

listen({
  matcher: isAnyOf(decided, mapBegun, weighed, undone, redone, oursKept, opened, theirsTaken),
  effect: async (_action, listener) => {
    const { dispatch } = listener;
    const getState = () => listener.getState();
    listener.cancelActiveListeners();
    const { id, revision, decisions, saving } = getState().work;
    if (id === null || !decisions) return;
    if (saving === 'saved') {
      clearStash(id);
      return;
    }
    stash(id, { revision, decisions, sent: sentFor(id) });
    if (saving === 'conflict' || !workDecisionsSchema.safeParse(decisions).success) return;
    await listener.delay(pauseMs);
    for (;;) {
      // A save already on its way must land first, or this one would be made from a stale revision.
      await onItsWay;
      const now = getState().work;
      if (!now.decisions || now.id !== id) return;
      const request = { revision: now.revision, decisions: now.decisions };
      sent = { id, decisions: now.decisions };
      stash(id, { ...request, sent: now.decisions });
      dispatch(saveBegun());
      const sending = dispatch(fileApi.endpoints.save.initiate({ id, request }));
      onItsWay = sending;
      const saved = await sending;
      sent = null;
      if (saved.data) {
        dispatch(saveDone(saved.data));
        if (getState().work.saving === 'saved') clearStash(id);
        else
          stash(id, {
            revision: saved.data.revision,
            decisions: getState().work.decisions ?? now.decisions,
            sent: null,
          });
        return;
      }
      if ('theirs' in saved.error && saved.error.theirs) {
        dispatch(conflictFound(saved.error.theirs));
        return;
      }
      dispatch(saveFailed());
      await listener.delay(retryMs);
    }
  },
});
