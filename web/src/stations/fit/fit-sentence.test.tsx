import { field, chooseInGap, putOnBench, typeInGap } from '../../test-bench.js';
import { expect } from 'chai';
import { surfaceKinds, usualOf, type FitDecisions } from '@nobrel/core/fit';
import { weighed } from '../../store/work-slice.js';
import { workDeciding } from '../../test-page.js';
import { FitSentence } from './fit-sentence.js';
import { workOf } from '../../store/work-state.js';

/** A worker that is still looking: what it would say is said by the tests themselves. */
class BusyWorker extends EventTarget {
  postMessage = () => undefined;
  terminate = () => undefined;
}

const put = (change: Partial<FitDecisions> = {}, onSides = () => undefined) =>
  putOnBench(<FitSentence onSides={onSides} />, workDeciding({ fit: change }));

describe('the sentence at Fit', () => {
  before(() => Object.assign(globalThis, { Worker: BusyWorker }));
  after(() => Reflect.deleteProperty(globalThis, 'Worker'));

  it('takes with a kind of surface what is usual for it', async () => {
    const page = await put({ kind: 'hot-pressed' });
    const { name } = surfaceKinds.find(({ id }) => id === 'wood-panel') ?? { name: '' };
    await chooseInGap(page, 'Kind of surface', name);
    const { fit } = page.decisions();
    expect(fit).to.deep.include({ kind: 'wood-panel', ...usualOf('wood-panel') });
  });

  it('turns the surface with one click, and forgets what was measured on the other', async () => {
    const page = await put({
      widthMm: 400,
      heightMm: 300,
      measured: { top: 400, right: 300, bottom: 400, left: 300, falling: 500, rising: 500 },
    });
    await page.user.click(page.getByRole('button', { name: 'landscape, turn' }));
    expect(page.decisions().fit).to.include({ widthMm: 300, heightMm: 400, measured: null });
    expect(page.getByRole('button', { name: 'portrait, turn' })).not.to.equal(null);
  });

  it('takes a size in any unit, and none beyond reason', async () => {
    const page = await put({ widthMm: 300, heightMm: 240 });
    await typeInGap(page, 'Size of the surface', '16 x 12 in');
    expect(page.decisions().fit.widthMm).to.be.closeTo(406.4, 0.01);
    expect(page.decisions().fit.heightMm).to.be.closeTo(304.8, 0.01);
    for (const typed of ['0 x 20 cm', 'forty', '90 m x 2 m']) {
      await typeInGap(page, 'Size of the surface', typed);
      expect(page.getAllByRole('alert').length, typed).to.be.greaterThan(0);
      expect(page.decisions().fit.widthMm, typed).to.be.closeTo(406.4, 0.01);
    }
    // What was typed stands there to be put right.
    expect(field(page.getByLabelText('Size of the surface')).value).to.equal('90 m x 2 m');
  });

  it('takes one margin all round, none that leaves nothing of the surface', async () => {
    const page = await put({ widthMm: 300, heightMm: 240 });
    await typeInGap(page, 'Margin all round', '2 cm');
    expect(page.decisions().fit.marginsMm).to.deep.equal({ top: 20, right: 20, bottom: 20, left: 20 });
    await typeInGap(page, 'Margin all round', '13 cm');
    expect(page.getAllByRole('alert').length).to.be.greaterThan(0);
    expect(page.decisions().fit.marginsMm.top).to.equal(20);
  });

  it('sends to the sides where each has a margin of its own', async () => {
    let asked = 0;
    const page = await put({ marginsMm: { top: 10, right: 20, bottom: 30, left: 20 } }, () => void asked++);
    expect(page.queryByLabelText('Margin all round')).to.equal(null);
    await page.user.click(page.getByRole('button', { name: 'a margin of its own on each side' }));
    expect(asked).to.equal(1);
  });

  it('places by weight as soon as that is known, without another step to undo', async () => {
    const page = await put({ placement: 'centred' });
    await chooseInGap(page, 'Placement', 'weighted');
    expect(page.decisions().fit).to.deep.include({ placement: 'weighted', weightCentre: null });
    const steps = workOf(page.store.getState()).past.length;
    page.store.dispatch(weighed({ x: 0.4, y: 0.55 }));
    expect(page.decisions().fit.weightCentre).to.deep.equal({ x: 0.4, y: 0.55 });
    expect(workOf(page.store.getState()).past.length).to.equal(steps);
  });
});
