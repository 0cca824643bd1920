import { combineReducers, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { api } from './api/base.js';
import { viewReducer } from './view-slice.js';
import { workReducer } from './work-slice.js';

/** All that is kept in the page: how this person looks at things, the draft on the bench, the server's answers. */
export const rootReducer = combineReducers({
  view: viewReducer,
  work: workReducer,
  [api.reducerPath]: api.reducer,
});

export type RootState = ReturnType<typeof rootReducer>;
export type AppDispatch = ThunkDispatch<RootState, unknown, UnknownAction>;
