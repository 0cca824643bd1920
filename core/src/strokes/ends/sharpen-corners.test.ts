import { expect } from 'chai';
import fc from 'fast-check';
import { distanceToSegment, smoothedRun } from '../../geometry/index.js';
import type { Stroke } from '../stroke.js';
import { depthsOf } from '../ink/ink-mask.js';
import { withSharpCorners } from './sharpen-corners.js';

const side = 240;
const middle = 120;

/** A way through points, a pixel from one to the next. */
function evenly(places: readonly (readonly [number, number])[]): number[] {
  return places.slice(1).flatMap(([bx, by], k) => {
    const [ax, ay] = places[k];
    const steps = Math.round(Math.hypot(bx - ax, by - ay));
    return Array.from({ length: steps }, (_, i) => [
      ax + ((bx - ax) * i) / steps,
      ay + ((by - ay) * i) / steps,
    ]).flat();
  });
}

/** Ink of some half width along a way. */
function inkAlong(way: readonly number[], half: number) {
  const data = new Uint8Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      let least = Infinity;
      for (let i = 2; i < way.length; i += 2)
        least = Math.min(
          least,
          distanceToSegment(x + 0.5, y + 0.5, way[i - 2], way[i - 1], way[i], way[i + 1]),
        );
      if (least < half) data[y * side + x] = 1;
    }
  return { width: side, height: side, data: depthsOf({ width: side, height: side, data }) };
}

/** A stroke whose middle was smoothed along its way, which cuts its corners. */
function cut(way: readonly number[], half: number, closed = false): Stroke {
  const points = smoothedRun(Float64Array.from(way), closed, 1.5 * half);
  const n = points.length / 2;
  return {
    points,
    widths: new Float64Array(n).fill(2 * half),
    darkness: new Float64Array(n).fill(40),
    closed,
    free: closed ? [false, false] : [true, true],
  };
}

const nearestTo = ({ points }: Stroke, x: number, y: number) => {
  let least = Infinity;
  for (let i = 0; i < points.length; i += 2)
    least = Math.min(least, Math.hypot(points[i] - x, points[i + 1] - y));
  return least;
};

/** Two straights that meet in the middle and turn there. */
const elbow = (turn: number, way: number): [number, number][] => [
  [middle - 80 * Math.cos(way), middle - 80 * Math.sin(way)],
  [middle, middle],
  [middle + 80 * Math.cos(way + turn), middle + 80 * Math.sin(way + turn)],
];

describe('a corner of a wide stroke', () => {
  it('is given back to a middle that was cut, and nothing else of the stroke is moved', () => {
    const cases = fc.record({
      half: fc.double({ min: 4, max: 8, noNaN: true }),
      turn: fc.double({ min: 1.2, max: 2, noNaN: true }),
      way: fc.double({ min: 0, max: 6, noNaN: true }),
    });
    fc.assert(
      fc.property(cases, ({ half, turn, way }) => {
        const places = elbow(turn, way);
        const stroke = cut(evenly(places), half);
        const sharp = withSharpCorners(stroke, inkAlong(places.flat(), half));
        expect(nearestTo(stroke, middle, middle)).to.be.greaterThan(0.5 * half);
        expect(nearestTo(sharp, middle, middle)).to.be.lessThan(0.25 * half);
        expect(sharp.points.length).to.equal(2 * sharp.widths.length);
        expect(sharp.widths.length).to.equal(sharp.darkness.length);
        const far = Math.round(6 * half);
        expect([...sharp.points.slice(0, 2 * (80 - far))]).to.deep.equal([
          ...stroke.points.slice(0, 2 * (80 - far)),
        ]);
      }),
      { numRuns: 25 },
    );
  });

  it('is not made of a bend, however tight', () => {
    const cases = fc.record({
      half: fc.double({ min: 3, max: 8, noNaN: true }),
      radius: fc.double({ min: 1.1, max: 3, noNaN: true }),
      turn: fc.double({ min: 1, max: 3, noNaN: true }),
    });
    fc.assert(
      fc.property(cases, ({ half, radius, turn }) => {
        const r = radius * half;
        const arc = Array.from({ length: 41 }, (_, k): [number, number] => {
          const angle = (turn * k) / 40;
          return [middle + r * Math.sin(angle), middle + r * (1 - Math.cos(angle))];
        });
        const [ex, ey] = arc[40];
        const places: [number, number][] = [
          [middle - 80, middle],
          ...arc,
          [ex + 70 * Math.cos(turn), ey + 70 * Math.sin(turn)],
        ];
        const way = evenly([places[0], places[1]]).concat(places.slice(1, -1).flat());
        const stroke = cut([...way, ...evenly(places.slice(-2))], 0.7);
        expect(withSharpCorners(stroke, inkAlong(places.flat(), half))).to.equal(stroke);
      }),
      { numRuns: 25 },
    );
  });

  it('is given back to a ring, wherever the ring begins', () => {
    const corners: [number, number][] = [
      [60, 60],
      [180, 60],
      [180, 180],
      [60, 180],
      [60, 60],
    ];
    const half = 6;
    const ink = inkAlong(corners.flat(), half);
    const way = evenly(corners);
    for (const start of [0, 30, 60, 119]) {
      const begun = [...way.slice(2 * start), ...way.slice(0, 2 * start)];
      const sharp = withSharpCorners(cut(begun, half, true), ink);
      expect(sharp.closed).to.equal(true);
      for (const [x, y] of corners) expect(nearestTo(sharp, x, y), `${start}`).to.be.lessThan(0.25 * half);
    }
  });

  it('leaves fine strokes and the outlines of blacks as they are', () => {
    const places = elbow(1.5, 0.3);
    const fine = cut(evenly(places), 1.5);
    expect(withSharpCorners(fine, inkAlong(places.flat(), 1.5))).to.equal(fine);
    const black: Stroke = { ...cut(evenly(places), 6), black: true };
    expect(withSharpCorners(black, inkAlong(places.flat(), 6))).to.equal(black);
  });
});
