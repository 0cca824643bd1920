import { putInHand } from '../../../test-bench.js';
import { workDeciding } from '../../../test-page.js';
import { within } from '@testing-library/react';
import { expect } from 'chai';
import { maxDetails, type Detail } from '@nobrel/core/reference';
import { DetailsTool } from './details-tool.js';

const [main, spout, handle] = ['0', '1', '2'].map((digit) => digit.repeat(64)) as [string, string, string];

/** The kettle, with two further pictures that show parts of it. */
function put(details: Detail[] = []) {
  const work = workDeciding({ reference: { details } });
  const further = (hash: string, name: string) => ({ hash, name, width: 800, height: 600, bytes: 20 });
  return putInHand(<DetailsTool />, {
    ...work,
    pictures: [...work.pictures, further(spout, 'spout.jpg'), further(handle, 'handle.jpg')],
  });
}
type Page = Awaited<ReturnType<typeof put>>;
const item = (page: Page, name: string) => {
  const found = page.getAllByRole('listitem').find((one) => within(one).queryByText(name) !== null);
  if (!found) throw new Error(`${name} is not listed.`);
  return within(found);
};
const details = (page: Page) => page.decisions().reference.details;
const said = (page: Page) =>
  within(page.getByRole('group', { name: 'Decisions of the tool' })).getByRole('status').textContent;
const pinAt = (hash: string, words = ''): Detail => ({ hash, on: main, at: { x: 200, y: 150 }, words });

describe('the pictures of a work', () => {
  it('say which is worked from, and let another take its place', async () => {
    const page = await put();
    expect(item(page, 'kettle.jpg').getByText(/worked from$/)).not.to.equal(null);
    expect(item(page, 'kettle.jpg').queryByRole('button', { name: 'Work from this one' })).to.equal(null);
    await page.user.click(item(page, 'spout.jpg').getByRole('button', { name: 'Work from this one' }));
    expect(page.decisions().reference.main).to.equal(spout);
    expect(item(page, 'spout.jpg').getByText(/worked from$/)).not.to.equal(null);
  });

  it('are pinned by key in the middle, given words, and unpinned', async () => {
    const page = await put();
    await page.user.click(item(page, 'spout.jpg').getByRole('button', { name: 'Pin it in the middle' }));
    expect(details(page)).to.deep.equal([pinAt(spout)]);
    await page.user.type(page.getByLabelText('Words for pin 1'), 'dent');
    expect(details(page)[0]?.words).to.equal('dent');
    await page.user.click(page.getByRole('button', { name: 'Unpin' }));
    expect(details(page)).to.deep.equal([]);
  });

  it('ask for the spot once one is taken up, until it is put down again', async () => {
    const page = await put();
    const own = item(page, 'handle.jpg');
    await page.user.click(own.getByRole('button', { name: 'Pin it' }));
    expect(said(page)).to.equal('Click the spot on the picture that this detail shows.');
    await page.user.click(own.getByRole('button', { name: 'Do not pin it' }));
    expect(said(page)).to.match(/^A detail shows a part of the picture better\./);
    expect(details(page)).to.deep.equal([]);
  });

  it('bear so many pins and no more, and say so', async () => {
    const page = await put(Array.from({ length: maxDetails }, () => pinAt(spout)));
    expect(said(page)).to.match(new RegExp(`^There are ${maxDetails} pins`));
    for (const button of item(page, 'handle.jpg').getAllByRole('button', { name: /^Pin it/ })) {
      expect(button.hasAttribute('disabled')).to.equal(true);
    }
  });

  it('are taken out only after a question, and stay, with the reason, when that fails', async () => {
    const page = await put();
    await page.user.click(item(page, 'handle.jpg').getByRole('button', { name: 'Remove' }));
    await page.user.click(await page.findByRole('button', { name: 'Remove it' }));
    expect((await page.findByRole('alert')).textContent).to.match(/\w/);
    expect(item(page, 'handle.jpg')).not.to.equal(null);
    // The picture the work began with cannot be taken out at all.
    expect(item(page, 'kettle.jpg').queryByRole('button', { name: 'Remove' })).to.equal(null);
  });
});
