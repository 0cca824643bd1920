import { configureStore } from '@reduxjs/toolkit';
import { api } from './api/base.js';
import { autosave } from './autosave.js';
import { rememberView, viewReducer } from './view-slice.js';
import { workReducer } from './work-slice.js';

export const store = configureStore({
  reducer: { view: viewReducer, work: workReducer, [api.reducerPath]: api.reducer },
  // Maps and pictures pass through the cache; walking them on every action would cost more than it finds.
  middleware: (getDefault) =>
    getDefault({ serializableCheck: false, immutableCheck: false })
      .prepend(autosave.middleware)
      .concat(api.middleware),
});

store.subscribe(() => rememberView(store.getState().view));

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
