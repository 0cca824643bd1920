import { expect } from 'chai';
import fc from 'fast-check';
import {
  composed,
  inverted,
  isConvexQuad,
  ontoQuad,
  rotation,
  scaling,
  transformed,
  translation,
  type Quad,
} from './homography.js';

const coordinate = fc.double({ min: -20, max: 20, noNaN: true });
/** Corners near those of a square, so that they always close round a figure without a dent. */
const quads = fc.array(coordinate, { minLength: 8, maxLength: 8 }).map(([a, b, c, d, e, f, g, h]): Quad => [
  { x: a, y: b },
  { x: 100 + c, y: d },
  { x: 100 + e, y: 100 + f },
  { x: g, y: 100 + h },
]);

describe('projective maps', () => {
  it('carry the unit square onto any figure, corner by corner', () => {
    fc.assert(
      fc.property(quads, (quad) => {
        const map = ontoQuad(quad);
        const square = [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ] as const;
        square.forEach(([u, v], k) => {
          const { x, y } = transformed(map, u, v);
          expect(x).to.be.closeTo(quad[k].x, 1e-6);
          expect(y).to.be.closeTo(quad[k].y, 1e-6);
        });
      }),
    );
  });

  it('lead back again', () => {
    fc.assert(
      fc.property(
        quads,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (quad, u, v) => {
          const map = ontoQuad(quad);
          const seen = transformed(map, u, v);
          const back = transformed(inverted(map), seen.x, seen.y);
          expect(back.x).to.be.closeTo(u, 1e-6);
          expect(back.y).to.be.closeTo(v, 1e-6);
        },
      ),
    );
  });

  it('are composed from the last to the first, and turn clockwise on the page', () => {
    const map = composed(translation(5, 0), rotation(Math.PI / 2), scaling(2, 2));
    const { x, y } = transformed(map, 1, 0);
    expect(x).to.be.closeTo(5, 1e-12);
    expect(y).to.be.closeTo(2, 1e-12);
  });

  it('refuse to go back from a line', () => {
    expect(() => inverted(scaling(1, 0))).to.throw(RangeError);
  });

  it('tell a figure without a dent from a crossed one', () => {
    const at = (...xy: number[]): Quad => [
      { x: xy[0], y: xy[1] },
      { x: xy[2], y: xy[3] },
      { x: xy[4], y: xy[5] },
      { x: xy[6], y: xy[7] },
    ];
    expect(isConvexQuad(at(0, 0, 9, 1, 8, 9, 1, 8))).to.equal(true);
    expect(isConvexQuad(at(0, 0, 8, 9, 9, 1, 1, 8))).to.equal(false);
    expect(isConvexQuad(at(0, 0, 9, 1, 2, 2, 1, 8))).to.equal(false);
  });
});
