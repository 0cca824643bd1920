import { useCallback } from 'react';
import { useStore } from 'react-redux';
import type { MapDocument } from '@nobrel/core/documents';
import { useKeepMapMutation } from './api/map.js';
import { saveAndLand, savesLanded } from './autosave.js';
import type { RootState } from './root.js';
import { workOf } from './work-state.js';

/**
 * Keeps a map that was made from the draft on the bench. The server refuses it when another window saved the work
 * since; our own saves that overtake it on the way are no such thing.
 */
export function useKeepMap() {
  const [keep] = useKeepMapMutation();
  const store = useStore<RootState>();
  return useCallback(
    async (id: string, document: MapDocument) => {
      const revisionNow = () => {
        const work = workOf(store.getState());
        return work.id === id ? work.revision : undefined;
      };
      await savesLanded();
      const revision = revisionNow();
      const answer = await keep({ id, revision, document });
      const refused = answer.error && 'status' in answer.error && answer.error.status === 409;
      if (!refused) return answer;
      // A page that was reloaded learns of its last save, if that landed, by saving again.
      await saveAndLand(store.dispatch);
      const later = revisionNow();
      return later === undefined || later === revision ? answer : keep({ id, revision: later, document });
    },
    [keep, store],
  );
}
