import { chooseInGap, field, putOnBench, typeInGap } from '../../../test-bench.js';
import { expect } from 'chai';
import { duplicateRequestSchema, duplicateWords, type DuplicateRequest } from '@nobrel/core/file';
import { transferMethods } from '@nobrel/core/transfer';
import { DuplicateWork } from './duplicate-work.js';

/** Hears what is asked of the server, and answers that it cannot. */
async function put() {
  const page = await putOnBench(<DuplicateWork />);
  const asked: DuplicateRequest[] = [];
  const otherwise = globalThis.fetch;
  globalThis.fetch = async (input, init) => {
    if (!(input instanceof Request) || input.method !== 'POST') return otherwise(input, init);
    asked.push(duplicateRequestSchema.parse(await input.json()));
    const error = { code: 'disk-full', message: 'The disk is full: make room, then try again.' };
    return new Response(JSON.stringify({ error }), {
      status: 507,
      headers: { 'Content-Type': 'application/json' },
    });
  };
  return { ...page, asked };
}
const makeIt = (page: Awaited<ReturnType<typeof put>>) =>
  page.user.click(page.getByRole('button', { name: 'Make it' }));

describe('another work made from one', () => {
  it('is asked for at its own size, and no size that cannot be', async () => {
    const page = await put();
    await typeInGap(page, 'Its width', '60 cm');
    await typeInGap(page, 'Its height', '0');
    expect(page.getByRole('alert').textContent).to.match(/\d/);
    await page.user.keyboard('{Escape}');
    await makeIt(page);
    const { widthMm: _, ...rest } = page.decisions().fit;
    expect(page.asked).to.deep.equal([
      { as: 'size', title: 'Kettle, again', widthMm: 600, heightMm: rest.heightMm },
    ]);
  });

  it('is asked for by another method, under a title of its own', async () => {
    const page = await put();
    await chooseInGap(page, 'Made again', duplicateWords.method);
    await chooseInGap(page, 'Its method', transferMethods['light-box'].name);
    const title = field(page.getByLabelText('Its title'));
    await page.user.clear(title);
    expect(page.getByRole('button', { name: 'Make it' }).hasAttribute('disabled')).to.equal(true);
    await page.user.type(title, 'Kettle by light');
    await makeIt(page);
    expect(page.asked).to.deep.equal([{ as: 'method', title: 'Kettle by light', method: 'light-box' }]);
  });

  it('keeps what was chosen and says why, when it cannot be made', async () => {
    const page = await put();
    await chooseInGap(page, 'Made again', duplicateWords.colours);
    await makeIt(page);
    expect(await page.findByText('The disk is full: make room, then try again.')).not.to.equal(null);
    expect(field(page.getByLabelText('Its title')).value).to.equal('Kettle, again');
    await makeIt(page);
    expect(page.asked.map(({ as }) => as)).to.deep.equal(['colours', 'colours']);
  });
});
