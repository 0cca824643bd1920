import { workApi } from './api/work.js';
import type { AppDispatch } from './root.js';

/**
 * Reads a work again, as another window or device saved it.
 *
 * A read that is on its way may have set out before that save, and the cache takes no second one beside it: it is
 * waited for first.
 */
export const readAgain = (id: string) => async (dispatch: AppDispatch) => {
  await dispatch(workApi.util.getRunningQueryThunk('work', id));
  await dispatch(workApi.endpoints.work.initiate(id, { forceRefetch: true, subscribe: false }));
};
