import { sampleCard, sampleWork } from '../../../test-page.js';
import { cleanup, render, waitFor } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { expect } from 'chai';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import type { Card, DamagedCard, FlatFile as Listed } from '@nobrel/core/file';
import { createStore } from '../../../store/store.js';
import { FlatFile } from './flat-file.js';

const card = (id: string, title: string, more: Partial<Card> = {}) => sampleCard(id, { title, ...more });
const damaged: DamagedCard = {
  id: 'bad',
  title: 'The slip',
  changedAt: '2026-10-17T15:00:00.000Z',
  damaged: 'This work cannot be opened (its record breaks off). The others are not touched.',
};

/** The flat file of a server that lists this, and what it was asked. */
function put(listed: Listed, putBy: Record<string, string> = {}) {
  cleanup();
  localStorage.clear();
  for (const [key, text] of Object.entries(putBy)) localStorage.setItem(key, text);
  const asked: string[] = [];
  globalThis.fetch = (input) => {
    const { method, url } = new Request(input);
    asked.push(`${method} ${new URL(url).pathname}`);
    const answer = { GET: listed, PUT: { ...sampleWork('Behind'), revision: 2 } }[method];
    return Promise.resolve(answer ? Response.json(answer) : new Response(null, { status: 204 }));
  };
  const page = render(
    <Provider store={createStore()}>
      <MemoryRouter>
        <FlatFile />
      </MemoryRouter>
    </Provider>,
  );
  return { ...page, asked, user: userEvent.setup() };
}

describe('the flat file', () => {
  it('shows every work where it stands and what is next, works to play with apart', async () => {
    const map = { lines: 391, minutes: 15, madeAt: '2026-10-17T15:00:00.000Z' };
    const { findByRole, getByRole } = put({
      works: [
        card('a', 'Kettle', { map, standing: 'being-transferred' }),
        card('b', 'Dinghy'),
        card('c', 'Try me', { demo: true }),
      ],
      bin: [],
    });
    const kettle = await findByRole('link', { name: /Kettle/ });
    expect(kettle.getAttribute('href')).to.equal('/works/a/transfer');
    expect(kettle.textContent).to.match(/391 lines, 15 min.*Being transferred, by a transfer sheet/);
    const dinghy = getByRole('link', { name: /Dinghy/ });
    expect(dinghy.getAttribute('href')).to.equal('/works/b/fit');
    expect(getByRole('region', { name: 'To play with' }).textContent).to.include('Try me');
  });

  it('lets a work that cannot be read stand by itself, with what can be done', async () => {
    const { findByText, getByRole, queryByRole, asked, user } = put({
      works: [card('a', 'Kettle'), damaged],
      bin: [],
    });
    await findByText(damaged.damaged);
    expect(queryByRole('link', { name: /The slip/ })).to.equal(null);
    expect(getByRole('link', { name: /Kettle/ })).to.be.instanceOf(HTMLElement);
    const out = getByRole('link', { name: 'Take out what is readable' });
    expect(out.getAttribute('href')).to.equal('/api/works/bad/bundle');
    await user.click(getByRole('button', { name: 'Put in the bin' }));
    expect(asked).to.include('DELETE /api/works/bad');
  });

  it('saves what a page that was closed had put by, as soon as it stands', async () => {
    const { decisions } = sampleWork('Behind');
    const longAgo = { revision: 1, decisions, sent: [], at: Date.now() - 60_000 };
    const { asked, findByRole } = put(
      { works: [card('w1', 'Kettle')], bin: [] },
      { 'nobrel-unsaved-w1': JSON.stringify(longAgo) },
    );
    await findByRole('link', { name: /Kettle/ });
    await waitFor(() => expect(asked).to.include('PUT /api/works/w1'));
  });

  it('keeps the bin folded, and brings back from it', async () => {
    const { findByText, getByRole, asked, user } = put({
      works: [],
      bin: [{ id: 'gone', title: 'Old study', deletedAt: '2026-10-17T15:00:00.000Z' }],
    });
    await user.click(await findByText('The bin: 1 work'));
    await user.click(getByRole('button', { name: 'Bring back' }));
    expect(asked).to.include('POST /api/works/gone/bring-back');
  });

  it('says why it cannot be listed, and that nothing is lost', async () => {
    cleanup();
    globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'));
    const { findByText } = render(
      <Provider store={createStore()}>
        <MemoryRouter>
          <FlatFile />
        </MemoryRouter>
      </Provider>,
    );
    await findByText(/does not answer\. Nothing is lost/);
  });
});
