import { expect } from 'chai';
import { distanceToSegment } from '../../geometry/index.js';
import type { Plane } from '../../raster/index.js';
import { findStrokesOfInk, joinStrokes } from '../find-strokes.js';
import type { Stroke } from '../stroke.js';

type Straight = [ax: number, ay: number, bx: number, by: number];

const side = 320;
const pxPerMm = 6;

/** Ink along straights as wide as asked, pixels, on bare paper. */
function inkAlong(straights: readonly Straight[], widthPx: number): Plane {
  const data = Float32Array.from({ length: side * side }, (_, i) => {
    const [x, y] = [(i % side) + 0.5, Math.floor(i / side) + 0.5];
    const nearest = Math.min(...straights.map((own) => distanceToSegment(x, y, ...own)));
    return 60 * Math.min(1, Math.max(0, widthPx / 2 - nearest + 0.5));
  });
  return { width: side, height: side, data };
}

const strokesAlong = (straights: readonly Straight[], widthPx: number): Stroke[] =>
  joinStrokes(findStrokesOfInk(inkAlong(straights, widthPx), pxPerMm), pxPerMm);

/** How far a stroke lies off a straight where furthest, pixels. */
const offOf = ({ points }: Stroke, straight: Straight): number =>
  Math.max(
    ...Array.from({ length: points.length / 2 }, (_, i) =>
      distanceToSegment(points[2 * i], points[2 * i + 1], ...straight),
    ),
  );

const lengthOf = ([ax, ay, bx, by]: Straight) => Math.hypot(bx - ax, by - ay);
const endsApart = ({ points }: Stroke) =>
  Math.hypot(points[points.length - 2] - points[0], points[points.length - 1] - points[1]);

/** Expects each straight to have one stroke from end to end, and no other stroke to be there. */
function expectEachOnce(straights: readonly Straight[], widthPx: number): void {
  const strokes = strokesAlong(straights, widthPx);
  const name = JSON.stringify(straights);
  expect(strokes, name).to.have.length(straights.length);
  for (const straight of straights) {
    const own = strokes.filter((stroke) => offOf(stroke, straight) < 0.4 * widthPx);
    expect(own, `${straight.join(', ')} of ${name}`).to.have.length(1);
    expect(endsApart(own[0])).to.be.closeTo(lengthOf(straight), widthPx);
  }
}

/** Straights through a place, each turned from the one before and moved aside by some pixels. */
const bundleOf = (asides: readonly number[], turnRad: number): Straight[] =>
  asides.map((aside, k) => {
    const angle = turnRad + (Math.PI * k) / asides.length;
    const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    const [x, y] = [side / 2 - aside * uy, side / 2 + aside * ux];
    return [x - reachPx * ux, y - reachPx * uy, x + reachPx * ux, y + reachPx * uy];
  });

const reachPx = 125;

describe('wide strokes over a net of meetings', () => {
  it('go straight on where several cross in one place, closer than they are wide', () => {
    for (const asides of [
      [7, -8, 3, -5, 9],
      [-9, 4, 10, -2, 6],
      [-6, -4, 9, 7, -9],
    ])
      for (const turnRad of [0.1, 0.4]) expectEachOnce(bundleOf(asides, turnRad), 10);
  });

  it('go straight on where two of four run into each other at their ends', () => {
    expectEachOnce(
      [
        [20, 150, 300, 170],
        [90, 30, 150, 290],
        [160, 30, 136, 290],
        [200, 30, 170, 290],
      ],
      10,
    );
  });

  it('end there when nothing lies ahead of them', () => {
    for (const turnRad of [0.2, 0.45]) {
      const bundle = bundleOf([6, -7, 4, -3], turnRad);
      const [ax, ay, bx, by] = bundle[3];
      const half: Straight = [ax, ay, (ax + bx) / 2, (ay + by) / 2];
      const strokes = strokesAlong([...bundle.slice(0, 3), half], 10);
      expect(strokes).to.have.length(4);
      const ending = strokes.filter((stroke) => offOf(stroke, half) < 8);
      expect(ending).to.have.length(1);
      expect(endsApart(ending[0])).to.be.closeTo(lengthOf(half), 10);
    }
  });

  it('do not leap over bare paper', () => {
    const strokes = strokesAlong(
      [
        [30, 160, 130, 160],
        [190, 160, 290, 160],
        [130, 60, 130, 260],
        [190, 60, 190, 260],
      ],
      10,
    );
    expect(strokes).to.have.length(4);
    for (const stroke of strokes) expect(endsApart(stroke)).to.be.below(210);
  });
});
