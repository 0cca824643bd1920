import { chooseInGap, putHolding } from '../../../test-bench.js';
import { fireEvent, within } from '@testing-library/react';
import { expect } from 'chai';
import { layPlan, usualPlan, type PlanDecisions, type PlannedWork } from '@nobrel/core/file';
import { SittingsAhead } from './sittings-ahead.js';

/** A Saturday morning. */
const now = new Date(2026, 9, 17, 8).getTime();

const work = (id: string, minutes: number): PlannedWork => ({
  id,
  title: `The ${id}`,
  readyBy: null,
  left: { minutes, low: 0.8 * minutes, high: 1.25 * minutes },
  settleHours: 0,
  stretchMinutes: 25,
  quicker: null,
  toPrepare: [],
});

/** Sittings laid into a plan of its own, which tells what it has become. */
async function put(works: PlannedWork[], begin: Partial<PlanDecisions> = {}) {
  const page = await putHolding({ ...usualPlan, ...begin }, (decisions, change) => (
    <SittingsAhead
      works={works}
      decisions={decisions}
      laid={layPlan(works, decisions, now)}
      now={now}
      onChange={change}
    />
  ));
  const sittingsOn = (day: string) =>
    within(page.getByRole('listitem', { name: day }))
      .queryAllByRole('link')
      .map(({ textContent }) => textContent);
  return { ...page, sittingsOn };
}

const [tuesday, thursday, nextTuesday] = ['Tuesday 20 October', 'Thursday 22 October', 'Tuesday 27 October'];

describe('sittings ahead', () => {
  it('ask for free times where there are none', async () => {
    const page = await put([work('kettle', 60)], { free: [] });
    expect(page.getByText('Say above when you are free, and sittings are planned into it.')).not.to.equal(
      null,
    );
  });

  it('stand on their days, each with its work and its times, and lead to it', async () => {
    const page = await put([work('kettle', 150), work('dinghy', 40)]);
    expect(page.sittingsOn(tuesday)).to.deep.equal(['The kettle']);
    expect(page.sittingsOn(thursday)).to.include('The kettle');
    const [first] = page.getAllByRole('link', { name: 'The kettle' });
    expect(first?.getAttribute('href')).to.equal('/works/kettle/transfer');
    expect(page.getByRole('listitem', { name: tuesday }).textContent).to.match(/19:00 to 2[01]:\d\d/);
  });

  it('are moved to another free day by their gap, and let go to where the plan has them', async () => {
    const page = await put([work('kettle', 60)]);
    await chooseInGap(page, 'Day of the sitting at 19:00', nextTuesday);
    expect(page.sittingsOn(tuesday)).to.deep.equal([]);
    expect(page.sittingsOn(nextTuesday)).to.deep.equal(['The kettle']);
    expect(page.held().moved).to.deep.equal([
      { work: 'kettle', startsAt: new Date(2026, 9, 27, 19).toISOString(), minutes: 60 },
    ]);
    await page.user.click(page.getByRole('button', { name: 'Let the plan place it' }));
    expect(page.held().moved).to.deep.equal([]);
    expect(page.sittingsOn(tuesday)).to.deep.equal(['The kettle']);
  });

  it('are dragged to another day, and a second time without a trace of the first', async () => {
    const page = await put([work('kettle', 60)]);
    const drag = (from: string, to: string) => {
      const sitting = page.getByRole('listitem', { name: from }).querySelector('[data-part="plan-sitting"]');
      if (!sitting) throw new Error(`No sitting on ${from}.`);
      fireEvent.dragStart(sitting);
      fireEvent.dragOver(page.getByRole('listitem', { name: to }));
      fireEvent.drop(page.getByRole('listitem', { name: to }));
    };
    drag(tuesday, thursday);
    expect(page.sittingsOn(thursday)).to.deep.equal(['The kettle']);
    drag(thursday, nextTuesday);
    expect(page.sittingsOn(thursday)).to.deep.equal([]);
    expect(page.held().moved.map(({ startsAt }) => startsAt)).to.deep.equal([
      new Date(2026, 9, 27, 19).toISOString(),
    ]);
  });
});
