import { expect } from 'chai';
import fc from 'fast-check';
import { findRims } from './profile.js';

describe('the rims of a stroke', () => {
  it('are where it is half as dark as in its middle', () => {
    const { from, to, darkness } = findRims([0, 0, 10, 40, 40, 40, 10, 0, 0], 1);
    expect(darkness).to.equal(40);
    expect(from).to.be.closeTo(2 + 1 / 3, 1e-9);
    expect(to).to.be.closeTo(5 + 2 / 3, 1e-9);
  });

  it('lie within what was read, in their order, whatever that is: lighter than the paper, too', () => {
    const samples = fc.integer({ min: 1, max: 12 }).chain((half) =>
      fc.array(fc.double({ min: -30, max: 60, noNaN: true }), {
        minLength: 2 * half + 1,
        maxLength: 2 * half + 1,
      }),
    );
    fc.assert(
      fc.property(samples, fc.integer({ min: 0, max: 3 }), (profile, near) => {
        const { from, to } = findRims(profile, near);
        expect(from).to.be.at.most(to);
        expect(from).to.be.at.least(0);
        expect(to).to.be.at.most(profile.length - 1);
      }),
    );
    expect(findRims([-9, -5.01, -5, -5.02, -9], 1)).to.deep.equal({ from: 2, to: 2, darkness: -5 });
  });
});
