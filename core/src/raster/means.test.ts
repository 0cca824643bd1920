import { expect } from 'chai';
import fc from 'fast-check';
import { boxMean } from './box-mean.js';
import { median } from './median.js';
import type { Plane } from './picture.js';
import { softened } from './softened.js';
import { transposed } from './transposed.js';

const plane = fc
  .tuple(fc.integer({ min: 1, max: 17 }), fc.integer({ min: 1, max: 13 }), fc.integer())
  .map(([width, height, seed]): Plane => ({
    width,
    height,
    data: Float32Array.from({ length: width * height }, (_, i) => Math.abs((i * 7919 + seed) % 101)),
  }));

describe('means over planes', () => {
  it('by running sums are what looking at every window gives, what lies beyond the rim left out', () => {
    fc.assert(
      fc.property(plane, fc.integer({ min: 0, max: 4 }), (one, radius) => {
        const { width, height, data } = one;
        // A window no wider than the plane.
        const across = Math.min(radius, (width - 1) >> 1);
        const down = Math.min(radius, (height - 1) >> 1);
        const mean = boxMean(one, radius);
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++) {
            let [sum, count] = [0, 0];
            for (let v = Math.max(0, y - down); v <= Math.min(height - 1, y + down); v++)
              for (let u = Math.max(0, x - across); u <= Math.min(width - 1, x + across); u++) {
                sum += data[v * width + u];
                count++;
              }
            expect(mean.data[y * width + x]).to.be.closeTo(sum / count, 1e-3);
          }
      }),
    );
  });

  it('soften as widely as asked, and say how widely they really did', () => {
    const side = 201;
    const data = new Float32Array(side * side);
    data[100 * side + 100] = 1;
    for (const asked of [0.8, 2, 4.5, 11]) {
      const { plane: soft, sigmaPx } = softened({ width: side, height: side, data }, asked);
      expect(sigmaPx).to.be.within(0.85 * asked, 1.15 * asked);
      let [sum, spread] = [0, 0];
      soft.data.forEach((value, i) => {
        sum += value;
        spread += value * ((i % side) - 100) ** 2;
      });
      expect(sum).to.be.closeTo(1, 1e-3);
      expect(Math.sqrt(spread / sum)).to.be.closeTo(sigmaPx, 0.05 * sigmaPx + 0.05);
    }
  });

  it('turned over twice are as they were', () => {
    fc.assert(
      fc.property(plane, (one) => {
        const over = transposed(one);
        expect([over.width, over.height]).to.deep.equal([one.height, one.width]);
        if (one.width > 1) expect(over.data[one.height]).to.equal(one.data[1]);
        expect(transposed(over)).to.deep.equal(one);
      }),
    );
  });

  it('have a middle value, and none of nothing', () => {
    expect(median([3, 1, 2])).to.equal(2);
    expect(median([])).to.equal(0);
    fc.assert(
      fc.property(fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 1 }), (values) => {
        const middle = median(values);
        const half = values.length / 2;
        expect(values.filter((value) => value < middle).length).to.be.at.most(half);
        expect(values.filter((value) => value > middle).length).to.be.at.most(half);
      }),
    );
  });
});
