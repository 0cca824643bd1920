import { expect } from 'chai';
import fc from 'fast-check';
import { lineOf, mapWith } from '../../../testing/index.js';
import { KnownLines } from '../../registration/known-lines.js';
import { wantedLines } from './course.js';
import { matchLines } from './match-lines.js';
import type { Match } from './match.js';
import { movedParts } from '../parts/parts.js';
import { withSlides } from './slides.js';

const sheet = { widthMm: 300, heightMm: 240 };
const tolerance = { offMm: 1 };
type Run = [number, number][];

/** How the first of some lines was drawn, when all of these are. */
function firstOf(
  lines: readonly Run[],
  drawn: readonly Run[],
  isShown?: (x: number, y: number) => boolean,
): Match {
  const wanted = wantedLines(
    mapWith(
      300,
      240,
      lines.map((points, i) => ({ ...lineOf(points), id: `l${i}` })),
    ),
  );
  const known = new KnownLines(
    drawn.map((points) => Float64Array.from(points.flat())),
    sheet,
  );
  const matches = matchLines(wanted, known, sheet, tolerance);
  return withSlides(matches, movedParts(matches, known), known, tolerance, isShown)[0];
}

/** A straight line from a place on, in a direction. */
const straight = (x: number, y: number, deg: number, from: number, to: number): Run => {
  const [ux, uy] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [
    [x + from * ux, y + from * uy],
    [x + to * ux, y + to * uy],
  ];
};

/** A line that lies elsewhere and where it belongs, so that there is a drawing at all. */
const still: Run = [
  [20, 20],
  [60, 30],
  [90, 15],
];

describe('a straight line', () => {
  it('moved along itself is told by its ends, by how far and which way', () => {
    const within = fc.record({
      deg: fc.double({ min: 0, max: 360, noNaN: true }),
      long: fc.double({ min: 18, max: 70, noNaN: true }),
      by: fc.double({ min: 1.6, max: 4, noNaN: true }),
      back: fc.boolean(),
    });
    fc.assert(
      fc.property(within, ({ deg, long, by, back }) => {
        const slide = back ? -by : by;
        const line = straight(150, 120, deg, 0, long);
        const { status, dx, dy } = firstOf(
          [line, still],
          [straight(150, 120, deg, slide, long + slide), still],
        );
        const along = dx * Math.cos((deg * Math.PI) / 180) + dy * Math.sin((deg * Math.PI) / 180);
        expect(status).to.equal('moved');
        expect(along).to.be.closeTo(slide, 0.6);
      }),
    );
  });

  it('is where it belongs when its strokes go beyond at both ends, or stop short of them', () => {
    for (const more of [-2, -1, 1, 2]) {
      const line = straight(150, 120, 30, 0, 40);
      const { status } = firstOf([line, still], [straight(150, 120, 30, -more, 40 + more), still]);
      expect(status, `${more} mm`).to.equal('true');
    }
  });

  it('between lines that hide its ends is where it belongs, unless they moved and took it along', () => {
    const rib = straight(150, 120, 45, 0, 24);
    const sides: Run[] = [
      [
        [150, 120],
        [152, 134],
        [167, 137],
      ],
      [
        [150, 120],
        [164, 122],
        [167, 137],
      ],
    ];
    const moved = (run: Run): Run => run.map(([x, y]) => [x + 2, y + 2]);
    const lines = [rib, ...sides, still];
    expect(firstOf(lines, lines).status).to.equal('true');
    const together = firstOf(lines, [moved(rib), ...sides.map(moved), still]);
    expect(together.status).to.equal('moved');
    expect(Math.hypot(together.dx - 2, together.dy - 2)).to.be.below(0.5);
  });

  it('of which the picture shows no end is where it belongs along itself', () => {
    const [line, cutOff] = [straight(150, 120, 90, 0, 60), straight(150, 120, 90, 3, 60)];
    expect(firstOf([line, still], [straight(150, 120, 90, 3, 63), still]).status).to.equal('moved');
    // Its upper end lies beyond the picture, its lower one was drawn too long.
    const drawn = [[cutOff[0], [150, 183]] as Run, still];
    expect(firstOf([line, still], drawn, (_, y) => y > 122 && y < 170).status).to.equal('true');
  });

  it('that was drawn longer at one end is not said to be moved by half of it', () => {
    const line = straight(150, 120, 10, 0, 40);
    const { status } = firstOf([line, still], [straight(150, 120, 10, 0, 42), still]);
    expect(status).to.equal('true');
  });
});
