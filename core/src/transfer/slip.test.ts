import { expect } from 'chai';
import fc from 'fast-check';
import { linesSlipped, slippedBy, slipWords, solveSlip, type MovedMark, type Slip } from './slip.js';

/** Where a print lies that was turned about a place and shifted. */
function laid(x: number, y: number, turnDeg: number, about: [number, number], shift: [number, number]) {
  const turn = (turnDeg * Math.PI) / 180;
  const [dx, dy] = [x - about[0], y - about[1]];
  return {
    x: about[0] + dx * Math.cos(turn) - dy * Math.sin(turn) + shift[0],
    y: about[1] + dx * Math.sin(turn) + dy * Math.cos(turn) + shift[1],
  };
}

const markAt = (x: number, y: number, now: { x: number; y: number }): MovedMark => ({
  x,
  y,
  dx: now.x - x,
  dy: now.y - y,
});

/** Where a place of the print comes to lie when the sheet is brought back. */
function broughtBack(slip: Slip, { x, y }: { x: number; y: number }) {
  return laid(x, y, slip.turnDeg, [slip.about.x, slip.about.y], [slip.dx, slip.dy]);
}

describe('a slipped sheet', () => {
  it('is brought back to within a hundredth of a millimetre, whatever it was turned and shifted by', () => {
    const length = fc.double({ min: -8, max: 8, noNaN: true });
    const place = fc.double({ min: 5, max: 295, noNaN: true });
    fc.assert(
      fc.property(
        length,
        length,
        fc.double({ min: -4, max: 4, noNaN: true }),
        place,
        place,
        place,
        (dx, dy, turnDeg, x, y, probe) => {
          const lies = (px: number, py: number) => laid(px, py, turnDeg, [x, y], [dx, dy]);
          const slip = solveSlip(markAt(10, 12, lies(10, 12)), markAt(280, 230, lies(280, 230)));
          for (const [px, py] of [
            [10, 12],
            [280, 230],
            [probe, 40],
          ] as const) {
            const back = broughtBack(slip, lies(px, py));
            expect(Math.hypot(back.x - px, back.y - py)).to.be.lessThan(0.01);
            const off = slippedBy(slip, { x: px, y: py });
            expect(px + off.dx).to.be.closeTo(lies(px, py).x, 0.01);
            expect(py + off.dy).to.be.closeTo(lies(px, py).y, 0.01);
          }
          expect(slip.stretch).to.be.closeTo(1, 1e-9);
        },
      ),
    );
  });

  it('says a plain shift as a shift, and a turn about the mark that lies lower left', () => {
    const shifted = solveSlip({ x: 20, y: 220, dx: -1.2, dy: 0.5 }, { x: 280, y: 20, dx: -1.2, dy: 0.5 });
    expect(slipWords(shifted, 328)).to.equal('Move it 1.2 mm right and 0.5 mm up.');
    expect(shifted.dx).to.be.closeTo(1.2, 1e-9);
    expect(shifted.dy).to.be.closeTo(-0.5, 1e-9);
    expect(shifted.doubts).to.deep.equal([]);
    const now = laid(280, 20, -0.4, [20, 220], [0, 0]);
    const turned = solveSlip({ x: 20, y: 220, dx: 0, dy: 0 }, markAt(280, 20, now));
    expect(turned.about).to.deep.equal({ x: 20, y: 220 });
    expect(slipWords(turned, 328)).to.equal(
      'Turn it 0.40° clockwise about the mark at 20 mm from the left and 220 mm from the top, which moves the other mark by 2.3 mm.',
    );
    expect(slipWords(solveSlip({ x: 0, y: 0, dx: 0, dy: 0 }, { x: 90, y: 0, dx: 0, dy: 0 }), 90)).to.equal(
      'It is where it should be.',
    );
  });

  it('tells paper grown by damp from a slip, and shares what is left between the marks', () => {
    const slip = solveSlip({ x: 0, y: 100, dx: -0.6, dy: 0 }, { x: 300, y: 100, dx: 0.6, dy: 0 });
    expect(slip.stretch).to.be.closeTo(1.004, 1e-9);
    expect(slip.turnDeg).to.be.closeTo(0, 1e-9);
    expect(slip.dx).to.be.closeTo(0, 1e-9);
    expect(slip.doubts).to.deep.equal([]);
    expect(slipWords(slip, 300)).to.include('grown by 1.2 mm between the marks');
  });

  it('questions marks taken for each other, far off, or farther apart than paper grows', () => {
    const swapped = solveSlip({ x: 10, y: 10, dx: 270, dy: 220 }, { x: 280, y: 230, dx: -270, dy: -220 });
    expect(swapped.doubts.join()).to.include('swapped');
    const far = solveSlip({ x: 10, y: 10, dx: 11, dy: 0 }, { x: 280, y: 230, dx: 11, dy: 0 });
    expect(far.doubts.join()).to.include('more than 10 mm off');
    const grown = solveSlip({ x: 0, y: 0, dx: -3, dy: 0 }, { x: 300, y: 0, dx: 3, dy: 0 });
    expect(grown.doubts.join()).to.include('grown by 2.0 %');
    expect(() => solveSlip({ x: 5, y: 5, dx: 0, dy: 0 }, { x: 15, y: 5, dx: 1, dy: 0 })).to.throw(
      'at least 20 mm apart',
    );
    expect(() => solveSlip({ x: NaN, y: 5, dx: 0, dy: 0 }, { x: 15, y: 5, dx: 1, dy: 0 })).to.throw(
      RangeError,
    );
  });

  it('says which lines may be off and by how much', () => {
    const slip = solveSlip({ x: 0, y: 0, dx: 0, dy: 0 }, markAt(200, 0, laid(200, 0, 1, [0, 0], [0, 0])));
    const off = linesSlipped(slip, [
      {
        id: 'near',
        points: [
          [10, 0],
          [20, 0],
        ],
      },
      {
        id: 'far',
        points: [
          [10, 0],
          [100, 0],
        ],
      },
    ]);
    expect(off.map(({ id }) => id)).to.deep.equal(['far', 'near']);
    expect(off[0].worstMm).to.be.closeTo(2 * 100 * Math.sin(Math.PI / 360), 1e-6);
  });
});
