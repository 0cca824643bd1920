import { chooseInGap, putOnBench, typeInGap } from '../../test-bench.js';
import { expect } from 'chai';
import { ReferenceSentence } from './reference-sentence.js';

describe('the sentence at Reference', () => {
  it('names the work, whose picture it is, and by what right it is used', async () => {
    const page = await putOnBench(<ReferenceSentence />);
    await typeInGap(page, 'Title of the work', 'Lantern');
    await typeInGap(page, 'Whose picture it is', 'Mara Quill');
    const { title, reference } = page.decisions();
    expect(title).to.equal('Lantern');
    expect(reference.owner).to.equal('Mara Quill');
    expect(page.queryByRole('alert')).to.equal(null);
  });

  it('says that a work needs a title, until it has one', async () => {
    const page = await putOnBench(<ReferenceSentence />);
    const gap = page.getByLabelText('Title of the work');
    await page.user.clear(gap);
    await page.user.keyboard('{Enter}');
    expect(page.getByRole('alert').textContent).to.include('A work needs a title');
    await page.user.type(gap, 'Pears{Enter}');
    expect(page.queryByRole('alert')).to.equal(null);
    expect(page.decisions().title).to.equal('Pears');
  });

  it('keeps what a permission says behind More, and asks before a work is deleted', async () => {
    const page = await putOnBench(<ReferenceSentence />);
    await page.user.click(page.getByRole('button', { name: 'More' }));
    await page.user.type(page.getByLabelText('What the permission says'), 'for one painting');
    expect(page.decisions().reference.permissionNote).to.equal('for one painting');
    await page.user.click(page.getByRole('button', { name: 'Delete this work' }));
    expect(await page.findByText('Delete this work?')).not.to.equal(null);
    await page.user.click(page.getByRole('button', { name: 'Keep it' }));
    expect(page.server.saves.every(({ decisions }) => decisions.title === 'Kettle')).to.equal(true);
  });

  it('takes the right by which a picture is used from a list', async () => {
    const page = await putOnBench(<ReferenceSentence />);
    await chooseInGap(page, 'Permission', 'used with permission');
    expect(page.decisions().reference.permission).to.equal('granted');
  });
});
