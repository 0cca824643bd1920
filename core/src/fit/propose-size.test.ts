import { expect } from 'chai';
import fc from 'fast-check';
import { defaultFitDecisions } from './decisions.js';
import { fitNotes } from './notes.js';
import { ownRatioSize, proposeSize, usualSizesFor } from './propose-size.js';

describe('the surface proposed for a new picture', () => {
  it('is the way round of the picture, and of its ratio as near as usual sizes come', () => {
    expect(proposeSize({ width: 3000, height: 4000 }, null)).to.deep.equal({
      widthMm: 300,
      heightMm: 400,
      because: 'usual',
    });
    expect(proposeSize({ width: 2500, height: 2000 }, null)).to.deep.include({ widthMm: 300, heightMm: 240 });
    expect(proposeSize({ width: 1000, height: 1000 }, null)).to.deep.include({ widthMm: 300, heightMm: 300 });
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 9000 }),
        fc.integer({ min: 200, max: 9000 }),
        (width, height) => {
          const { widthMm, heightMm } = proposeSize({ width, height }, null);
          expect(widthMm === heightMm || widthMm > heightMm === width > height).to.equal(true);
        },
      ),
    );
  });

  it('is the size used last, turned, unless that cuts off much', () => {
    const last = { widthMm: 500, heightMm: 400 };
    expect(proposeSize({ width: 3000, height: 4000 }, last)).to.deep.equal({
      widthMm: 400,
      heightMm: 500,
      because: 'last',
    });
    expect(proposeSize({ width: 4000, height: 1500 }, last).because).to.equal('usual');
  });

  it('has ways out of other sizes, one of the picture’s own ratio', () => {
    const picture = { width: 3000, height: 4100 };
    expect(ownRatioSize(picture, { widthMm: 300, heightMm: 400 })).to.deep.equal({
      widthMm: 293,
      heightMm: 400,
    });
    expect(usualSizesFor(picture).length).to.be.greaterThan(5);
    const proposed = proposeSize(picture, null);
    const fit = { ...defaultFitDecisions, ...proposed, proposed };
    const [note] = fitNotes(picture, fit, 0.5, 'mm');
    expect(note.id).to.equal('fit-proposed');
    expect(note.says).to.include('300 × 400 mm').and.to.include('portrait');
    expect(note.ways.map(({ change }) => change)).to.deep.include({
      widthMm: 293,
      heightMm: 400,
      measured: null,
    });
    // Once another size was chosen nothing is said of it any more.
    const ids = fitNotes(picture, { ...fit, widthMm: 200 }, 0.5, 'mm').map(({ id }) => id);
    expect(ids).not.to.include('fit-proposed');
  });
});
