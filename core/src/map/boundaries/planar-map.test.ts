import { expect } from 'chai';
import { outside, planarMap } from './planar-map.js';
import type { LabelledRaster } from '../values/regions.js';

/** LabelledRaster drawn as text: one digit a pixel. */
function drawn(...rows: string[]): LabelledRaster {
  const label = Int32Array.from(rows.join(''), Number);
  const count = Math.max(...label) + 1;
  return { width: rows[0].length, height: rows.length, label, count, step: 1 };
}

/** Rows of arcs as `left|right length`, sorted. */
const described = (regions: LabelledRaster) =>
  planarMap(regions)
    .arcs.map(
      (arc) =>
        `${arc.left}|${arc.right} ${arc.points.length / 2 - (arc.closed ? 0 : 1)}${arc.closed ? ' closed' : ''}`,
    )
    .sort();

describe('the planar map', () => {
  it('of one region is its frame, a side from corner to corner', () => {
    const map = planarMap(drawn('00', '00', '00'));
    expect(map.junctions).to.have.length(4);
    expect(map.arcs).to.have.length(4);
    for (const arc of map.arcs) expect([arc.left, arc.right]).to.include(outside).and.to.include(0);
    expect(map.rings[0]).to.have.length(1);
    expect(map.rings[0][0]).to.have.length(4);
  });

  it('of an island has one closed boundary, shared by both rings', () => {
    const map = planarMap(drawn('00000', '01110', '01110', '00000'));
    const island = map.arcs.findIndex((arc) => arc.closed);
    expect(map.arcs[island].points).to.have.length(2 * 10);
    expect(map.rings[0]).to.have.length(2);
    expect(map.rings[1]).to.have.length(1);
    const [own] = map.rings[1][0];
    const hole = map.rings[0].find((ring) => ring.length === 1)![0];
    expect([own.arc, hole.arc]).to.deep.equal([island, island]);
    expect(own.reversed).not.to.equal(hole.reversed);
  });

  it('of three that meet has one junction inside', () => {
    const map = planarMap(drawn('0011', '0011', '2222', '2222'));
    const inside = map.junctions.filter(({ x, y }) => x > 0 && y > 0 && x < 4 && y < 4);
    expect(inside).to.deep.equal([{ x: 2, y: 2 }]);
    expect(
      described(drawn('0011', '0011', '2222', '2222')).filter((row) => !row.includes('-1')),
    ).to.have.length(3);
  });

  it('keeps regions that touch only at a corner apart', () => {
    const map = planarMap(drawn('0122', '2221', '2222'));
    // Pixel 0 at the top left and the pixels 1 are separate even where corners meet.
    for (const [region, rings] of map.rings.entries()) {
      for (const ring of rings) {
        for (const use of ring) {
          const arc = map.arcs[use.arc];
          expect(use.reversed ? arc.left : arc.right).to.equal(region);
        }
      }
    }
    expect(map.arcs.filter((arc) => arc.closed)).to.have.length(0);
  });
});
