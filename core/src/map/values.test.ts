import { expect } from 'chai';
import fc from 'fast-check';
import { bestSeparation } from './values.js';

/** Spread within runs of a small histogram, the slow and obvious way. */
function spreadOf(histogram: number[], cuts: number[]): number {
  const edges = [0, ...cuts, histogram.length];
  let total = 0;
  for (let k = 1; k < edges.length; k++) {
    let weight = 0;
    let sum = 0;
    for (let i = edges[k - 1]; i < edges[k]; i++) {
      weight += histogram[i];
      sum += histogram[i] * i;
    }
    for (let i = edges[k - 1]; i < edges[k]; i++) total += histogram[i] * (i - sum / (weight || 1)) ** 2;
  }
  return total;
}

describe('values by best separation', () => {
  it('is exact: no other split has less spread within it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 12, maxLength: 12 }),
        (histogram) => {
          if (histogram.filter((count) => count > 0).length < 3) return;
          const limits = bestSeparation(Float64Array.from(histogram), 3);
          const cuts = limits.map((limit) => Math.round((limit / 100) * 12));
          let least = Infinity;
          for (let a = 1; a < 11; a++)
            for (let b = a + 1; b < 12; b++) least = Math.min(least, spreadOf(histogram, [a, b]));
          expect(spreadOf(histogram, cuts)).to.be.closeTo(least, 1e-6);
        },
      ),
    );
  });

  it('puts a limit in the middle of a gap', () => {
    const histogram = new Float64Array(100);
    histogram.fill(10, 10, 20);
    histogram.fill(10, 60, 80);
    expect(bestSeparation(histogram, 2)).to.deep.equal([40]);
  });

  it('finds no more values than there are tones', () => {
    const histogram = new Float64Array(64);
    expect(bestSeparation(histogram, 4)).to.deep.equal([]);
    histogram[7] = 5;
    expect(bestSeparation(histogram, 4)).to.deep.equal([]);
    histogram[40] = 9;
    expect(bestSeparation(histogram, 4)).to.have.length(1);
  });
});
