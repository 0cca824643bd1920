import { expect } from 'chai';
import { errorLimits, usualToleranceMm } from './tolerance.js';

describe('what is true enough', () => {
  it('grows with the surface, within what a pencil and the search for lines allow', () => {
    const usual = (width: number, height: number) => usualToleranceMm({ width, height });
    expect(usual(300, 240)).to.equal(1);
    expect(usual(240, 300)).to.equal(1);
    expect(usual(148, 105)).to.equal(0.5);
    expect(usual(450, 360)).to.equal(1.5);
    expect(usual(3600, 2400)).to.equal(2.5);
  });

  it('is what the painter says, and what is usual where nothing is said', () => {
    const surface = { width: 600, height: 480 };
    expect(errorLimits({ toleranceMm: null, goodEnoughMm: null }, surface)).to.deep.equal({
      toleranceMm: 2,
      goodEnoughMm: 1.2,
    });
    expect(errorLimits({ toleranceMm: 0.8, goodEnoughMm: null }, surface).goodEnoughMm).to.equal(0.48);
    expect(errorLimits({ toleranceMm: 3, goodEnoughMm: 0.2 }, surface)).to.deep.equal({
      toleranceMm: 3,
      goodEnoughMm: 0.2,
    });
  });
});
