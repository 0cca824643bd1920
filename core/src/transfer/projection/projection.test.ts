import { expect } from 'chai';
import fc from 'fast-check';
import {
  composed,
  distance,
  inverted,
  ontoQuad,
  quadBy,
  transformed,
  type Quad,
} from '../../geometry/index.js';
import { makeTrue, trueSides } from './make-true.js';
import { cornersFault, firstCorners, isInBeam, nudged, onScreen, wallToPixels } from './placed.js';

const surface = { width: 2400, height: 1500 };
const screen = { width: 1920, height: 1080 };

/** A projector that throws its picture askew: from pixels to mm on the wall. */
const shift = fc.double({ min: -120, max: 120, noNaN: true });
const askew = fc.array(shift, { minLength: 8, maxLength: 8 }).map((by) => {
  const wall: Quad = quadBy((k) => ({
    x: (k === 1 || k === 2 ? 3200 : 0) + by[2 * k],
    y: (k >= 2 ? 1800 : 0) + by[2 * k + 1],
  }));
  return composed(ontoQuad(wall), [1 / screen.width, 0, 0, 0, 1 / screen.height, 0, 0, 0, 1]);
});

/** Sides and diagonals of four places, as one measures them. */
function sidesOf([a, b, c, d]: Quad) {
  return {
    top: distance(a, b),
    right: distance(b, c),
    bottom: distance(d, c),
    left: distance(a, d),
    falling: distance(a, c),
    rising: distance(d, b),
  };
}

describe('a surface in the picture of a projector', () => {
  it('lies upright in the middle at first, in its own ratio', () => {
    const corners = firstCorners(surface, screen);
    expect(isInBeam(corners, screen)).to.equal(true);
    const [a, b, c] = corners;
    expect(distance(a, b) / distance(b, c)).to.be.closeTo(1.6, 1e-9);
    expect(a.x + c.x).to.be.closeTo(screen.width, 1e-9);
    expect(a.y + c.y).to.be.closeTo(screen.height, 1e-9);
  });

  it('is warped so that its corners lie where they were placed', () => {
    const corners = nudged(firstCorners(surface, screen), 2, { x: -37.5, y: 12.1 });
    const toPixels = wallToPixels(surface, corners);
    const ends = [
      [0, 0],
      [surface.width, 0],
      [surface.width, surface.height],
      [0, surface.height],
    ] as const;
    ends.forEach(([x, y], k) => expect(distance(transformed(toPixels, x, y), corners[k])).to.be.below(1e-6));
  });

  it('questions corners that are crossed, and those far outside', () => {
    const corners = firstCorners(surface, screen);
    expect(cornersFault(corners, screen)).to.equal(null);
    expect(cornersFault([corners[1], corners[0], corners[2], corners[3]], screen)).to.contain('crossed');
    expect(cornersFault(nudged(corners, 0, { x: -1e5, y: 0 }), screen)).to.contain('far outside');
    const beyond = nudged(corners, 0, { x: -400, y: 0 });
    expect(cornersFault(beyond, screen)).to.equal(null);
    expect(isInBeam(beyond, screen)).to.equal(false);
  });

  it('goes along with a window of another size', () => {
    const half = { width: screen.width / 2, height: screen.height / 2 };
    const corners = firstCorners(surface, screen);
    onScreen(onScreen(corners, screen, half), half, screen).forEach((corner, k) =>
      expect(distance(corner, corners[k])).to.be.below(1e-9),
    );
  });
});

describe('an outline measured on the wall', () => {
  it('that is true says so', () => {
    const corners = firstCorners(surface, screen);
    const { worstMm, corners: put } = makeTrue(surface, corners, trueSides(surface));
    expect(worstMm).to.be.below(1e-6);
    put.forEach((corner, k) => expect(distance(corner, corners[k])).to.be.below(1e-6));
  });

  it('is made true by its six lengths, whatever way the projector throws it', () => {
    fc.assert(
      fc.property(askew, (toWall) => {
        // Placed by eye: the corners of the drawing are seen some centimetres off.
        const corners = firstCorners(surface, screen);
        const seen = quadBy((k) => transformed(toWall, corners[k].x, corners[k].y));
        const { corners: put, disagreeMm } = makeTrue(surface, corners, sidesOf(seen));
        expect(disagreeMm).to.be.below(1e-3);
        const after = quadBy((k) => transformed(toWall, put[k].x, put[k].y));
        const measured = sidesOf(after);
        const aim = trueSides(surface);
        for (const side of ['top', 'right', 'bottom', 'left', 'falling', 'rising'] as const)
          expect(measured[side]).to.be.closeTo(aim[side], 0.01);
      }),
      { numRuns: 60 },
    );
  });

  it('says which corner is off by how much', () => {
    // One corner alone hangs 12 mm low and 5 mm right.
    const seen: Quad = [
      { x: 0, y: 0 },
      { x: surface.width, y: 0 },
      { x: surface.width + 5, y: surface.height + 12 },
      { x: 0, y: surface.height },
    ];
    const { off, worstMm } = makeTrue(surface, firstCorners(surface, screen), sidesOf(seen));
    expect(off.map(({ x, y }) => Math.hypot(x, y)).indexOf(worstMm)).to.equal(2);
    expect(off[2].x).to.be.above(0);
    expect(off[2].y).to.be.above(0);
  });

  it('whose lengths do not fit together is said to be mismeasured', () => {
    const wrong = { ...trueSides(surface), falling: 2700 };
    expect(makeTrue(surface, firstCorners(surface, screen), wrong).disagreeMm).to.be.above(20);
    const never = { ...trueSides(surface), falling: 9000 };
    expect(() => makeTrue(surface, firstCorners(surface, screen), never)).to.throw(RangeError);
  });

  it('loses nothing when the picture is turned round and back', () => {
    const toPixels = wallToPixels(surface, firstCorners(surface, screen));
    const { x, y } = transformed(inverted(toPixels), 960, 540);
    expect(x).to.be.closeTo(surface.width / 2, 1e-6);
    expect(y).to.be.closeTo(surface.height / 2, 1e-6);
  });
});
