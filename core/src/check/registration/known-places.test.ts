import { expect } from 'chai';
import fc from 'fast-check';
import { gridOf } from '../../fit/index.js';
import { knownPlaces, settledOn } from './known-places.js';

describe('places that are marked on a surface', () => {
  const map = { surface: { width: 300, height: 240 }, frame: { x: 20, y: 10, width: 260, height: 220 } };
  const grid = gridOf(map.frame, { by: 'counts', columns: 4, rows: 4, spacingMm: 50 });
  const cross = { x: 133, y: 77 };

  it('are corners of the frame, crosses and crossings, and are meant by what is near them', () => {
    const known = knownPlaces(map, grid, [cross]);
    expect(settledOn(known, { x: 22, y: 9 })).to.deep.equal({ x: 20, y: 10 });
    expect(settledOn(known, { x: 131, y: 78 })).to.deep.equal(cross);
    expect(settledOn(known, { x: 83, y: 121 })).to.deep.equal({ x: 85, y: 120 });
    const between = { x: 110, y: 90 };
    expect(settledOn(known, between)).to.deep.equal(between);
    // Without a grid its crossings are nothing.
    expect(settledOn(knownPlaces(map, null, []), { x: 83, y: 121 })).to.deep.equal({ x: 83, y: 121 });
  });

  it('leave room between them, however narrow the grid is', () => {
    const place = fc.double({ min: 25, max: 220, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 60 }), place, place, (columns, x, y) => {
        const narrow = gridOf(map.frame, { by: 'counts', columns, rows: columns, spacingMm: 50 });
        const known = knownPlaces(map, narrow, []);
        const at = settledOn(known, { x, y });
        expect(Math.hypot(at.x - x, at.y - y)).to.be.at.most(known.reachMm);
        expect(known.reachMm).to.be.below(0.5 * Math.min(narrow.squareX, narrow.squareY));
        const middle = { x: (narrow.xs[0] + narrow.xs[1]) / 2, y: (narrow.ys[0] + narrow.ys[1]) / 2 };
        expect(settledOn(known, middle)).to.deep.equal(middle);
      }),
    );
  });
});
