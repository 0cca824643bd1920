import { putInHand, typeInGap } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { within } from '@testing-library/react';
import { expect } from 'chai';
import { waysOut, type FitDecisions } from '@nobrel/core/fit';
import { WaysOutTool } from './ways-out-panel.js';
import { workOf } from '../../store/work-state.js';

/** A picture of 4 : 3 on a surface of another ratio. */
function put(fit: Partial<FitDecisions> = {}) {
  return putInHand(<WaysOutTool />, workDeciding({ fit: { widthMm: 300, heightMm: 300, ...fit } }));
}
type Page = Awaited<ReturnType<typeof put>>;
const way = (page: Page, title: string) => {
  const found = page.getAllByRole('listitem').find((one) => within(one).queryByText(title) !== null);
  if (!found) throw new Error(`There is no way “${title}”.`);
  return within(found);
};

describe('the ways out where picture and surface differ in ratio', () => {
  it('are all shown with their numbers, and each is taken with one click, as one step', async () => {
    const first = await put();
    const ways = waysOut({ width: 400, height: 300 }, first.decisions().fit, 'mm');
    expect(first.getAllByRole('listitem')).to.have.length(ways.length);
    expect(first.getAllByText('as it is now')).to.have.length(1);
    for (const { title, says, change } of ways) {
      const page = await put();
      expect(page.getByText(says).textContent).to.match(/\d/);
      const take = way(page, title).queryByRole('button', { name: 'Take it' });
      if (take) await page.user.click(take);
      expect(page.decisions().fit, title).to.deep.include(change);
      expect(workOf(page.store.getState()).past, title).to.have.length(take ? 1 : 0);
    }
  });

  it('count on the paper at hand once it is said, and not on one that cannot be', async () => {
    const page = await put();
    const before = page.getAllByRole('listitem').length;
    await page.user.click(page.getByRole('button', { name: 'Say what paper is at hand' }));
    await typeInGap(page, 'Paper at hand', '700 x 500');
    expect(page.decisions().fit.paperAtHand).to.deep.include({ widthMm: 700, heightMm: 500 });
    expect(page.getAllByRole('listitem').length).to.be.at.least(before);
    await typeInGap(page, 'Paper at hand', '0 x 500');
    expect(page.getByRole('alert').textContent).to.match(/\w/);
    expect(page.decisions().fit.paperAtHand).to.deep.include({ widthMm: 700, heightMm: 500 });
    await page.user.keyboard('{Escape}');
    await page.user.click(page.getByRole('button', { name: 'None at hand' }));
    expect(page.decisions().fit.paperAtHand).to.equal(null);
  });
});
