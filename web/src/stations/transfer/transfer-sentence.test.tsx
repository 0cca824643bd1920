import { chooseInGap, putOnBench, typeInGap } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { expect } from 'chai';
import {
  transferMethodIds,
  transferMethods,
  usesCoatedSheet,
  type TransferDecisions,
} from '@nobrel/core/transfer';
import { TransferSentence } from './transfer-sentence.js';

function put(transfer: Partial<TransferDecisions> = {}) {
  return putOnBench(<TransferSentence />, workDeciding({ transfer }));
}
type Page = Awaited<ReturnType<typeof put>>;
const openMore = ({ user, getByRole }: Page) => user.click(getByRole('button', { name: 'More' }));
const asks = (page: Page) => ({
  sheet: page.queryByText('The transfer sheet') !== null,
  light: page.queryByText('The light') !== null,
});

describe('the sentence at Transfer', () => {
  it('asks of every method what belongs to it, and of none what does not', async () => {
    for (const method of transferMethodIds) {
      const page = await put({ method });
      const says = page.getByRole('group', { name: 'Decisions' }).textContent;
      expect(says, method).to.include(transferMethods[method].name);
      await openMore(page);
      expect(asks(page), method).to.deep.equal({
        sheet: usesCoatedSheet(method),
        light: method === 'light-box',
      });
      expect(page.queryAllByRole('alert'), method).to.deep.equal([]);
    }
  });

  it('changes the method and the hand', async () => {
    const page = await put();
    await chooseInGap(page, 'Method', transferMethods['light-box'].name);
    expect(page.decisions().transfer.method).to.equal('light-box');
    await chooseInGap(page, 'Drawing hand', 'left');
    expect(page.decisions().transfer.hand).to.equal('left');
  });

  it('takes the size of a light box in any unit', async () => {
    const page = await put({ method: 'light-box' });
    await openMore(page);
    await typeInGap(page, 'Width of the light', '60 cm');
    expect(page.decisions().transfer.lightMm.widthMm).to.equal(600);
    await typeInGap(page, 'Width of the light', '0');
    expect(page.getByRole('alert').textContent).to.match(/\d/);
    expect(page.decisions().transfer.lightMm.widthMm).to.equal(600);
  });
});
