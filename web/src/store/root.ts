import { combineSlices, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { api } from './api/base.js';
import { viewReducer } from './view-slice.js';
import type { WorkState } from './work-state.js';

/**
 * All that is kept in the page: how this person looks at things, the server's answers, and, once a work was opened, the
 * draft on the bench.
 */
export const rootReducer = combineSlices({
  view: viewReducer,
  [api.reducerPath]: api.reducer,
}).withLazyLoadedSlices<{ work: WorkState }>();

export type RootState = ReturnType<typeof rootReducer>;
export type AppDispatch = ThunkDispatch<RootState, unknown, UnknownAction>;
