import { expect } from 'chai';
import fc from 'fast-check';
import { cropInRatio, cropMoved, cropWithCorner, wholeCrop } from './crop.js';
import { findCropFault, findOriginalFault, squaringSchema } from './squaring.js';

const picture = { width: 800, height: 600 };

describe('a crop', () => {
  it('has its corners moved to the pixel', () => {
    const crop = cropWithCorner(wholeCrop, picture, 0, 80, 60);
    expect(crop).to.deep.equal({ x: 0.1, y: 0.1, width: 0.9, height: 0.9 });
    const back = cropWithCorner(crop, picture, 2, -80, -120);
    expect(back.x + back.width).to.be.closeTo(0.9, 1e-12);
    expect(back.y + back.height).to.be.closeTo(0.8, 1e-12);
  });

  it('takes the ratio asked for, as large as it can be', () => {
    const { width, height } = cropInRatio(wholeCrop, picture, 1);
    expect([width * 800, height * 600]).to.deep.equal([600, 600]);
    expect(cropInRatio(wholeCrop, picture, 2)).to.deep.include({ width: 1 });
  });

  it('in any ratio can be kept as it is', () => {
    const side = fc.integer({ min: 40, max: 9000 });
    fc.assert(
      fc.property(side, side, fc.double({ min: 0.1, max: 10, noNaN: true }), (width, height, ratio) => {
        const crop = cropInRatio(wholeCrop, { width, height }, ratio);
        expect(squaringSchema.shape.crop.safeParse(crop).success).to.equal(true);
        expect((crop.width * width) / (crop.height * height)).to.be.closeTo(ratio, 1e-6 * ratio);
      }),
    );
  });

  it('however it is moved stays inside and can be drawn from', () => {
    const far = fc.double({ min: -3000, max: 3000, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 4 }), far, far), { maxLength: 12 }), (moves) => {
        let crop = wholeCrop;
        for (const [corner, x, y] of moves) {
          crop = corner === 4 ? cropMoved(crop, picture, x, y) : cropWithCorner(crop, picture, corner, x, y);
          expect(findCropFault(crop, picture)).to.equal(null);
          expect(Math.min(crop.x, crop.y)).to.be.at.least(0);
        }
      }),
    );
  });
});

describe('the real size of an original', () => {
  it('is questioned where a unit or a digit must have slipped', () => {
    expect(findOriginalFault({ width: 300, height: 225 })).to.equal(null);
    expect(findOriginalFault({ width: 0, height: 225 })).to.match(/at least 5 mm/);
    expect(findOriginalFault({ width: 300, height: 30_000 })).to.match(/at most 20 m/);
    expect(findOriginalFault({ width: 300, height: 7 })).to.match(/more than 20 times/);
  });
});
