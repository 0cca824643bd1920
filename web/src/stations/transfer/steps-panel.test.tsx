import { putOnBench } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { within } from '@testing-library/react';
import { expect } from 'chai';
import { stepsOf } from '@nobrel/core/file';
import { transferMethodIds, type TransferDecisions } from '@nobrel/core/transfer';
import { StepsPanel } from './steps-panel.js';

function put(transfer: Partial<TransferDecisions> = {}) {
  return putOnBench(<StepsPanel />, workDeciding({ transfer }));
}
type Page = Awaited<ReturnType<typeof put>>;
const listed = ({ container }: Page) => [...container.querySelectorAll('li')];
const next = ({ container }: Page) => container.querySelector('[data-part="step-next"]')?.textContent;

describe('the steps of a transfer', () => {
  for (const id of transferMethodIds)
    it(`are those of its method, with what is to be laid ready: ${id}`, async () => {
      const page = await put({ method: id });
      const steps = stepsOf(page.server.kept());
      const words = listed(page).map((item) => item.textContent ?? '');
      expect(words).to.have.length(steps.length);
      expect(page.getByText(/^Lay ready: /).textContent).to.match(/: .+\.$/);
      // In the order they stand in, each with why, and with its caution where there is one.
      const titles = new Set(steps.map(({ title }) => title));
      for (const { title, why, caution } of steps) {
        const own = words.find((text) => text.startsWith(title) && text.includes(why));
        expect(own, title).not.to.equal(undefined);
        if (caution) expect(own).to.include(`Take care: ${caution}`);
      }
      expect(titles.size).to.equal(steps.length);
      expect(next(page)).to.include(steps[0]?.title);
    });

  it('are ticked off with their time, and the next one is told', async () => {
    const page = await put();
    const [first, second] = stepsOf(page.server.kept());
    const box = page.getByRole('checkbox', { name: first?.title ?? '' });
    await page.user.click(box);
    const { done } = page.decisions().transfer;
    expect(Object.keys(done)).to.deep.equal([first?.id]);
    expect(Date.parse(done[first?.id ?? ''] ?? '')).to.be.closeTo(Date.now(), 60_000);
    expect(next(page)).to.include(second?.title);
    await page.user.click(box);
    expect(page.decisions().transfer.done).to.deep.equal({});
    expect(next(page)).to.include(first?.title);
  });

  it('fold a caution once its step is done, and never lose it', async () => {
    const page = await put();
    const careful = stepsOf(page.server.kept()).find(({ caution }) => caution !== undefined);
    if (!careful?.caution) throw new Error('No step of this method asks for care.');
    const item = () => {
      const box = page.getByRole('checkbox', { name: careful.title });
      const own = box.closest('li');
      if (!own) throw new Error('This step stands in no list.');
      return own;
    };
    expect(item().querySelector('details')).to.equal(null);
    await page.user.click(page.getByRole('checkbox', { name: careful.title }));
    const folded = item().querySelector('details');
    expect(folded?.open).to.equal(false);
    await page.user.click(within(item()).getByText('Take care'));
    expect(item().textContent).to.include(careful.caution);
  });

  it('are timed by sittings that run by the clock', async () => {
    const page = await put({
      sittings: [{ startedAt: '2026-10-18T10:00:00.000Z', minutes: 30, traced: null }],
    });
    expect(page.getByText(/^1 sitting, 30 min/)).not.to.equal(null);
    await page.user.click(page.getByRole('button', { name: 'Start a sitting' }));
    expect(page.decisions().transfer.sittingSince).not.to.equal(null);
    expect(page.getByRole('timer').textContent).to.match(/^\d+:\d\d$/);
    await page.user.click(page.getByRole('button', { name: 'End the sitting' }));
    expect(page.decisions().transfer.sittingSince).to.equal(null);
    expect(page.decisions().transfer.sittings).to.have.length(2);
    expect(page.queryByRole('timer')).to.equal(null);
  });

  it('keep what was used in the painter’s words', async () => {
    const page = await put();
    await page.user.type(page.getByPlaceholderText(/Sheet or backing/), 'Grey sheet, 0.3 mm ball');
    expect(page.decisions().transfer.used).to.equal('Grey sheet, 0.3 mm ball');
  });
});
