import { expect } from 'chai';
import fc from 'fast-check';
import { cornersOf, pointsBetween, smoothedBetweenCorners } from './corners.js';
import { crossing, fitLine } from './line.js';
import {
  begunAt,
  distanceToSegment,
  lengthsAlong,
  openedAtPoint,
  polylineLength,
  reversedPoints,
  signedArea,
} from './polyline.js';
import { clipPolyline, intersection } from './rect.js';

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });

describe('geometry', () => {
  it('measures lengths and areas', () => {
    const square = [0, 0, 10, 0, 10, 10, 0, 10];
    expect(polylineLength(square)).to.equal(30);
    expect(polylineLength(square, true)).to.equal(40);
    expect([...lengthsAlong(square)]).to.deep.equal([0, 10, 20, 30]);
    expect([...lengthsAlong(square, true)]).to.deep.equal([0, 10, 20, 30, 40]);
    expect(signedArea(square)).to.equal(100);
    expect(signedArea(reversedPoints(square))).to.equal(-100);
  });

  it('finds the distance to a segment, its ends included', () => {
    expect(distanceToSegment(5, 3, 0, 0, 10, 0)).to.equal(3);
    expect(distanceToSegment(13, 4, 0, 0, 10, 0)).to.equal(5);
    expect(distanceToSegment(3, 4, 0, 0, 0, 0)).to.equal(5);
  });

  it('clips a line to a rectangle: every part inside, none lost', () => {
    const rect = { x: -20, y: -10, width: 50, height: 30 };
    fc.assert(
      fc.property(fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 12 }), (points) => {
        const flat = points.flat();
        const runs = clipPolyline(rect, flat);
        for (const run of runs) {
          for (let i = 0; i < run.length; i += 2) {
            expect(run[i]).to.be.within(-20 - 1e-9, 30 + 1e-9);
            expect(run[i + 1]).to.be.within(-10 - 1e-9, 20 + 1e-9);
          }
        }
        const inside = runs.reduce((sum, run) => sum + polylineLength(run), 0);
        expect(inside).to.be.at.most(polylineLength(flat) + 1e-6);
      }),
    );
    expect(clipPolyline(rect, [-100, 0, 100, 0])).to.deep.equal([[-20, 0, 30, 0]]);
  });

  it('intersects rectangles', () => {
    const a = { x: 0, y: 0, width: 10, height: 10 };
    expect(intersection(a, { x: 5, y: 5, width: 10, height: 10 })).to.deep.equal({
      x: 5,
      y: 5,
      width: 5,
      height: 5,
    });
    expect(intersection(a, { x: 10, y: 0, width: 5, height: 5 })).to.equal(null);
  });

  it('fits lines and finds where they cross', () => {
    const flat = fitLine(Float64Array.of(0, 2, 5, 2, 10, 2), 0, 2);
    const slant = fitLine(Float64Array.of(0, 0, 4, 4, 8, 8), 0, 2);
    const meet = crossing(flat, slant);
    expect(meet?.[0]).to.be.closeTo(2, 1e-9);
    expect(meet?.[1]).to.be.closeTo(2, 1e-9);
    expect(crossing(flat, flat)).to.equal(null);
  });

  it('finds corners, not bends, and smooths without rounding them', () => {
    // Along, round a quarter of a circle, and back in a right angle; a point every unit.
    const points: number[] = [];
    for (let x = 0; x < 60; x++) points.push(x, 0.3 * (x % 2));
    for (let i = 0; i < 47; i++) points.push(60 + 30 * Math.sin(i / 30), 30 - 30 * Math.cos(i / 30));
    for (let y = 30; y < 80; y++) points.push(90, y);
    for (let x = 90; x > 40; x--) points.push(x, 80);
    const run = Float64Array.from(points);
    const limits = { arm: 8, turnRad: 0.9 };
    const corners = cornersOf(run, false, limits);
    expect(corners.map((i) => [run[2 * i], run[2 * i + 1]])).to.deep.equal([[90, 80]]);
    const smooth = smoothedBetweenCorners(run, false, 3, limits);
    const [i] = corners;
    expect([smooth[2 * i], smooth[2 * i + 1]]).to.deep.equal([90, 80]);
    // The wobble along the first stretch is gone.
    for (let k = 20; k < 40; k++) expect(smooth[2 * k + 1]).to.be.closeTo(0.15, 0.02);
    expect(pointsBetween(corners, run.length / 2, false).map((own) => own.length)).to.deep.equal([i + 1, 50]);
  });
});

describe('a ring', () => {
  const ring = Float64Array.of(0, 0, 4, 0, 4, 3, 0, 3);

  it('begins at any of its numbers, and is the same ring', () => {
    expect([...begunAt(ring, 4)]).to.deep.equal([4, 3, 0, 3, 0, 0, 4, 0]);
    expect([...begunAt(begunAt(ring, 6), 2)]).to.deep.equal([...ring]);
    expect([...begunAt(ring, 0)]).to.deep.equal([...ring]);
  });

  it('opened at a point has it first and last', () => {
    expect([...openedAtPoint(ring, 1)]).to.deep.equal([4, 0, 4, 3, 0, 3, 0, 0, 4, 0]);
    expect(ring).to.have.length(8);
  });
});
