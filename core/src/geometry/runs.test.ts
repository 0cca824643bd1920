import { expect } from 'chai';
import fc from 'fast-check';
import {
  clipPolyline,
  clipRing,
  distanceToSegment,
  divideRun,
  fitWay,
  flattenCubic,
  lengthsAlong,
  nearestToLines,
  pushCubic,
  normalsOf,
  onEllipse,
  polylineLength,
  reversedPoints,
  signedArea,
  smoothedRun,
} from './index.js';

// Deep equality tells -0 from 0, which no place does.
const coordinate = fc.double({ min: -50, max: 150, noNaN: true }).map((value) => value + 0);
const run = fc
  .array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 12 })
  .map((places) => Float64Array.from(places.flat()));
const rect = { x: 0, y: 0, width: 100, height: 80 };

describe('runs of points', () => {
  it('are measured along, the way back of a closed one with it', () => {
    fc.assert(
      fc.property(run, fc.boolean(), (points, closed) => {
        const along = lengthsAlong(points, closed);
        expect(along).to.have.length(points.length / 2 + (closed ? 1 : 0));
        expect(along[0]).to.equal(0);
        expect(along.at(-1)).to.be.closeTo(polylineLength(points, closed), 1e-9);
        along.forEach((length, i) => expect(length).to.be.at.least(along[i - 1] ?? 0));
      }),
    );
  });

  it('are divided into pieces that together are the whole, each as long as asked', () => {
    const shares = fc
      .uniqueArray(fc.double({ min: 0.02, max: 0.98, noNaN: true }), { minLength: 1, maxLength: 4 })
      .map((cuts) => cuts.sort((a, b) => a - b));
    fc.assert(
      fc.property(run, fc.boolean(), shares, (points, closed, cuts) => {
        const whole = polylineLength(points, closed);
        fc.pre(whole > 1);
        const pieces = divideRun(points, closed, cuts);
        expect(pieces).to.have.length(closed ? cuts.length : cuts.length + 1);
        const edges = closed ? [...cuts, cuts[0] + 1] : [0, ...cuts, 1];
        pieces.forEach((piece, k) => {
          expect(polylineLength(piece)).to.be.closeTo((edges[k + 1] - edges[k]) * whole, 1e-6 * whole);
          const next = pieces[k + 1] ?? (closed ? pieces[0] : undefined);
          if (!next) return;
          expect(next[0]).to.be.closeTo(piece[piece.length - 2], 1e-6);
          expect(next[1]).to.be.closeTo(piece[piece.length - 1], 1e-6);
        });
      }),
    );
    const whole = Float64Array.of(0, 0, 10, 0);
    expect(divideRun(whole, false, [])).to.deep.equal([whole]);
  });

  it('are as long, and wind the other way, backwards', () => {
    fc.assert(
      fc.property(run, (points) => {
        const back = reversedPoints(points);
        expect(polylineLength(back)).to.be.closeTo(polylineLength(points), 1e-9);
        expect(signedArea(back)).to.be.closeTo(-signedArea(points), 1e-6);
        expect(reversedPoints(back)).to.deep.equal(points);
      }),
    );
  });

  it('are smoothed without being moved as a whole, the ends of an open one not at all', () => {
    fc.assert(
      fc.property(run, fc.double({ min: 0.5, max: 6, noNaN: true }), (points, sigma) => {
        const open = smoothedRun(points, false, sigma);
        expect([...open.slice(0, 2), ...open.slice(-2)]).to.deep.equal([
          ...points.slice(0, 2),
          ...points.slice(-2),
        ]);
        const straight = Float64Array.from(points, (_, i) => (i % 2 === 0 ? i : 3 * i));
        const same = smoothedRun(straight, false, sigma);
        for (let i = 0; i < same.length; i += 2)
          expect(
            distanceToSegment(same[i], same[i + 1], 0, 3, straight.length, 3 * straight.length + 3),
          ).to.be.lessThan(1e-6);
      }),
    );
    const ring = Float64Array.from({ length: 80 }, (_, k) => {
      const angle = (2 * Math.PI * (k >> 1)) / 40;
      return k % 2 === 0 ? 20 * Math.cos(angle) : 20 * Math.sin(angle);
    });
    const smooth = smoothedRun(ring, true, 2);
    for (let i = 0; i < smooth.length; i += 2)
      expect(Math.hypot(smooth[i], smooth[i + 1])).to.be.within(18, 20);
  });

  it('have normals of length 1 to their right, square to them', () => {
    const level = normalsOf(Float64Array.of(0, 0, 1, 0, 2, 0, 3, 0), false);
    for (let i = 0; i < level.length; i += 2) {
      expect(level[i]).to.be.closeTo(0, 1e-12);
      expect(level[i + 1]).to.be.closeTo(1, 1e-12);
    }
  });
});

