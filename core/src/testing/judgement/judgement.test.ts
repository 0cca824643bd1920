import { expect } from 'chai';
import { judge, type DrawnLine } from './score.js';
import { truthOf, type SeenPicture } from './truth.js';

/** A dark square of 40 mm on a light ground, at 4 pixels a mm; its right half is textured. */
const pxPerMm = 4;
const size = { width: 100 * pxPerMm, height: 80 * pxPerMm };
const inSquare = (i: number) => {
  const x = (i % size.width) / pxPerMm;
  const y = Math.floor(i / size.width) / pxPerMm;
  return x >= 30 && x < 70 && y >= 20 && y < 60;
};
const count = size.width * size.height;
const seen: SeenPicture = {
  ...size,
  rgb: Uint8Array.from({ length: 3 * count }, (_, k) => (inSquare(Math.floor(k / 3)) ? 60 : 200)),
  part: Int16Array.from({ length: count }, (_, i) => (inSquare(i) ? 1 : 0)),
  objectOf: [0, 2],
  textured: Uint8Array.from({ length: count }, (_, i) => (i % size.width > 50 * pxPerMm ? 1 : 0)),
  lit: new Float32Array(count).fill(1),
  highlight: new Uint8Array(count),
  crease: new Uint8Array(count),
};
const truth = truthOf(seen, 100);
const square: DrawnLine = { points: [30, 20, 70, 20, 70, 60, 30, 60], closed: true };

describe('a drawing judged', () => {
  it('that draws every contour and nothing else is right in everything', () => {
    const found = judge([square], truth);
    expect(found.recall).to.be.greaterThan(0.97);
    expect(found.wrong).to.equal(0);
    expect(found.f).to.be.greaterThan(0.98);
    expect(found.whole).to.equal(1);
    expect(found.gapsPerMetre).to.equal(0);
    expect(found.danglingPerMetre).to.equal(0);
    expect(found.metres).to.be.closeTo(0.16, 1e-6);
  });

  it('is told off for a side left out, a line on nothing, one on texture, and ends in the air', () => {
    const three: DrawnLine = { points: [30, 20, 70, 20, 70, 60, 30, 60], closed: false };
    const without = judge([three], truth);
    expect(without.recall).to.be.closeTo(0.75, 0.02);
    expect(without.whole).to.equal(0);
    expect(without.gapsPerMetre).to.be.closeTo(1 / 0.16, 0.3);
    expect(without.danglingPerMetre).to.be.closeTo(2 / 0.12, 0.1);
    const astray = judge(
      [square, { points: [10, 5, 10, 25], closed: false }, { points: [90, 5, 90, 25], closed: false }],
      truth,
    );
    expect(astray.wrong).to.be.closeTo(0.04 / 0.2, 0.01);
    expect(astray.onTexture).to.be.closeTo(0.02 / 0.2, 0.01);
  });

  it('does not find a contour that is crossed, nor one drawn too far off', () => {
    const rungs = Array.from({ length: 40 }, (_, i): DrawnLine => ({
      points: [28, 20.5 + i, 32, 20.5 + i],
      closed: false,
    }));
    expect(judge(rungs, truth).recall).to.be.lessThan(0.05);
    const moved: DrawnLine = { points: [31.2, 21.2, 68.8, 21.2, 68.8, 58.8, 31.2, 58.8], closed: true };
    expect(judge([moved], truth).recall).to.be.lessThan(0.1);
  });

  it('is not asked for specks and slivers of a third face on the edge between two', () => {
    const part = seen.part.slice();
    const specks = seen.part.slice();
    for (let x = 124; x < 276; x++) {
      if (x % 5 < 2) specks[80 * size.width + x] = 2;
      part[80 * size.width + x] = 2;
    }
    for (const own of [specks, part]) {
      const rounded = truthOf({ ...seen, part: own, objectOf: [0, 2, 2] }, 100);
      expect(rounded.contours).to.have.length(1);
      expect(judge([square], rounded).recall).to.be.greaterThan(0.97);
    }
    // A wire of its own is thin as well, and is drawn.
    expect(truthOf({ ...seen, part, objectOf: [0, 2, 3] }, 100).contours).to.have.length.above(1);
  });

  it('of an empty sheet finds nothing and is wrong nowhere', () => {
    const nothing = judge([], truth);
    expect([nothing.recall, nothing.wrong, nothing.metres]).to.deep.equal([0, 0, 0]);
  });
});
