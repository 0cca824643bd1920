import { chooseInGap, putInHand, typeInGap } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { expect } from 'chai';
import type { FitDecisions } from '@nobrel/core/fit';
import { EnlargeTool } from './enlarge-panel.js';

function put(fit: Partial<FitDecisions> = {}) {
  return putInHand(<EnlargeTool />, workDeciding({ fit: { widthMm: 400, heightMm: 300, ...fit } }));
}
type Page = Awaited<ReturnType<typeof put>>;
const order = ({ container }: Page) =>
  [...container.querySelectorAll('[data-part="order"] li')].map(({ textContent }) => textContent ?? '');

describe('enlarging by machine', () => {
  it('asks for the sketch before it says what to order', async () => {
    const page = await put({ sketch: null });
    expect(order(page)).to.deep.equal([]);
    expect(page.queryByRole('button', { name: 'Print the order slip' })).to.equal(null);
    await page.user.click(page.getByRole('button', { name: 'Say what the sketch measures' }));
    // Its ratio is that of the drawing, until it was measured.
    expect(order(page).join(' ')).to.contain('Both sides come out right.');
    expect(page.getByRole('button', { name: 'Print the order slip' })).not.to.equal(null);
    await page.user.click(page.getByRole('button', { name: 'No sketch' }));
    expect(page.decisions().fit.sketch).to.equal(null);
  });

  it('orders by either side where the sketch has another ratio, with what does not come out', async () => {
    const page = await put();
    await page.user.click(page.getByRole('button', { name: 'Say what the sketch measures' }));
    await typeInGap(page, 'Size of the sketch', '200 x 200');
    const [byWidth = '', byHeight = '', says] = order(page);
    expect(byWidth).to.match(/^[\d.]+ % by the width: the height then comes out .* too large/);
    expect(byHeight).to.match(/^[\d.]+ % by the height: the width then comes out .* too small/);
    expect(says).to.equal('The sketch and the drawing differ in ratio; one side gives way.');
    const percent = [byWidth, byHeight].map((words) => parseFloat(words));
    expect((percent[0] ?? 0) / (percent[1] ?? 1)).to.be.closeTo(4 / 3, 0.01);
  });

  it('takes no sketch without a size', async () => {
    const page = await put();
    await page.user.click(page.getByRole('button', { name: 'Say what the sketch measures' }));
    const before = page.decisions().fit.sketch;
    await typeInGap(page, 'Size of the sketch', '0 x 200');
    expect(page.getByRole('alert').textContent).to.match(/\w/);
    expect(page.decisions().fit.sketch).to.deep.equal(before);
  });

  it('counts the sheets of the printer at home, fewer of larger paper', async () => {
    const page = await put({ homePaper: 'a4' });
    const sheets = () =>
      Math.min(
        ...page
          .getAllByText(/^(portrait|landscape): /)
          .map(({ textContent }) => Number(/(\d+) sheet/.exec(textContent ?? '')?.[1])),
      );
    const small = sheets();
    expect(page.getAllByText(/This wastes least\./)).to.have.length(1);
    expect(small).to.be.greaterThan(1);
    await chooseInGap(page, 'Paper of the printer at home', 'A3');
    expect(page.decisions().fit.homePaper).to.equal('a3');
    expect(sheets()).to.be.lessThan(small);
  });
});