describe('clipping', () => {
  it('leaves nothing of a run outside, and all of it that lay inside', () => {
    fc.assert(
      fc.property(run, (points) => {
        const inside = clipPolyline(rect, points);
        for (const piece of inside)
          for (let i = 0; i < piece.length; i += 2) {
            expect(piece[i]).to.be.within(-1e-9, 100 + 1e-9);
            expect(piece[i + 1]).to.be.within(-1e-9, 80 + 1e-9);
          }
        const large = { x: -60, y: -60, width: 300, height: 300 };
        const all = clipPolyline(large, points).reduce((sum, piece) => sum + polylineLength(piece), 0);
        expect(all).to.be.closeTo(polylineLength(points), 1e-6);
      }),
    );
  });

  it('cuts a ring to the area it shares with a rectangle', () => {
    const area = (ring: readonly number[]) => Math.abs(signedArea(ring));
    expect(area(clipRing(rect, [-10, -10, 50, -10, 50, 40, -10, 40]))).to.be.closeTo(50 * 40, 1e-9);
    expect(area(clipRing(rect, [50, -30, 160, 40, 50, 110, -60, 40]))).to.be.at.most(100 * 80);
    expect(clipRing(rect, [200, 200, 220, 200, 220, 220])).to.deep.equal([]);
    expect(clipRing(rect, [10, 10, 20, 10, 20, 20])).to.deep.equal([10, 10, 20, 10, 20, 20]);
  });
});

describe('curves and lines', () => {
  it('flatten a cubic so finely that no straight leaves it by more than asked', () => {
    const curve = fc.array(coordinate, { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(curve, fc.constantFrom(0.05, 0.5, 5), (points, tolerance) => {
        const out = [points[0], points[1]];
        flattenCubic(points, tolerance, out);
        expect(out.slice(-2)).to.deep.equal(points.slice(-2));
        for (let k = 1; k < 40; k++) {
          const [u, v] = [k / 40, 1 - k / 40];
          const weights = [v ** 3, 3 * u * v * v, 3 * u * u * v, u ** 3];
          const at = (axis: 0 | 1) =>
            weights.reduce((sum, weight, i) => sum + weight * (points[2 * i + axis] ?? 0), 0);
          let off = Infinity;
          for (let i = 2; i < out.length; i += 2)
            off = Math.min(off, distanceToSegment(at(0), at(1), out[i - 2], out[i - 1], out[i], out[i + 1]));
          expect(off).to.be.at.most(tolerance * 1.001 + 1e-9);
        }
      }),
      { numRuns: 50 },
    );
  });

  it('go along a cubic at even steps of its parameter, and say which way a run goes, forwards and back', () => {
    const quarter: number[] = [];
    pushCubic([0, 0, 4, 0, 8, 0, 12, 0], 4, quarter);
    expect(quarter).to.deep.equal([3, 0, 6, 0, 9, 0, 12, 0]);
    const run = Float64Array.from([0, 0, 3, 4, 6, 8, 9, 12]);
    const [onwards, back] = [fitWay(run, 0, 3), fitWay(run, 3, 0)];
    for (const [way, sense] of [
      [onwards, 1],
      [back, -1],
    ] as const) {
      expect(way.ux).to.be.closeTo(0.6 * sense, 1e-9);
      expect(way.uy).to.be.closeTo(0.8 * sense, 1e-9);
    }
  });

  it('find the place nearest to lines: where they cross, or where it was held', () => {
    const level = { nx: 0, ny: 1, offset: 20 };
    const plumb = { nx: 1, ny: 0, offset: 30 };
    const crossed = nearestToLines([level, plumb], 0, 0, 1e-9);
    expect(crossed.x).to.be.closeTo(30, 1e-5);
    expect(crossed.y).to.be.closeTo(20, 1e-5);
    const along = nearestToLines([level, level], 7, 3, 1e-3);
    expect(along.x).to.be.closeTo(7, 1e-6);
    expect(along.y).to.be.closeTo(20, 0.02);
    expect(along.determinant).to.be.lessThan(0.01);
  });

  it('put a place on an ellipse, with the direction square to it', () => {
    const ellipse = { x: 10, y: 20, a: 40, b: 15, angleRad: 0.6 };
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6.28, noNaN: true }), (turn) => {
        const [u, v] = [ellipse.a * Math.cos(turn), ellipse.b * Math.sin(turn)];
        const [c, s] = [Math.cos(ellipse.angleRad), Math.sin(ellipse.angleRad)];
        const [px, py] = [ellipse.x + u * c - v * s, ellipse.y + u * s + v * c];
        const at = onEllipse(ellipse, px, py);
        expect(Math.hypot(at.x - px, at.y - py)).to.be.lessThan(1e-9);
        expect(Math.hypot(at.nx, at.ny)).to.be.closeTo(1, 1e-9);
        // Outwards, and square to the way along it.
        expect(at.nx * (px - ellipse.x) + at.ny * (py - ellipse.y)).to.be.greaterThan(0);
        const [tu, tv] = [-ellipse.a * Math.sin(turn), ellipse.b * Math.cos(turn)];
        expect(at.nx * (tu * c - tv * s) + at.ny * (tu * s + tv * c)).to.be.closeTo(0, 1e-6);
      }),
    );
  });
});
