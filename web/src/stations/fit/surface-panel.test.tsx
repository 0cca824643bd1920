import { chooseInGap, field, putInHand, typeInGap } from '../../test-bench.js';
import { workDeciding } from '../../test-page.js';
import { expect } from 'chai';
import { surfaceKinds, type FitDecisions } from '@nobrel/core/fit';
import { SurfaceTool } from './surface-panel.js';

function put(fit: Partial<FitDecisions> = {}) {
  return putInHand(<SurfaceTool />, workDeciding({ fit }));
}
const panel = (page: Awaited<ReturnType<typeof put>>) =>
  page.getByRole('region', { name: 'The surface and what surrounds the picture' }).textContent;

describe('the surface and what surrounds the picture', () => {
  it('asks of every kind what it has: grams of paper, bars and wrap of what is stretched', async () => {
    for (const { id, gramsPerM2, stretched } of surfaceKinds) {
      const page = await put({ kind: id });
      expect(panel(page).includes('It weighs'), id).to.equal(gramsPerM2 !== undefined);
      expect(panel(page).includes('on bars'), id).to.equal(stretched !== undefined);
      expect(panel(page).includes('lie under tape'), id).to.equal(stretched === undefined);
    }
  });

  it('takes a margin on each side alone, and none the picture has no room in', async () => {
    const page = await put({ widthMm: 300, heightMm: 240 });
    await typeInGap(page, 'Margin, left', '2 cm');
    expect(page.decisions().fit.marginsMm.left).to.equal(20);
    const { right, top } = page.decisions().fit.marginsMm;
    await typeInGap(page, 'Margin, left', '299');
    expect(page.getByRole('alert').textContent).to.match(/\w/);
    expect(field(page.getByLabelText('Margin, left')).value).to.equal('299');
    expect(page.decisions().fit.marginsMm).to.deep.include({ left: 20, right, top });
  });

  it('takes what is known of this very sheet, and goes back to what is usual for its kind', async () => {
    const page = await put({ kind: 'hot-pressed' });
    expect(page.queryByRole('button', { name: 'As usual for its kind' })).to.equal(null);
    await chooseInGap(page, 'may be erased', 'must not be erased');
    await chooseInGap(page, 'Tooth', 'rough');
    expect(page.decisions().fit.traits).to.deep.equal({ erases: false, tooth: 'rough' });
    await page.user.click(page.getByRole('button', { name: 'As usual for its kind' }));
    expect(page.decisions().fit.traits).to.deep.equal({});
    expect(page.getByLabelText('Tooth').closest('.ant-select')?.textContent).to.contain('smooth');
  });

  it('says what to cut where something is cut off at the end', async () => {
    const page = await put({ kind: 'hot-pressed', widthMm: 300, heightMm: 240 });
    await typeInGap(page, 'Trim on each side', '10');
    expect(page.getByText('320 × 260 mm')).not.to.equal(null);
  });

  it('saves no size without a name, and says so when there is no answer', async () => {
    const page = await put();
    const name = field(page.getByLabelText('Name for this size'));
    await page.user.click(page.getByRole('button', { name: 'Save the size' }));
    expect((await page.findByRole('alert')).textContent).to.equal('Give the size a name first.');
    await page.user.type(name, 'Block{Enter}');
    expect(await page.findByText('There is no such thing here.')).not.to.equal(null);
    // What was typed is not lost.
    expect(name.value).to.equal('Block');
  });
});
