import { chooseInGap, field, putHolding, typeInGap } from '../../../test-bench.js';
import { fireEvent } from '@testing-library/react';
import { expect } from 'chai';
import { usualPlan, type PlanDecisions } from '@nobrel/core/file';
import { FreeTimes } from './free-times.js';

const put = (begin: Partial<PlanDecisions> = {}) =>
  putHolding({ ...usualPlan, ...begin }, (decisions, change) => (
    <FreeTimes decisions={decisions} onChange={change} />
  ));

describe('free times of a week', () => {
  it('are none at first, as it is said, and begin with a morning at the weekend', async () => {
    const page = await put({ free: [] });
    expect(page.container.textContent).to.include('No free times yet.');
    await page.user.click(page.getByRole('button', { name: 'Another time' }));
    expect(page.held().free).to.deep.equal([{ weekday: 6, from: '10:00', to: '12:00' }]);
    expect(page.container.textContent).not.to.include('No free times yet.');
  });

  it('take a day and hours, those before ten with or without their nought', async () => {
    const page = await put();
    await chooseInGap(page, 'Day, free time 2', 'Sunday');
    await typeInGap(page, 'From, free time 2', '9:30');
    await typeInGap(page, 'To, free time 2', '11:45');
    expect(page.held().free).to.deep.equal([
      { weekday: 2, from: '19:00', to: '21:00' },
      { weekday: 0, from: '09:30', to: '11:45' },
    ]);
  });

  it('end after they begin, and are times: else it is said, and what was typed stays', async () => {
    const page = await put();
    await typeInGap(page, 'To, free time 1', '18:00');
    expect(page.getByRole('alert').textContent).to.equal('It ends before it begins.');
    expect(field(page.getByLabelText('To, free time 1')).value).to.equal('18:00');
    await typeInGap(page, 'To, free time 1', 'late');
    expect(page.getByRole('alert').textContent).to.include('such as 19:30');
    expect(page.held()).to.deep.equal(usualPlan);
  });

  it('are deleted one by one', async () => {
    const page = await put();
    await page.user.click(page.getByRole('button', { name: 'Delete free time 1' }));
    expect(page.held().free).to.deep.equal([{ weekday: 4, from: '19:00', to: '21:00' }]);
  });

  it('are not on days off, each named once, in order, and had back', async () => {
    const page = await put();
    const off = (day: string) =>
      fireEvent.change(page.getByLabelText('Not free on'), { target: { value: day } });
    off('2026-12-24');
    off('2026-11-28');
    off('2026-12-24');
    expect(page.held().daysOff).to.deep.equal(['2026-11-28', '2026-12-24']);
    await page.user.click(page.getByRole('button', { name: 'Free on 28 November 2026 after all' }));
    expect(page.held().daysOff).to.deep.equal(['2026-12-24']);
  });
});
