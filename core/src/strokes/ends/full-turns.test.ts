import { expect } from 'chai';
import fc from 'fast-check';
import { distanceToSegment, smoothedRun } from '../../geometry/index.js';
import type { Stroke } from '../stroke.js';
import { depthsOf } from '../ink/ink-mask.js';
import { withFullTurns } from './full-turns.js';

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

/** A stroke whose middle was smoothed along its way, over so many halves of its width, which cuts its turns. */
function cut(way: readonly number[], half: number, closed = false, halves = 1.5): Stroke {
  const points = smoothedRun(Float64Array.from(way), closed, halves * half);
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

/** Two straights with a bend between them that turns back by so much, its furthest place, and the way through them. */
function hairpin(radius: number, turn: number) {
  const arc = Array.from({ length: 41 }, (_, k): [number, number] => {
    const angle = (turn * (k - 20)) / 40;
    return [middle + radius * Math.sin(angle), middle - radius * Math.cos(angle)];
  });
  const away = ([x, y]: [number, number], sense: number): [number, number] => [
    x + sense * 70 * Math.cos(turn / 2),
    y + 70 * Math.sin(turn / 2),
  ];
  const [first, last] = [away(arc[0], -1), away(arc[40], 1)];
  const coarse = arc.filter((_, k) => k % 8 === 0);
  return {
    arms: [first, ...arc, last].flat(),
    run: [...evenly([first, arc[0]]), ...evenly(coarse), ...evenly([arc[40], last])],
    apex: [middle, middle - radius] as const,
  };
}

describe('a turn of a wide stroke', () => {
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
        const sharp = withFullTurns(stroke, inkAlong(places.flat(), half));
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
        expect(withFullTurns(stroke, inkAlong(places.flat(), half))).to.equal(stroke);
      }),
      { numRuns: 25 },
    );
  });

  it('that turns back in a bend tighter than the stroke is wide, runs half its width within the outer rim', () => {
    const off = { found: 0, full: 0 };
    let cases = 0;
    for (const half of [6, 7, 8])
      for (const radius of [0.5, 0.7, 0.9])
        for (const turn of [1.6, 1.9, 2.2]) {
          const { arms, run, apex } = hairpin(radius * half, turn);
          const stroke = cut(run, half, false, 0.7);
          const full = withFullTurns(stroke, inkAlong(arms, half));
          off.found += nearestTo(stroke, ...apex);
          off.full += nearestTo(full, ...apex);
          cases++;
          expect(full.points.length).to.equal(2 * full.widths.length);
        }
    expect(off.found / cases).to.be.greaterThan(1.5);
    expect(off.full / cases).to.be.lessThan(0.5);
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
      const sharp = withFullTurns(cut(begun, half, true), ink);
      expect(sharp.closed).to.equal(true);
      for (const [x, y] of corners) expect(nearestTo(sharp, x, y), `${start}`).to.be.lessThan(0.25 * half);
    }
  });

  it('leaves fine strokes and the outlines of blacks as they are', () => {
    const places = elbow(1.5, 0.3);
    const fine = cut(evenly(places), 1.5);
    expect(withFullTurns(fine, inkAlong(places.flat(), 1.5))).to.equal(fine);
    const black: Stroke = { ...cut(evenly(places), 6), black: true };
    expect(withFullTurns(black, inkAlong(places.flat(), 6))).to.equal(black);
  });
});
