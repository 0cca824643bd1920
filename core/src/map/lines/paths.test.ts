import { expect } from 'chai';
import fc from 'fast-check';
import { distanceToSegment } from '../../geometry/index.js';
import { smoothCurves } from './curves.js';
import { fewestStraights } from './straights.js';

function distanceToRun(x: number, y: number, run: ArrayLike<number>, closed = false): number {
  let least = Infinity;
  const n = run.length;
  for (let i = 2; i < n; i += 2)
    least = Math.min(least, distanceToSegment(x, y, run[i - 2], run[i - 1], run[i], run[i + 1]));
  if (closed) least = Math.min(least, distanceToSegment(x, y, run[n - 2], run[n - 1], run[0], run[1]));
  return least;
}

const ring = (n: number, radius: number): Float64Array =>
  Float64Array.from({ length: 2 * n }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / n;
    return radius * (i % 2 === 0 ? Math.cos(angle) : Math.sin(angle));
  });

/** An L of two sides of 20 mm, a point every 0.25 mm but none on the corner itself. */
const corner = Float64Array.from({ length: 320 }, (_, i) => {
  const along = 0.125 + 0.25 * (i >> 1);
  const [x, y] = along < 20 ? [along, 0] : [20, along - 20];
  return i % 2 === 0 ? x : y;
});

describe('straights', () => {
  it('are the fewest that stay within the tolerance', () => {
    expect(fewestStraights(corner, 0.2)).to.have.length(6);
    const arc = ring(720, 40).slice(0, 720);
    // A chord of a circle of 40 mm that strays 0.25 mm spans 2·acos(1 − 0.25/40) when its ends lie on it.
    const span = 2 * Math.acos(1 - 0.25 / 40);
    expect(fewestStraights(arc, 0.25).length / 2 - 1).to.equal(Math.ceil(Math.PI / span));
  });

  it('keep every point within the tolerance and both ends', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.6, max: 0.6, noNaN: true }), { minLength: 3, maxLength: 60 }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (wobble, tolerance) => {
          const run = Float64Array.from(wobble.flatMap((y, i) => [i * 0.5, y]));
          const straight = fewestStraights(run, tolerance);
          expect([...straight.slice(0, 2)]).to.deep.equal([...run.slice(0, 2)]);
          expect([...straight.slice(-2)]).to.deep.equal([...run.slice(-2)]);
          for (let i = 0; i < run.length; i += 2) {
            // Joints may move by twice the tolerance to where their lines cross.
            expect(distanceToRun(run[i], run[i + 1], straight)).to.be.at.most(3 * tolerance + 1e-9);
          }
        },
      ),
    );
  });

  it('find a corner that lies between two points', () => {
    const straight = fewestStraights(corner, 0.2);
    expect(straight[2]).to.be.closeTo(20, 0.01);
    expect(straight[3]).to.be.closeTo(0, 0.01);
  });
});

describe('curves', () => {
  it('follow a circle closely with few points', () => {
    const circle = ring(400, 16);
    const curve = smoothCurves(circle, true, { tolerance: 0.1, arm: 1.5 });
    expect(curve.length / 2).to.be.at.most(70);
    for (let i = 0; i < circle.length; i += 2) {
      expect(distanceToRun(circle[i], circle[i + 1], curve, true)).to.be.at.most(0.1 + 0.05);
    }
  });

  it('keep a corner sharp and in its place', () => {
    const curve = smoothCurves(corner, false, { tolerance: 0.1, arm: 1.5 });
    expect(distanceToRun(20, 0, curve)).to.be.at.most(0.03);
    expect(curve.length / 2).to.be.at.most(8);
  });

  it('leave runs too short to bend alone', () => {
    expect([...smoothCurves(Float64Array.of(0, 0, 3, 1), false, { tolerance: 0.1, arm: 1 })]).to.deep.equal([
      0, 0, 3, 1,
    ]);
  });
});
