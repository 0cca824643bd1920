import { expect } from 'chai';
import fc from 'fast-check';
import { fitEllipse, stepLength } from '../../../geometry/index.js';
import { seeded } from '../../../testing/index.js';
import { cleanUp, cleanUpKinds, type CleanUpLimits } from './clean-up.js';
import type { Run } from './sections.js';

const none: CleanUpLimits = { symmetry: null, ellipses: null, straights: null, level: null };
const touchMm = 0.4;

/** Straights from place to place, a point every quarter mm, with the slow wobble of a hand. */
function drawnThrough(places: [number, number][], closed = false, wobbleMm = 0): Run {
  const points: number[] = [];
  const stops = closed ? [...places, places[0]] : places;
  stops.slice(1).forEach(([bx, by], k) => {
    const [ax, ay] = stops[k];
    const length = Math.hypot(bx - ax, by - ay);
    const steps = Math.round(4 * length);
    for (let i = 0; i < steps; i++) {
      const t = i / steps;
      const off = wobbleMm * Math.sin(2 * Math.PI * 1.5 * t) * Math.min(1, 8 * t, 8 * (1 - t));
      points.push(
        ax + t * (bx - ax) - (off * (by - ay)) / length,
        ay + t * (by - ay) + (off * (bx - ax)) / length,
      );
    }
  });
  if (!closed) points.push(...stops[stops.length - 1]);
  return { points: Float64Array.from(points), closed };
}

const last = ({ points }: Run) => [points[points.length - 2], points[points.length - 1]];

/** How far the points of a run lie from the straight through its ends, at most. */
function bowOf({ points }: Run): number {
  const [ax, ay, bx, by] = [points[0], points[1], points[points.length - 2], points[points.length - 1]];
  const length = Math.hypot(bx - ax, by - ay);
  let most = 0;
  for (let i = 0; i < points.length; i += 2)
    most = Math.max(most, Math.abs((bx - ax) * (points[i + 1] - ay) - (by - ay) * (points[i] - ax)) / length);
  return most;
}

