import { expect } from 'chai';
import fc from 'fast-check';
import { composed, inverted, ontoQuad, quadBy, transformed, type Quad } from '../../geometry/index.js';
import { photographSheet } from '../../testing/index.js';
import { findSheet } from '../sheet/find-sheet.js';
import {
  largestUpright,
  preparationOf,
  preparedSpot,
  turnToTrue,
  uncroppedPreparation,
} from './preparation.js';
import { ratioOfCorners } from './ratio-of-corners.js';
import { findCornerFault, findCropFault, unsquared, type Squaring } from './squaring.js';

const stored = { width: 4000, height: 3000 };
const squaring = (change: Partial<Squaring>): Squaring => ({ ...unsquared, ...change });
const corners: Squaring['corners'] = [
  { x: 900, y: 500 },
  { x: 3200, y: 620 },
  { x: 3000, y: 2500 },
  { x: 1000, y: 2300 },
];
const put = (moved: number, x: number, y: number): Quad =>
  quadBy((k) => (k === moved ? { x, y } : corners[k]));

describe('corners', () => {
  it('are said to be wrong where no sheet lies between them', () => {
    expect(findCornerFault(corners, stored)).to.equal(null);
    // The third in the middle of the line from the second to the fourth.
    expect(findCornerFault(put(2, 2100, 1460), stored)).to.match(/on one line/);
    expect(findCornerFault([corners[0], corners[2], corners[1], corners[3]], stored)).to.match(/cross/);
    expect(findCornerFault(put(2, 1400, 1000), stored)).to.match(/inward/);
    expect(findCornerFault(put(1, 905, 500), stored)).to.match(/closer than 16 pixels/);
    expect(findCornerFault(put(1, 50_000, 500), stored)).to.match(/far outside/);
    expect(findCornerFault(put(1, NaN, 500), stored)).to.match(/no place/);
  });

  it('that are wrong leave the picture as it came, rather than losing it', () => {
    const crossed: Squaring['corners'] = [corners[0], corners[2], corners[1], corners[3]];
    const { width, height } = preparationOf(stored, squaring({ corners: crossed }));
    expect({ width, height }).to.deep.equal(stored);
  });

  it('of a picture become the corners of the squared one', () => {
    const { width, height, toStored } = preparationOf(stored, squaring({ corners }));
    const seen = [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ].map(([x, y]) => transformed(toStored, x, y));
    seen.forEach(({ x, y }, k) => {
      expect(x).to.be.closeTo(corners[k].x, 1e-6);
      expect(y).to.be.closeTo(corners[k].y, 1e-6);
    });
  });

  it('give exactly the ratio of an original whose size is known', () => {
    const { width, height } = preparationOf(
      stored,
      squaring({ corners, originalMm: { width: 297, height: 210 } }),
    );
    expect(width / height).to.be.closeTo(297 / 210, 1 / height);
  });

  it('tell the ratio of the flat original by themselves', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const known = photographSheet({ width: 120, height: 90, seed, clutter: false });
      expect(ratioOfCorners(known.corners, known.picture)).to.be.closeTo(known.ratio, 0.01 * known.ratio);
    }
  });

  it('seen straight on give the ratio of their sides', () => {
    const flat: Quad = [
      { x: 100, y: 100 },
      { x: 700, y: 100 },
      { x: 700, y: 500 },
      { x: 100, y: 500 },
    ];
    expect(ratioOfCorners(flat, { width: 800, height: 600 })).to.be.closeTo(1.5, 1e-9);
  });
});

