import { expect } from 'chai';
import fc from 'fast-check';
import { bestSeparation, byHand, evenShares, evenSteps, limitsBetween } from './values.js';

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

/** A histogram of pictures: a hundred bins of counts. */
const counts = fc
  .array(fc.integer({ min: 0, max: 40 }), { minLength: 100, maxLength: 100 })
  .filter((own) => own.filter((count) => count > 0).length > 12)
  .map((own) => Float64Array.from(own));

/** Share of a histogram below a lightness, its bins cut in proportion. */
function shareBelow(histogram: Float64Array, limit: number): number {
  const total = histogram.reduce((sum, count) => sum + count, 0);
  const below = histogram.reduce((sum, count, i) => sum + count * Math.min(1, Math.max(0, limit - i)), 0);
  return below / total;
}

describe('values by other ways', () => {
  it('in even steps lie as far from each other, between the darkest and the lightest tone', () => {
    const histogram = new Float64Array(100).fill(10, 20, 80);
    const limits = evenSteps(histogram, 4);
    // Half a percent of the picture at either end does not count.
    expect(limits).to.have.length(3);
    expect(limits[1]).to.be.closeTo(50, 1e-9);
    expect(limits[1] - limits[0]).to.be.closeTo(limits[2] - limits[1], 1e-9);
    expect(limits[0]).to.be.closeTo(20 + 60 * (0.25 * 0.99 + 0.005), 1e-9);
  });

  it('in even shares give every value the same part of the picture', () => {
    fc.assert(
      fc.property(counts, fc.integer({ min: 2, max: 7 }), (histogram, values) => {
        const limits = evenShares(histogram, values);
        if (limits.length < values - 1) return;
        limits.forEach((limit, i) =>
          expect(shareBelow(histogram, limit)).to.be.closeTo((i + 1) / values, 1e-6),
        );
      }),
    );
  });

  it('by hand keep what is set, in order, and halve the widest gap for what is missing', () => {
    expect(byHand([70, 30], 3)).to.deep.equal([30, 70]);
    expect(byHand([70, 30, 90], 3)).to.deep.equal([30, 70]);
    expect(byHand([40], 3)).to.deep.equal([40, 70]);
    expect(byHand([], 4)).to.deep.equal([25, 50, 75]);
    // A value between two equal limits has no room.
    expect(byHand([50, 50], 3)).to.deep.equal([50]);
  });

  it('rise in every way, between black and white, no more of them than asked for', () => {
    fc.assert(
      fc.property(
        counts,
        fc.integer({ min: 2, max: 9 }),
        fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 8 }),
        (histogram, values, limits) => {
          for (const separation of ['best', 'even-steps', 'even-shares', 'by-hand'] as const) {
            const found = limitsBetween(histogram, { values, separation, limits });
            expect(found.length, separation).to.be.at.most(values - 1);
            found.forEach((limit, i) => {
              expect(limit).to.be.within(0, 100);
              if (i > 0) expect(limit, separation).to.be.greaterThan(found[i - 1]);
            });
          }
        },
      ),
    );
  });
});
