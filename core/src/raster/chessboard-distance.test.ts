import { expect } from 'chai';
import fc from 'fast-check';
import { furthestChessboard, spreadChessboard } from './chessboard-distance.js';

describe('the chessboard distance', () => {
  it('is the larger of across and down to the nearest source, and furthest where there is none', () => {
    const sides = fc.integer({ min: 1, max: 12 });
    fc.assert(
      fc.property(sides, sides, fc.array(fc.nat({ max: 143 }), { maxLength: 5 }), (width, height, picked) => {
        const sources = picked.map((k) => [k % width, Math.floor(k / width) % height]);
        const distance = new Uint8Array((width + 2) * (height + 2)).fill(furthestChessboard);
        const at = (x: number, y: number) => (y + 1) * (width + 2) + x + 1;
        for (const [x, y] of sources) distance[at(x, y)] = 0;
        spreadChessboard(distance, width, height);
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++) {
            const away = sources.map(([u, v]) => Math.max(Math.abs(u - x), Math.abs(v - y)));
            expect(distance[at(x, y)]).to.equal(Math.min(furthestChessboard, ...away));
          }
      }),
    );
  });
});