describe('cleaning up a drawing', () => {
  it('makes nearly straight lines straight, and says how far they moved', () => {
    const wobbly = drawnThrough(
      [
        [10, 10],
        [110, 40],
      ],
      false,
      0.5,
    );
    const { runs, cleaned } = cleanUp([wobbly], { ...none, straights: 0.8 }, touchMm);
    expect(bowOf(wobbly)).to.be.within(0.4, 0.6);
    expect(bowOf(runs[0])).to.be.below(0.001);
    expect(cleaned).to.have.length(1);
    expect(cleaned[0]).to.include({ kind: 'straights' });
    expect(cleaned[0].lines).to.deep.equal([0]);
    expect(cleaned[0].mostMm).to.be.within(0.35, 0.65);
  });

  it('leaves what was meant to bend', () => {
    const bow: Run = {
      closed: false,
      points: Float64Array.from(
        Array.from({ length: 200 }, (_, i) => [i / 4, 20 + 2 * Math.sin((Math.PI * i) / 199)]).flat(),
      ),
    };
    const short = drawnThrough(
      [
        [0, 0],
        [6, 0],
      ],
      false,
      0.4,
    );
    const { runs, cleaned } = cleanUp([bow, short], { ...none, straights: 5 }, touchMm);
    expect(runs.map(({ points }) => points)).to.deep.equal([bow.points, short.points]);
    expect(cleaned[0]).to.include({ mostMm: 0 });
  });

  it('straightens the sides of a box drawn in one go and keeps its corners corners', () => {
    const corners: [number, number][] = [
      [20, 20],
      [120, 24],
      [116, 90],
      [18, 86],
    ];
    const box = drawnThrough(corners, true, 0.4);
    const { runs } = cleanUp([box], { ...none, straights: 0.8 }, touchMm);
    for (const [x, y] of corners) {
      const near = Math.min(
        ...Array.from({ length: runs[0].points.length / 2 }, (_, i) =>
          stepLength(runs[0].points[2 * i] - x, runs[0].points[2 * i + 1] - y),
        ),
      );
      expect(near).to.be.below(0.35);
    }
    // Every point lies on one of the four straights between the new corners.
    const { cleaned } = cleanUp(runs, { ...none, straights: 0.8 }, touchMm);
    expect(cleaned[0].mostMm).to.be.below(0.12);
  });

  it('keeps lines joined to what moves: a post on a bar stays on it, a curve follows its end', () => {
    const bar = drawnThrough([
      [10, 50],
      [110, 53],
    ]);
    const post = drawnThrough([
      [60, 10],
      [60, 51.5],
    ]);
    const twig: Run = {
      closed: false,
      points: Float64Array.from(
        Array.from({ length: 121 }, (_, i) => [110 + i / 4, 53 + 10 * Math.sin(i / 40)]).flat(),
      ),
    };
    const { runs, cleaned } = cleanUp([bar, post, twig], { ...none, level: 3 }, touchMm);
    const [level, upright, follower] = runs;
    const y = level.points[1];
    expect(y).to.be.closeTo(51.5, 0.05);
    for (let i = 1; i < level.points.length; i += 2) expect(level.points[i]).to.be.closeTo(y, 0.01);
    expect(last(upright)[1]).to.be.closeTo(y, 0.01);
    expect(follower.points[0]).to.be.closeTo(last(level)[0], 0.01);
    expect(follower.points[1]).to.be.closeTo(last(level)[1], 0.01);
    expect(last(follower)).to.deep.equal(last(twig));
    expect(cleaned[0].mostMm).to.be.closeTo(1.5, 0.05);
  });

  it('makes level and plumb what is nearly so, and nothing that leans further', () => {
    fc.assert(
      fc.property(fc.double({ min: -6, max: 6, noNaN: true }), fc.boolean(), (degrees, plumb) => {
        const lean = (degrees * Math.PI) / 180;
        const [dx, dy] = plumb ? [Math.sin(lean), Math.cos(lean)] : [Math.cos(lean), Math.sin(lean)];
        const line = drawnThrough([
          [50, 50],
          [50 + 60 * dx, 50 + 60 * dy],
        ]);
        const { runs } = cleanUp([line], { ...none, level: 2 }, touchMm);
        const [x, y] = last(runs[0]);
        const off = plumb ? x - runs[0].points[0] : y - runs[0].points[1];
        if (Math.abs(degrees) < 1.99) expect(off).to.be.closeTo(0, 0.01);
        if (Math.abs(degrees) > 2.01) expect(runs[0].points).to.deep.equal(line.points);
      }),
    );
  });

  it('finds the ellipse through points, however it is turned (Halíř & Flusser)', () => {
    fc.assert(
      fc.property(
        fc.record({
          a: fc.double({ min: 20, max: 80, noNaN: true }),
          share: fc.double({ min: 0.2, max: 0.9, noNaN: true }),
          turn: fc.double({ min: -1.5, max: 1.5, noNaN: true }),
          x: fc.double({ min: -100, max: 400, noNaN: true }),
        }),
        ({ a, share, turn, x }) => {
          const points = new Float64Array(120);
          for (let i = 0; i < 60; i++) {
            // Three quarters of the way round fix it.
            const at = (1.5 * Math.PI * i) / 59;
            const [u, v] = [a * Math.cos(at), a * share * Math.sin(at)];
            points[2 * i] = x + u * Math.cos(turn) - v * Math.sin(turn);
            points[2 * i + 1] = 70 + u * Math.sin(turn) + v * Math.cos(turn);
          }
          const found = fitEllipse(points);
          expect(found).not.to.equal(null);
          if (!found) return;
          expect(Math.max(found.a, found.b)).to.be.closeTo(a, 1e-3 * a);
          expect(Math.min(found.a, found.b)).to.be.closeTo(a * share, 1e-3 * a);
          expect(found.x).to.be.closeTo(x, 1e-3 * a);
        },
      ),
    );
    expect(fitEllipse(Float64Array.from({ length: 40 }, (_, i) => i))).to.equal(null);
  });

  it('makes an ellipse true, and leaves a pear-shaped ring', () => {
    const ring = (swell: number): Run => ({
      closed: true,
      points: Float64Array.from(
        Array.from({ length: 600 }, (_, i) => {
          const at = (2 * Math.PI * i) / 600;
          const r = 1 + swell * Math.cos(3 * at + 0.4);
          return [100 + 40 * r * Math.cos(at), 60 + 14 * r * Math.sin(at)];
        }).flat(),
      ),
    });
    const before = ring(0.015);
    const { runs, cleaned } = cleanUp([before, ring(0.15)], { ...none, ellipses: 1 }, touchMm);
    expect(cleaned[0].lines).to.deep.equal([0]);
    expect(cleaned[0].mostMm).to.be.within(0.2, 0.9);
    for (let i = 0; i < 1200; i += 2) {
      const [u, v] = [(runs[0].points[i] - 100) / 40, (runs[0].points[i + 1] - 60) / 14];
      expect(Math.hypot(u, v)).to.be.closeTo(1, 0.02);
    }
  });

  it('makes the half of an ellipse true that is seen of a rim, and leaves a shallow bow', () => {
    const arc = (fromRad: number, toRad: number, y = 60): Run => ({
      closed: false,
      points: Float64Array.from(
        Array.from({ length: 400 }, (_, i) => {
          const share = i / 399;
          const at = fromRad + share * (toRad - fromRad);
          const r = 1 + 0.012 * Math.sin(9 * Math.PI * share);
          return [100 + 40 * r * Math.cos(at), y + 14 * r * Math.sin(at)];
        }).flat(),
      ),
    });
    const off = ({ points }: Run) =>
      Math.max(
        ...Array.from({ length: points.length / 2 }, (_, i) =>
          Math.abs(Math.hypot((points[2 * i] - 100) / 40, (points[2 * i + 1] - 60) / 14) - 1),
        ),
      );
    const half = arc(0, Math.PI);
    const bow = arc(1.2, 1.9, 160);
    const { runs, cleaned } = cleanUp([half, bow], { ...none, ellipses: 1 }, touchMm);
    expect(cleaned[0].lines).to.deep.equal([0]);
    expect(off(runs[0])).to.be.lessThan(0.75 * off(half));
    expect([...runs[1].points]).to.deep.equal([...bow.points]);
  });

  it('averages the two sides of a symmetrical thing about the centre line it finds', () => {
    const profile = (t: number) => 25 + 14 * Math.sin(3 * t) - 8 * t;
    const side = (sign: 1 | -1, off: number): Run => ({
      closed: false,
      points: Float64Array.from(
        Array.from({ length: 400 }, (_, i) => {
          const t = i / 399;
          return [150 + sign * (profile(t) + off * Math.sin(Math.PI * t)), 20 + 110 * t];
        }).flat(),
      ),
    });
    const left = side(-1, 1.2);
    const right = side(1, 0);
    const rim = drawnThrough([
      [125, 20],
      [175, 20],
    ]);
    const foot = drawnThrough([
      [150 - profile(1), 130],
      [150 + profile(1), 130],
    ]);
    const lone = drawnThrough([
      [300, 20],
      [330, 90],
    ]);
    const { runs, cleaned } = cleanUp([left, right, rim, foot, lone], { ...none, symmetry: 3 }, touchMm);
    const unlike = (a: Run, b: Run) => {
      let most = 0;
      for (let i = 80; i < 720; i += 2) most = Math.max(most, Math.abs(a.points[i] + b.points[i] - 300));
      return most;
    };
    expect(unlike(left, right)).to.be.closeTo(1.2, 0.05);
    // The centre line moves by what the sides have in common, so only what is left of that may differ.
    const lean = (runs[0].points[400] + runs[1].points[400]) / 2 - 150;
    expect(unlike(runs[0], runs[1]) - Math.abs(2 * lean)).to.be.below(0.35);
    expect(cleaned[0].lines).not.to.include(4);
    expect(cleaned[0].mostMm).to.be.within(0.3, 0.9);
  });

  it('leaves a thing that is not symmetrical', () => {
    const jug: Run = {
      closed: true,
      points: Float64Array.from(
        Array.from({ length: 800 }, (_, i) => {
          const at = (2 * Math.PI * i) / 800;
          const r = 40 + 14 * Math.cos(at) + 9 * Math.sin(2 * at) + 5 * Math.cos(3 * at + 1);
          return [100 + r * Math.cos(at), 80 + r * Math.sin(at)];
        }).flat(),
      ),
    };
    expect(cleanUp([jug], { ...none, symmetry: 3 }, touchMm).cleaned[0].lines).to.deep.equal([]);
  });

  it('changes no number of points, breaks no numbers, and is the same each time', () => {
    const random = seeded(7);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1000 }), (seed) => {
        const own = seeded(seed);
        const runs = Array.from({ length: 6 }, () =>
          drawnThrough(
            Array.from({ length: 2 + Math.floor(4 * own()) }, (): [number, number] => [
              5 + 200 * own(),
              5 + 150 * own(),
            ]),
            own() > 0.6,
            own(),
          ),
        );
        const limits: CleanUpLimits = { symmetry: 4, ellipses: 2, straights: 1 + random(), level: 3 };
        const once = cleanUp(runs, limits, touchMm);
        expect(once.cleaned.map(({ kind }) => kind)).to.deep.equal([...cleanUpKinds]);
        once.runs.forEach(({ points }, k) => {
          expect(points.length).to.equal(runs[k].points.length);
          expect(points.every(Number.isFinite)).to.equal(true);
        });
        expect(cleanUp(runs, limits, touchMm)).to.deep.equal(once);
      }),
      { numRuns: 30 },
    );
  });
});
