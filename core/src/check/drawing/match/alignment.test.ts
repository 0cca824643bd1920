import { expect } from 'chai';
import fc from 'fast-check';
import { inverted, ontoQuad } from '../../../geometry/index.js';
import { drawingScene, sketchMap } from '../../../testing/index.js';
import { KnownLines } from '../../registration/known-lines.js';
import { inPicture, onSheet, poseOf } from '../../registration/pose.js';
import { about, aligned, movedBy, scaleOf, turnRad, unmoved } from './alignment.js';
import { movedCourse, together, wantedLines } from './course.js';
import { likelyShifts } from './likely-shifts.js';

const sheet = { widthMm: 300, heightMm: 240 };
const wanted = wantedLines(sketchMap(drawingScene(2)));
const all = together(wanted.map(({ course }) => course));
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Lines as they are drawn after a movement. */
function drawnAfter(move: (x: number, y: number) => [number, number]): KnownLines {
  const lines = wanted.map(({ course: { x, y } }) =>
    Float64Array.from(Array.from(x, (_, i) => move(x[i], y[i])).flat()),
  );
  return new KnownLines(lines, sheet);
}

describe('lines drawn elsewhere', () => {
  it('are laid onto what is drawn, with their shift, turn and size', () => {
    fc.assert(
      fc.property(
        between(-4, 4),
        between(-4, 4),
        between(-2, 2),
        between(0.98, 1.02),
        (dx, dy, deg, scale) => {
          const angle = (deg * Math.PI) / 180;
          const truth = { cx: 150, cy: 120, dx, dy, a: scale * Math.cos(angle), b: scale * Math.sin(angle) };
          const found = aligned(
            all,
            unmoved(150, 120),
            drawnAfter((x, y) => movedBy(truth, x, y)),
            [
              [14, 'similarity'],
              [6, 'similarity'],
              [2, 'similarity'],
              [1, 'similarity'],
            ],
          );
          expect(Math.hypot(found.dx - dx, found.dy - dy)).to.be.below(0.05);
          expect(scaleOf(found)).to.be.closeTo(scale, 0.001);
          expect(turnRad(found)).to.be.closeTo(angle, 0.001);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('are likeliest shifted to where most of them is drawn', () => {
    // One that cannot slide along itself.
    const bent = wanted.filter(({ slide }) => slide === null);
    const line = bent.reduce((longest, other) => (other.lengthMm > longest.lengthMm ? other : longest));
    const [best] = likelyShifts(
      line.course,
      drawnAfter((x, y) => [x + 5.6, y - 4]),
      () => false,
    );
    expect(Math.hypot(best.dx - 5.6, best.dy + 4)).to.be.below(1.2);
    expect(
      likelyShifts(
        line.course,
        drawnAfter((x, y) => [x + 60, y + 60]),
        () => true,
      ),
    ).to.deep.equal([]);
  });

  it('move alike whatever middle that is told about', () => {
    fc.assert(
      fc.property(between(0, 300), between(0, 240), between(-50, 50), between(-0.2, 0.2), (cx, cy, dx, b) => {
        const move = { cx: 10, cy: 20, dx, dy: 3, a: 1.02, b };
        const told = about(move, cx, cy);
        const [x, y] = movedBy(move, 77, 88);
        const [ox, oy] = movedBy(told, 77, 88);
        expect(Math.hypot(ox - x, oy - y)).to.be.below(1e-9);
        const course = { x: Float64Array.of(77), y: Float64Array.of(88), angleRad: Float64Array.of(0.5) };
        const there = movedCourse(course, told);
        expect(there.x[0]).to.be.closeTo(x, 1e-9);
        expect(there.angleRad[0]).to.be.closeTo(0.5 + Math.atan2(b, 1.02), 1e-9);
      }),
    );
  });

  it('that are straight can slide along themselves, bent ones cannot', () => {
    const straight = wanted.filter(({ slide }) => slide !== null);
    expect(straight.length).to.be.within(1, wanted.length - 1);
    for (const { slide, course } of straight) {
      const last = course.x.length - 1;
      const along = Math.atan2(course.y[last] - course.y[0], course.x[last] - course.x[0]);
      expect(Math.abs((slide?.[0] ?? 0) * Math.sin(along) - (slide?.[1] ?? 0) * Math.cos(along))).to.be.below(
        0.3,
      );
    }
  });
});

describe('a pose', () => {
  it('leads from the sheet into the picture and back to the same place', () => {
    fc.assert(
      fc.property(between(0, 1), between(0, 1), between(-0.05, 0.05), between(-0.02, 0.02), (u, v, a, b) => {
        const quad = [
          { x: 300, y: 200 },
          { x: 3600, y: 260 },
          { x: 3500, y: 2800 },
          { x: 350, y: 2750 },
        ] as const;
        const bare = poseOf({ width: 4000, height: 3000 }, inverted(ontoQuad(quad)));
        const pose = { ...bare, bend: [a, b] as const };
        const { x, y } = inPicture(pose, inverted(pose.toSheet), u, v);
        const back = onSheet(pose, x, y);
        expect(Math.hypot(back.x - u, back.y - v)).to.be.below(1e-6);
      }),
    );
  });
});
