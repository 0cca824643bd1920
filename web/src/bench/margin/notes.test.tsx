import { putOnBench } from '../../test-bench.js';
import { waitFor } from '@testing-library/react';
import { expect } from 'chai';
import type { Note } from '@nobrel/core/notes';
import { Pointing, usePointed } from '../../leaves/leaf/pointed.js';
import { undone } from '../../store/work-slice.js';
import { Notes } from './notes.js';

const note = (
  id: string,
  weight: Note<string>['weight'],
  rest: Partial<Note<string>> = {},
): Note<string> => ({
  id,
  weight,
  says: `${id} is so.`,
  why: `${id} matters.`,
  ways: [],
  ...rest,
});

describe('notes in the margin', () => {
  it('stand worst first, each with why it matters', async () => {
    const { getAllByRole } = await putOnBench(
      <Notes
        notes={[note('the size', 'plain'), note('the edge', 'fix'), note('the light', 'watch')]}
        onWay={() => undefined}
      />,
    );
    const items = getAllByRole('listitem').map((item) => item.textContent ?? '');
    expect(items.map((text) => /the (edge|light|size) is/.exec(text)?.[1])).to.deep.equal([
      'edge',
      'light',
      'size',
    ]);
    expect(items[0]).to.match(/^! To fix.*the edge matters\./);
  });

  it('say so where there is nothing to note', async () => {
    const { getByText } = await putOnBench(<Notes notes={[]} onWay={() => undefined} />);
    expect(getByText('Nothing to note here.')).to.be.instanceOf(HTMLElement);
  });

  it('offer ways out, and hand on the one that is taken', async () => {
    const taken: string[] = [];
    const ways = [
      { label: 'Turn the sheet', change: 'turn' },
      { label: 'Take a larger sheet', change: 'larger' },
    ];
    const { user, getByRole } = await putOnBench(
      <Notes notes={[note('the sheet', 'fix', { ways })]} onWay={(way) => taken.push(way)} />,
    );
    await user.click(getByRole('button', { name: 'Take a larger sheet' }));
    expect(taken).to.deep.equal(['larger']);
  });

  it('are set aside with a reason only, as a decision that is saved, undone, and taken back', async () => {
    const bench = await putOnBench(<Notes notes={[note('the light', 'watch')]} onWay={() => undefined} />);
    const { user, getByRole, getByLabelText, getByText, queryByText, queryByLabelText, store } = bench;
    const reason = () => bench.decisions().setAside['the light'];
    await user.click(getByRole('button', { name: 'Set aside' }));
    await user.keyboard('   {Enter}');
    expect(reason(), 'of blanks alone').to.equal(undefined);
    await user.keyboard('{Escape}');
    expect(queryByLabelText('Reason for setting this note aside')).to.equal(null);
    await user.click(getByRole('button', { name: 'Set aside' }));
    await user.type(getByLabelText('Reason for setting this note aside'), '  asked by letter {Enter}');
    expect(reason()).to.equal('asked by letter');
    expect(getByText('1 set aside')).to.be.instanceOf(HTMLElement);
    store.dispatch(undone());
    await waitFor(() => expect(queryByText('1 set aside')).to.equal(null));
    await user.click(getByRole('button', { name: 'Set aside' }));
    await user.type(getByLabelText('Reason for setting this note aside'), 'by daylight{Enter}');
    await user.click(getByRole('button', { name: 'Show again', hidden: true }));
    expect(queryByText('1 set aside')).to.equal(null);
    expect(reason() ?? '').to.equal('');
  });

  it('cannot be set aside where they only tell', async () => {
    const { queryByRole } = await putOnBench(
      <Notes notes={[note('the size', 'plain')]} onWay={() => undefined} />,
    );
    expect(queryByRole('button', { name: 'Set aside' })).to.equal(null);
  });

  it('point to their places from the keyboard as with the pointer, and let go', async () => {
    const Shown = () => <output>{usePointed().places.length} places</output>;
    const places = [
      { x: 0.1, y: 0.2, width: 0.3, height: 0.4 },
      { x: 0.6, y: 0.2, width: 0.3, height: 0.4 },
    ];
    const { user, getByRole, getByText } = await putOnBench(
      <Pointing>
        <Notes notes={[note('the light', 'watch', { places })]} onWay={() => undefined} />
        <Shown />
      </Pointing>,
    );
    const shown = getByRole('status');
    getByRole('button', { name: 'Point here to see where' }).focus();
    await waitFor(() => expect(shown.textContent).to.equal('2 places'));
    await user.tab();
    await waitFor(() => expect(shown.textContent).to.equal('0 places'));
    await user.hover(getByText('the light is so.'));
    expect(shown.textContent).to.equal('2 places');
    await user.unhover(getByText('the light is so.'));
    expect(shown.textContent).to.equal('0 places');
  });
});