describe('turning and cropping', () => {
  it('keep no empty corner: every place of the prepared picture lies in the stored one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.78, max: 0.78, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 20, max: 5000 }),
        fc.integer({ min: 20, max: 5000 }),
        (turnRad, quarterTurns, width, height) => {
          const prepared = preparationOf({ width, height }, squaring({ turnRad, quarterTurns }));
          for (const [x, y] of [
            [0, 0],
            [prepared.width, 0],
            [prepared.width, prepared.height],
            [0, prepared.height],
          ] as const) {
            const place = transformed(prepared.toStored, x, y);
            expect(place.x).to.be.within(-1e-6, width + 1e-6);
            expect(place.y).to.be.within(-1e-6, height + 1e-6);
          }
        },
      ),
    );
  });

  it('keep the largest upright part', () => {
    expect(largestUpright({ width: 400, height: 300 }, 0)).to.deep.equal({ width: 400, height: 300 });
    const { width, height } = largestUpright({ width: 300, height: 300 }, Math.PI / 4);
    expect(width).to.be.closeTo(300 / Math.SQRT2, 1e-6);
    expect(height).to.be.closeTo(300 / Math.SQRT2, 1e-6);
  });

  it('swap the sides at a quarter turn, the top going to the right', () => {
    const { width, height, toStored } = preparationOf(stored, squaring({ quarterTurns: 1 }));
    expect({ width, height }).to.deep.equal({ width: 3000, height: 4000 });
    const topRight = transformed(toStored, width, 0);
    expect(topRight.x).to.be.closeTo(0, 1e-9);
    expect(topRight.y).to.be.closeTo(0, 1e-9);
  });

  it('crop after everything else, and say when a crop cannot be', () => {
    const crop = { x: 0.25, y: 0.5, width: 0.5, height: 0.25 };
    const { width, height, toStored } = preparationOf(stored, squaring({ crop }));
    expect({ width, height }).to.deep.equal({ width: 2000, height: 750 });
    expect(transformed(toStored, 0, 0)).to.deep.equal({ x: 1000, y: 1500 });
    expect(findCropFault(crop, stored)).to.equal(null);
    expect(findCropFault({ ...crop, width: 0.001 }, stored)).to.match(/at least 16 pixels/);
    expect(findCropFault({ ...crop, x: 0.8 }, stored)).to.match(/runs out/);
    expect(uncroppedPreparation(stored, squaring({ crop })).width).to.equal(4000);
  });

  it('bring a line that should be level or plumb there, whichever is nearer', () => {
    const draw = (degrees: number) => {
      const angle = (degrees * Math.PI) / 180;
      const to = { x: 100 + 200 * Math.cos(angle), y: 100 + 200 * Math.sin(angle) };
      return (turnToTrue({ x: 100, y: 100 }, to, 0)! * 180) / Math.PI;
    };
    expect(draw(3)).to.be.closeTo(-3, 1e-9);
    expect(draw(183)).to.be.closeTo(-3, 1e-9);
    expect(draw(92)).to.be.closeTo(-2, 1e-9);
    expect(draw(-88)).to.be.closeTo(-2, 1e-9);
    expect(turnToTrue({ x: 1, y: 1 }, { x: 3, y: 2 }, 0)).to.equal(null);
  });

  it('the line really lies level after the turn', () => {
    const from = { x: 500, y: 700 };
    const to = { x: 2600, y: 900 };
    const turned = preparationOf(stored, squaring({ turnRad: turnToTrue(from, to, 0)! }));
    const a = preparedSpot(turned, from);
    const b = preparedSpot(turned, to);
    expect(a.y).to.be.closeTo(b.y, 1e-6);
  });
});

describe('finding a sheet', () => {
  it('finds its corners within two pixels among clutter, shadow and uneven light', () => {
    let found = 0;
    for (let seed = 201; seed <= 208; seed++) {
      const known = photographSheet({ width: 800, height: 600, seed, clutter: true });
      const sheet = findSheet(known.picture);
      const off = sheet
        ? Math.max(
            ...sheet.corners.map((corner, k) =>
              Math.hypot(corner.x - known.corners[k].x, corner.y - known.corners[k].y),
            ),
          )
        : Infinity;
      if (off <= 2) found++;
    }
    expect(found).to.be.at.least(7);
  });

  it('places them to a tenth of a pixel or so where nothing is in the way', () => {
    const known = photographSheet({ width: 1200, height: 900, seed: 5, clutter: false });
    const sheet = findSheet(known.picture)!;
    sheet.corners.forEach((corner, k) => {
      expect(Math.hypot(corner.x - known.corners[k].x, corner.y - known.corners[k].y)).to.be.below(0.4);
    });
    // The squared picture then has the true geometry: the middle of the sheet comes to its middle.
    const toSheet = inverted(ontoQuad(known.corners));
    const middle = transformed(composed(toSheet, ontoQuad(sheet.corners)), 0.5, 0.5);
    expect(middle.x).to.be.closeTo(0.5, 0.003);
    expect(middle.y).to.be.closeTo(0.5, 0.003);
  });

  it('finds none where there is none', () => {
    const plain = { width: 300, height: 200, channels: 3 as const, data: new Uint8Array(180_000).fill(140) };
    expect(findSheet(plain)).to.equal(null);
    expect(findSheet({ ...plain, width: 20_000, height: 3 })).to.equal(null);
    expect(findSheet({ ...plain, width: 1, height: 1, data: Uint8Array.of(1, 2, 3) })).to.equal(null);
  });
});
