import { expect } from 'chai';
import fc from 'fast-check';
import { bendFrom, filePlace, trueRoom, truePrinter, worstOffMm } from './calibration.js';

const drawn = { widthMm: 180, heightMm: 260 };

/** What a ruler says of the four crosses printed by a printer with known faults. */
function measured(scaleX: number, scaleY: number, shear: number) {
  const print = (x: number, y: number) => ({ x: scaleX * x + shear * y, y: scaleY * y });
  const [a, b, c, d] = [print(0, 0), print(180, 0), print(180, 260), print(0, 260)];
  const apart = (p: typeof a, q: typeof a) => Math.hypot(p.x - q.x, p.y - q.y);
  return { acrossMm: apart(a, b), downMm: apart(a, d), fallingMm: apart(a, c), risingMm: apart(b, d) };
}

describe('calibrating a printer', () => {
  it('reads scales and slant off four lengths', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.96, max: 1.04, noNaN: true }),
        fc.double({ min: 0.96, max: 1.04, noNaN: true }),
        fc.double({ min: -0.012, max: 0.012, noNaN: true }),
        (scaleX, scaleY, shear) => {
          const bend = bendFrom(drawn, measured(scaleX, scaleY, shear));
          if (typeof bend === 'string') throw new Error(bend);
          expect(bend.scaleX).to.be.closeTo(scaleX, 1e-9);
          expect(bend.scaleY).to.be.closeTo(scaleY, 1e-9);
          expect(bend.shear).to.be.closeTo(shear, 1e-9);
          // What is made good comes out true, up to where it begins.
          const room = trueRoom(drawn, bend);
          const to = filePlace(room, bend, 5);
          const out = (x: number, y: number) => {
            const [fx, fy] = [to.a * x + to.b * y + to.c, to.d * x + to.e * y + to.f];
            return { x: scaleX * fx + shear * fy, y: scaleY * fy };
          };
          const origin = out(0, 0);
          for (const [x, y] of [
            [100, 0],
            [0, 200],
            [150, 250],
          ]) {
            expect(out(x, y).x - origin.x).to.be.closeTo(x, 1e-9);
            expect(out(x, y).y - origin.y).to.be.closeTo(y, 1e-9);
          }
        },
      ),
    );
  });

  it('takes the sides alone when the diagonals were not measured', () => {
    const bend = bendFrom(drawn, { acrossMm: 179.1, downMm: 261.3, fallingMm: null, risingMm: null });
    expect(bend).to.deep.equal({ scaleX: 179.1 / 180, scaleY: 261.3 / 260, shear: 0 });
  });

  it('does not believe a slip of the ruler', () => {
    const usual = measured(1, 1, 0);
    for (const slip of [
      { acrossMm: 18 },
      { downMm: 300 },
      { fallingMm: 250 },
      { fallingMm: usual.fallingMm + 12 },
    ])
      expect(bendFrom(drawn, { ...usual, ...slip }))
        .to.be.a('string')
        .that.matches(/\.$/);
  });

  it('says how far a sheet is out', () => {
    expect(worstOffMm(drawn, truePrinter)).to.equal(0);
    expect(worstOffMm(drawn, { scaleX: 1.01, scaleY: 1, shear: 0 })).to.be.closeTo(1.8, 1e-9);
  });
});
