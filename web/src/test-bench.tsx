import { sampleWork, standIn } from './test-page.js';
import { cleanup, render } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useLayoutEffect, useState, type ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { Hand, useInHand } from './leaves/in-hand.js';
import './store/autosave.js';
import { workApi } from './store/api/work.js';
import { createStore } from './store/store.js';
import { opened } from './store/work-slice.js';
import { workOf } from './store/work-state.js';

/** Puts a part of the bench on a page, with a sample work open and a server that keeps it. */
export async function putOnBench(part: ReactNode, work = sampleWork()) {
  cleanup();
  localStorage.clear();
  const server = standIn(work);
  const store = createStore();
  await store.dispatch(workApi.endpoints.work.initiate(work.id));
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
      const { decisions } = workOf(store.getState());
      if (!decisions) throw new Error('No work is open.');
      return decisions;
    },
  };
}

/** Puts a part that is handed what is decided and how to change it, and tells what has become of it. */
export async function putHolding<T>(
  begin: T,
  part: (held: T, change: (change: (now: T) => Partial<T>) => void) => ReactNode,
) {
  const last = { held: begin };
  function Holding() {
    const [held, setHeld] = useState(begin);
    useLayoutEffect(() => {
      last.held = held;
    });
    return part(held, (change) => setHeld((now) => ({ ...now, ...change(now) })));
  }
  return { ...(await putOnBench(<Holding />)), held: () => last.held };
}

/** Takes a tool in hand on the bench: its sentence, its panels and what it draws on the leaves stand where they are found. */
export function putInHand(tool: ReactNode, work = sampleWork()) {
  return putOnBench(
    <Hand>
      {tool}
      <ShownInHand />
    </Hand>,
    work,
  );
}

function ShownInHand() {
  const { sentence, panel, left, right } = useInHand();
  return (
    <>
      <div role="group" aria-label="Decisions of the tool">
        {sentence}
      </div>
      {left && (
        <svg role="img" aria-label={left.title}>
          {left.content}
        </svg>
      )}
      {panel}
      {right && 'panel' in right && right.panel}
    </>
  );
}

/** A gap’s field. */
export function field(element: HTMLElement): HTMLInputElement {
  if (!(element instanceof HTMLInputElement)) throw new Error('This is no field.');
  return element;
}

type Page = Awaited<ReturnType<typeof putOnBench>>;

/** Chooses in a gap of choices. */
export async function chooseInGap(
  { user, getByLabelText, findAllByTitle }: Page,
  label: string,
  words: string,
): Promise<void> {
  await user.click(getByLabelText(label));
  // What is chosen now bears its words too; the list was opened last.
  const option = (await findAllByTitle(words)).at(-1);
  if (!option) throw new Error(`There is no “${words}”.`);
  await user.click(option);
}

/** Types into a gap, in place of what stands in it. */
export async function typeInGap({ user, getByLabelText }: Page, label: string, typed: string): Promise<void> {
  const gap = field(getByLabelText(label));
  await user.click(gap);
  await user.clear(gap);
  await user.type(gap, `${typed}{Enter}`);
}
