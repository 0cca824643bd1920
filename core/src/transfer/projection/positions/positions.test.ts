import { expect } from 'chai';
import fc from 'fast-check';
import { intersection, type Rect } from '../../../geometry/index.js';
import { drawingScene, lineOf, mapWith, sketchMap } from '../../../testing/index.js';
import { planTracing } from '../../order/index.js';
import { joinPlacesOf, planPositions, positionsOf } from '../index.js';

const wanted = (pictureWidthMm: number, overlap: number) => ({
  pictureWidthMm,
  pictureHeightMm: (pictureWidthMm * 9) / 16,
  overlap,
});

describe('positions of a picture over a larger wall', () => {
  it('is one where the picture holds it all', () => {
    expect(planPositions({ width: 800, height: 400 }, wanted(900, 0.3))).to.deep.equal([
      { x: 0, y: 0, width: 800, height: 400 },
    ]);
  });

  it('cover the surface, overlap by what was asked at least, and each touches the one before', () => {
    const side = fc.double({ min: 300, max: 6000, noNaN: true });
    const overlap = fc.double({ min: 0.15, max: 0.6, noNaN: true });
    fc.assert(
      fc.property(side, side, overlap, (width, height, share) => {
        const positions = planPositions({ width, height }, wanted(1000, share));
        const [first] = positions;
        positions.forEach((position, k) => {
          expect(position.x).to.be.within(-1e-6, width - position.width + 1e-6);
          expect(position.y).to.be.within(-1e-6, height - position.height + 1e-6);
          if (k === 0) return;
          const shared = intersection(position, positions[k - 1]);
          if (!shared) throw new Error('apart');
          const isBeside = Math.abs(position.y - positions[k - 1].y) < 1e-6;
          const kept = isBeside ? shared.width / first.width : shared.height / first.height;
          expect(kept).to.be.at.least(share - 1e-9);
        });
        const reach = (of: (rect: Rect) => number) => Math.max(...positions.map(of));
        expect(reach(({ x, width: w }) => x + w)).to.be.closeTo(width, 1e-6);
        expect(reach(({ y, height: h }) => y + h)).to.be.closeTo(height, 1e-6);
      }),
      { numRuns: 200 },
    );
  });

  it('are none by another method, and refused with a sentence where there would be far too many', () => {
    const decided = {
      method: 'projector',
      projection: 'positions' as const,
      pictureWidthMm: 400,
      overlapPercent: 35,
      pixelsAcross: 1920,
      pixelsDown: 1080,
    };
    expect(positionsOf({ ...decided, method: 'light-box' }, { width: 2000, height: 900 }).positions).to.equal(
      null,
    );
    expect(positionsOf(decided, { width: 600, height: 300 }).positions?.length).to.be.above(1);
    const many = positionsOf(decided, { width: 9000, height: 9000 });
    expect(many.positions).to.equal(null);
    expect(many.fault).to.contain('farther back');
  });
});

describe('a mural', () => {
  const map = sketchMap(drawingScene(3));
  const positions = planPositions(map.surface, wanted(0.75 * map.surface.width, 0.35));
  const plan = planTracing(map, {
    school: 'away-from-hand',
    hand: 'right',
    material: 'graphite',
    stretchMinutes: 25,
    method: 'projector',
    positions,
  });

  it('is traced position by position, every line at one', () => {
    const order = plan.sections.map(({ place }) => place ?? -1);
    expect(order).to.deep.equal([...order].sort((a, b) => a - b));
    expect(plan.places).to.deep.equal(positions);
    const lines = plan.sections.reduce((sum, { from, to }) => sum + to - from + 1, 0);
    expect(lines).to.equal(plan.lines.length);
  });

  it('finishes a line longer than a picture at the last position it passes through', () => {
    const { width, height } = map.surface;
    const long = mapWith(width, height, [
      lineOf([
        [5, 10],
        [width - 5, 10],
      ]),
    ]);
    const { across, sections } = planTracing(long, {
      school: 'shortest',
      hand: 'right',
      material: 'graphite',
      stretchMinutes: 25,
      method: 'projector',
      positions,
    });
    expect(across).to.have.length(1);
    expect(sections[0].place).to.equal(1);
  });

  it('joins each position by at least three places in its overlaps, drawn ones where these tell enough', () => {
    const lines = new Set(map.lines.map(({ id }) => id));
    for (let k = 1; k < positions.length; k++) {
      const places = joinPlacesOf(map, positions, k, lines);
      expect(places.length).to.be.at.least(3);
      for (const { x, y } of places) {
        const holding = positions
          .slice(0, k)
          .flatMap((before) => intersection(before, positions[k]) ?? [])
          .some((o) => x >= o.x && y >= o.y && x <= o.x + o.width && y <= o.y + o.height);
        expect(holding).to.equal(true);
      }
      // Nothing drawn: crosses are, in the overlap.
      const crosses = joinPlacesOf(map, positions, k, new Set());
      expect(crosses.length).to.be.at.least(3);
      expect(crosses.some(({ drawn }) => drawn)).to.equal(false);
    }
    expect(joinPlacesOf(map, positions, 0, lines)).to.deep.equal([]);
  });
});
