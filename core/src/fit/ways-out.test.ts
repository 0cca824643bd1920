import { expect } from 'chai';
import fc from 'fast-check';
import { copyOrder, homePrints, passesFor } from './enlarging.js';
import { allRound, defaultFitDecisions, ways, type FitDecisions } from './decisions.js';
import { layOut } from './layout.js';
import { cutsFrom, waysOut } from './ways-out.js';
import { toCut } from './surface.js';

const fit = (change: Partial<FitDecisions>): FitDecisions => ({ ...defaultFitDecisions, ...change });

describe('ways out of a ratio that does not fit', () => {
  const sketch = { width: 1200, height: 1600 };
  const canvas = fit({ widthMm: 508, heightMm: 609.6 });
  const by = (id: string, change: Partial<FitDecisions> = {}) =>
    waysOut(sketch, { ...canvas, ...change }, 'in').find((way) => way.id === id)!;

  it('say which side loses how much when cropped', () => {
    // 12 × 16 enlarged by its width to 20 gives 26 2/3 in; 2 2/3 of it fall outside 24.
    expect(by('crop').says).to.equal('Lost: top 5.0 %, 1 5/16 in; bottom 5.0 %, 1 5/16 in.');
  });

  it('say what is left where with a border, and what has to be drawn on', () => {
    expect(by('border').says).to.equal('Left free: left 1 in, right 1 in.');
    expect(by('extend').says).to.match(/^To be drawn on.*left 1 in, right 1 in; 10\.0 % of the drawing/);
  });

  it('never offer the surface there is already', () => {
    const there = by('stock').change;
    expect(
      waysOut(sketch, { ...canvas, ...there }, 'in').find(({ id }) => id === 'stock')?.change,
    ).not.to.deep.equal(there);
  });

  it('find the nearest stock surface', () => {
    expect(by('stock').title).to.equal('Take 18 × 24 in');
    expect(by('stock').says).to.match(/Nothing is lost/);
  });

  it('find the best cut of the paper at hand, allowances and margins included', () => {
    const cut = by('cut', {
      paperAtHand: { widthMm: 560, heightMm: 760 },
      tapeMm: 20,
      marginsMm: allRound(10),
    });
    const { frame } = cut.layout;
    expect(frame.width / frame.height).to.be.closeTo(0.75, 0.002);
    expect(cut.change.widthMm).to.equal(Math.min(520, 0.75 * (720 - 20) + 20));
    expect(by('cut')).to.equal(undefined);
  });

  it('always fit, whichever is taken, and never ask for more paper than there is', () => {
    const mm = fc.double({ min: 60, max: 1500, noNaN: true });
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 9000 }),
        fc.integer({ min: 100, max: 9000 }),
        mm,
        mm,
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.constantFrom(...ways),
        (width, height, widthMm, heightMm, marginMm, way) => {
          const decisions = fit({
            widthMm,
            heightMm,
            marginsMm: allRound(marginMm),
            way,
            tapeMm: 5,
            paperAtHand: { widthMm: 500, heightMm: 700 },
          });
          for (const found of waysOut({ width, height }, decisions, 'mm')) {
            const taken = { ...decisions, ...found.change };
            const { frame, room, surface } = layOut({ width, height }, taken);
            expect(found.layout).to.deep.equal(layOut({ width, height }, taken));
            expect(frame.width).to.be.at.most(room.width + 1e-6);
            expect(frame.height).to.be.at.most(room.height + 1e-6);
            expect(frame.x + frame.width).to.be.at.most(surface.width + 1e-6);
            if (found.id === 'cut') {
              const { size } = toCut(taken)!;
              expect(Math.max(size.widthMm, size.heightMm)).to.be.at.most(700 + 1e-6);
              expect(Math.min(size.widthMm, size.heightMm)).to.be.at.most(500 + 1e-6);
            }
          }
        },
      ),
    );
  });

  it('have nothing to say while the sizes cannot be', () => {
    expect(waysOut(sketch, fit({ marginsMm: allRound(500) }), 'mm')).to.deep.equal([]);
  });

  it('count the pieces a sheet gives', () => {
    expect(cutsFrom({ widthMm: 760, heightMm: 560 }, { widthMm: 280, heightMm: 380 })).to.equal(4);
    expect(cutsFrom({ widthMm: 100, heightMm: 100 }, { widthMm: 101, heightMm: 50 })).to.equal(0);
  });
});

describe('enlarging by machine', () => {
  it('gives the percentage each way, and the mismatch', () => {
    const order = copyOrder({ widthMm: 12 * 25.4, heightMm: 16 * 25.4 }, { widthMm: 508, heightMm: 609.6 });
    expect(order.percentByWidth).to.equal(166.7);
    expect(order.percentByHeight).to.equal(150);
    expect(order.fits).to.equal(false);
    expect(order.heightOffMm).to.be.closeTo(67.7, 0.2);
    expect(order.widthOffMm).to.be.closeTo(-50.8, 0.01);
  });

  it('fits when the ratios agree', () => {
    const order = copyOrder({ widthMm: 150, heightMm: 120 }, { widthMm: 300, heightMm: 240 });
    expect(order).to.include({ percentByWidth: 200, percentByHeight: 200, fits: true });
    expect(order.passes).to.deep.equal([200]);
    expect(() => copyOrder({ widthMm: 0, heightMm: 5 }, { widthMm: 1, heightMm: 1 })).to.throw(RangeError);
  });

  it('goes in passes where one does not reach', () => {
    const product = (passes: number[]) => passes.reduce((all, pass) => (all * pass) / 100, 100);
    expect(passesFor(1000)).to.have.length(2);
    for (const percent of [3, 24.9, 100, 401, 1000, 6000]) {
      const passes = passesFor(percent);
      expect(product(passes)).to.be.closeTo(percent, 0.004 * percent);
      for (const pass of passes) expect(pass).to.be.within(24.9, 400.5);
    }
  });

  it('counts the sheets of a home print both ways round, the better first', () => {
    const [best, other] = homePrints({ widthMm: 300, heightMm: 240 }, { widthMm: 210, heightMm: 297 });
    // Upright 2 × 1, since 240 fits into 287 and 300 into two widths of 200 less the overlap.
    expect(best).to.include({ upright: true, columns: 2, rows: 1, sheets: 2 });
    expect(other).to.include({ upright: false, columns: 2, rows: 2, sheets: 4 });
    expect(best.waste).to.be.closeTo(1 - (300 * 240) / (2 * 210 * 297), 1e-9);
    expect(homePrints({ widthMm: 1, heightMm: 1 }, { widthMm: 20, heightMm: 20 })).to.deep.equal([]);
  });
});
