import { sampleWork, standIn } from './test-page.js';
import { cleanup, render } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { fileApi } from './store/api/file.js';
import { createStore } from './store/store.js';
import { opened } from './store/work-slice.js';

/** Puts a part of the bench on a page, with a sample work open and a server that keeps it. */
export async function putOnBench(part: ReactNode, work = sampleWork()) {
  cleanup();
  localStorage.clear();
  const server = standIn(work);
  const store = createStore();
  await store.dispatch(fileApi.endpoints.work.initiate(work.id));
  store.dispatch(opened({ work, unsaved: null }));
  const page = render(
    <Provider store={store}>
      <MemoryRouter>{part}</MemoryRouter>
    </Provider>,
  );
  return {
    ...page,
    server,
    store,
    user: userEvent.setup(),
    decisions: () => {
      const { decisions } = store.getState().work;
      if (!decisions) throw new Error('No work is open.');
      return decisions;
    },
  };
}

/** A gap’s field. */
export function field(element: HTMLElement): HTMLInputElement {
  if (!(element instanceof HTMLInputElement)) throw new Error('This is no field.');
  return element;
}
