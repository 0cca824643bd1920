import { configureStore } from '@reduxjs/toolkit';
import { api } from './api/base.js';
import { listener } from './listener.js';
import { rootReducer } from './root.js';
import { rememberView } from './view-slice.js';

/** The store of a page: what is seen in it is remembered in the browser, what is decided saves itself. */
export function createStore() {
  const store = configureStore({
    reducer: rootReducer,
    // Maps and pictures pass through the cache; walking them on every action would cost more than it finds.
    middleware: (getDefault) =>
      getDefault({ serializableCheck: false, immutableCheck: false })
        .prepend(listener.middleware)
        .concat(api.middleware),
  });
  store.subscribe(() => rememberView(store.getState().view));
  return store;
}
