import { expect } from 'chai';
import { deltaE2000 } from './delta-e.js';

const lab = (lightness: number, a: number, b: number) => ({ lightness, a, b });

describe('CIEDE2000', () => {
  it('agrees with the published test pairs', () => {
    // Sharma, Wu & Dalal 2005, table 1: pairs 1, 7, 13, 17, 25, 30, 34.
    const pairs = [
      [lab(50, 2.6772, -79.7751), lab(50, 0, -82.7485), 2.0425],
      [lab(50, 0, 0), lab(50, -1, 2), 2.3669],
      [lab(50, 2.5, 0), lab(50, 0, -2.5), 4.3065],
      [lab(50, 2.5, 0), lab(73, 25, -18), 27.1492],
      [lab(60.2574, -34.0099, 36.2677), lab(60.4626, -34.1751, 39.4387), 1.2644],
      [lab(36.4612, 47.858, 18.3852), lab(36.2715, 50.5065, 21.2231), 1.4146],
      [lab(2.0776, 0.0795, -1.135), lab(0.9033, -0.0636, -0.5514), 0.9082],
    ] as const;
    for (const [one, other, wanted] of pairs) {
      expect(deltaE2000(one, other)).to.be.closeTo(wanted, 1e-4);
      expect(deltaE2000(other, one)).to.be.closeTo(wanted, 1e-4);
    }
  });
});
