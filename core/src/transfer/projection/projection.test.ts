import { expect } from 'chai';
import fc from 'fast-check';
import {
  composed,
  distance,
  ontoQuad,
  quadBy,
  transformed,
  type Point,
  type Quad,
} from '../../geometry/index.js';
import {
  cornersFault,
  firstCorners,
  handlesOf,
  isInBeam,
  makeTrue,
  moveHandle,
  nudged,
  onScreen,
  trueSides,
  wallToPixels,
  wholeOf,
  withNinePoints,
  type Placed,
} from './index.js';

const surface = { width: 2400, height: 1500 };
const whole = wholeOf(surface);
const screen = { width: 1920, height: 1080 };

const placedAt = ([a, b, c, d]: Quad): Placed => ({
  corners: [a, b, c, d],
  points: [],
  screen,
  position: null,
});

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
function sidesOf([a, b, c, d]: readonly Point[]) {
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

  it('is warped so that its corners lie where they were placed, as does a part of it', () => {
    const corners = nudged(firstCorners(surface, screen), 2, { x: -37.5, y: 12.1 });
    for (const part of [whole, { x: 800, y: 500, width: 900, height: 600 }]) {
      const toPixels = wallToPixels(part, corners);
      const ends = [
        [part.x, part.y],
        [part.x + part.width, part.y],
        [part.x + part.width, part.y + part.height],
        [part.x, part.y + part.height],
      ] as const;
      ends.forEach(([x, y], k) =>
        expect(distance(transformed(toPixels, x, y), corners[k])).to.be.below(1e-6),
      );
    }
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
    const placed = withNinePoints(placedAt(firstCorners(surface, screen)), whole);
    const back = onScreen(onScreen(placed, half), screen);
    back.corners.forEach((corner, k) => expect(distance(corner, placed.corners[k])).to.be.below(1e-9));
    back.points.forEach(({ px }, k) => expect(distance(px, placed.points[k].px)).to.be.below(1e-9));
  });
});

describe('handles on the wall', () => {
  const placed = placedAt(firstCorners(surface, screen));
  const by = { x: 3, y: -2 };

  it('are the corners, nine points, or the places of a joint', () => {
    expect(handlesOf({ placing: 'none', places: [] }, placed)).to.deep.equal([]);
    expect(handlesOf({ placing: 'corners', places: [] }, placed)).to.have.length(4);
    const nine = handlesOf({ placing: 'points', places: [] }, withNinePoints(placed, whole));
    expect(nine).to.have.length(9);
    expect(new Set(nine.map(({ name }) => name)).size).to.equal(9);
    expect(nine[6].px).to.deep.equal({
      x: nine[6].px.x,
      y: nine[6].px.y,
    });
    expect(distance(nine[6].px, { x: 960, y: 540 })).to.be.below(1e-6);
  });

  it('move what they stand for, and nothing else', () => {
    const nine = withNinePoints(placed, whole);
    const moved = moveHandle({ placing: 'points', places: [] }, nine, 6, by);
    if (!('change' in moved) || !moved.change.placed) throw new Error('not moved');
    expect(moved.change.placed.corners).to.deep.equal(nine.corners);
    expect(moved.change.placed.points.filter(({ px }, k) => px !== nine.points[k].px)).to.have.length(1);
  });

  it('let go of nine points when the corners are placed anew, and refuse what crosses them', () => {
    const nine = withNinePoints(placed, whole);
    const moved = moveHandle({ placing: 'corners', places: [] }, nine, 0, by);
    if (!('change' in moved)) throw new Error('not moved');
    expect(moved.change.placed?.points).to.deep.equal([]);
    const crossed = moveHandle({ placing: 'corners', places: [] }, placed, 0, { x: 3000, y: 0 });
    expect('fault' in crossed && crossed.fault).to.contain('crossed');
  });
});

describe('an outline measured on the wall', () => {
  it('that is true says so', () => {
    const placed = placedAt(firstCorners(surface, screen));
    const { worstMm, placed: put } = makeTrue(whole, placed, trueSides(surface));
    expect(worstMm).to.be.below(1e-6);
    put.corners.forEach((corner, k) => expect(distance(corner, placed.corners[k])).to.be.below(1e-4));
  });

  it('is made true by its six lengths, whatever way the projector throws it', () => {
    fc.assert(
      fc.property(askew, (toWall) => {
        // Placed by eye: the corners of the drawing are seen some centimetres off.
        const placed = placedAt(firstCorners(surface, screen));
        const seen = placed.corners.map(({ x, y }) => transformed(toWall, x, y));
        const { placed: put, disagreeMm } = makeTrue(whole, placed, sidesOf(seen));
        expect(disagreeMm).to.be.below(1e-3);
        const measured = sidesOf(put.corners.map(({ x, y }) => transformed(toWall, x, y)));
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
    const { off, worstMm } = makeTrue(whole, placedAt(firstCorners(surface, screen)), sidesOf(seen));
    expect(off.map(({ x, y }) => Math.hypot(x, y)).indexOf(worstMm)).to.equal(2);
    expect(off[2].x).to.be.above(0);
    expect(off[2].y).to.be.above(0);
  });

  it('whose lengths do not fit together is said to be mismeasured', () => {
    const placed = placedAt(firstCorners(surface, screen));
    const wrong = { ...trueSides(surface), falling: 2700 };
    expect(makeTrue(whole, placed, wrong).disagreeMm).to.be.above(20);
    const never = { ...trueSides(surface), falling: 9000 };
    expect(() => makeTrue(whole, placed, never)).to.throw(RangeError);
  });
});
