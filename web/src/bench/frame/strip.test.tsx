import { field, putOnBench } from '../../test-bench.js';
import { sampleWork } from '../../test-page.js';
import { act } from '@testing-library/react';
import { expect } from 'chai';
import { stationIds, stations } from '@nobrel/core/file';
import { unitChosen } from '../../store/view-slice.js';
import { decided } from '../../store/work-slice.js';
import { ConflictNotice, SavingState } from './saving.js';
import { Strip } from './strip.js';
import { UnitsChoice } from './units-choice.js';

describe('the order of work', () => {
  it('names every station with its number, one live fact and what it is for', async () => {
    const { getAllByRole, getByRole } = await putOnBench(<Strip />);
    const links = getAllByRole('link');
    expect(links.map((link) => link.getAttribute('href'))).to.deep.equal(
      stationIds.map((id) => `/works/w1/${id}`),
    );
    stationIds.forEach((id, i) => {
      expect(links[i]?.textContent, id).to.match(new RegExp(`^${i + 1}${stations[id].name}.+`));
      expect(links[i]?.title, id).to.equal(stations[id].help);
    });
    expect(getByRole('navigation', { name: 'Order of work' })).to.be.instanceOf(HTMLElement);
  });

  it('tells its facts in the unit that is spoken in, as they are decided', async () => {
    const { getByRole, store } = await putOnBench(<Strip />);
    const fit = () => getByRole('link', { name: /Fit/ }).textContent ?? '';
    const change = { widthMm: 508, heightMm: 254 };
    act(() => void store.dispatch(decided({ room: 'fit', change })));
    expect(fit()).to.include('508 × 254 mm');
    act(() => void store.dispatch(unitChosen('in')));
    expect(fit()).to.include('20 × 10 in');
  });
});

describe('the units', () => {
  it('are one group of the browser’s own buttons, of which one is always chosen', async () => {
    const { getByRole, getAllByRole, user, store } = await putOnBench(<UnitsChoice />);
    const names = getAllByRole('radio').map((radio) => field(radio).name);
    expect(new Set(names).size, 'so that arrows walk through them').to.equal(1);
    for (const unit of ['cm', 'in', 'in'] as const) {
      await user.click(getByRole('radio', { name: unit }));
      expect(store.getState().view.unit).to.equal(unit);
      expect(getAllByRole('radio').filter((radio) => field(radio).checked)).to.have.length(1);
    }
  });
});

describe('saving, as it is told', () => {
  it('says that all is saved, that something is not, and that it is saved again', async () => {
    const { findByText, getByRole, store } = await putOnBench(<SavingState />);
    expect(getByRole('status').textContent).to.equal('Saved');
    act(() => void store.dispatch(decided({ room: 'title', change: 'Pears' })));
    expect(getByRole('status').textContent).to.equal('Not saved yet');
    await findByText('Saved');
  });

  for (const [way, title] of [
    ['Go on from the other one', 'Theirs'],
    ['Keep this one', 'Ours'],
  ] as const)
    it(`offers both versions where another window was first: “${way}”`, async () => {
      const bench = await putOnBench(
        <>
          <SavingState />
          <ConflictNotice />
        </>,
        sampleWork('Kettle'),
      );
      bench.server.changeElsewhere('Theirs');
      act(() => void bench.store.dispatch(decided({ room: 'title', change: 'Ours' })));
      await bench.findByText(/Both versions are safe/);
      expect(bench.getAllByRole('status')[0]?.textContent).to.equal('Not saved: changed elsewhere');
      await bench.user.click(bench.getByRole('button', { name: way }));
      await bench.findByText('Saved');
      expect(bench.decisions().title).to.equal(title);
      expect(bench.server.kept().decisions.title).to.equal(title);
      expect(bench.queryByText(/Both versions are safe/)).to.equal(null);
    });
});
