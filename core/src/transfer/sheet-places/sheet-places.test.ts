import { expect } from 'chai';
import fc from 'fast-check';
import type { Rect } from '../../geometry/index.js';
import { lineOf, mapWith } from '../../testing/line-map.js';
import { tracedLinesOf } from '../order/traced-lines.js';
import { coverBoxes } from './cover.js';
import { boxAround, holds } from './pieces.js';
import { isLargeEnough, placeSheet } from './place-sheet.js';

const a4 = { widthMm: 210, heightMm: 297 };
const box = fc.record({
  x: fc.integer({ min: 0, max: 600 }),
  y: fc.integer({ min: 0, max: 600 }),
  width: fc.integer({ min: 0, max: 90 }),
  height: fc.integer({ min: 0, max: 90 }),
});

/** Short strokes all over a surface. */
const strokes = (width: number, height: number, step: number) =>
  mapWith(
    width,
    height,
    Array.from({ length: Math.floor(width / step) * Math.floor(height / step) }, (_, k) => {
      const x = (k % Math.floor(width / step)) * step;
      const y = Math.floor(k / Math.floor(width / step)) * step;
      return lineOf(
        [
          [x, y],
          [x + 6, y + 4],
        ],
        { id: `s${k}` },
      );
    }),
  );
const placed = (map: ReturnType<typeof strokes>, sheet = a4, hand: 'right' | 'left' = 'right') =>
  placeSheet(tracedLinesOf(map), { sheet, surface: map.surface, hand });

/** The fewest places for a few boxes, by trying all: a place can be pushed until its left and top touch a box each. */
function fewest(boxes: readonly Rect[], width: number, height: number): number {
  const sets = [
    [width, height],
    [height, width],
  ].flatMap(([w, h]) =>
    boxes.flatMap(({ x }) =>
      boxes.map(({ y }) =>
        boxes.reduce((set, own, k) => (holds({ x, y, width: w, height: h }, own) ? set | (1 << k) : set), 0),
      ),
    ),
  );
  const all = (1 << boxes.length) - 1;
  let reached = new Set([0]);
  for (let count = 1; ; count++) {
    reached = new Set([...reached].flatMap((had) => sets.map((set) => had | set)));
    if (reached.has(all)) return count;
  }
}

describe('places of a sheet smaller than the work', () => {
  it('cover every box, with hardly more places than the fewest there can be', () => {
    let found = 0;
    let best = 0;
    fc.assert(
      fc.property(fc.array(box, { minLength: 1, maxLength: 7 }), (boxes) => {
        const places = coverBoxes(boxes, { width: 210, height: 297 });
        for (const own of boxes) expect(places.some((place) => holds(place, own))).to.equal(true);
        const least = fewest(boxes, 210, 297);
        expect(places.length).to.be.within(least, least + 1);
        found += places.length;
        best += least;
      }),
      { numRuns: 150 },
    );
    expect(found / best).to.be.below(1.08);
  });

  it('are two for a drawing twice as large, and none where the sheet is large enough, either way round', () => {
    expect(placed(strokes(400, 290, 20))?.places).to.have.length(2);
    expect(placed(strokes(290, 400, 20))?.places).to.have.length(2);
    expect(placed(strokes(297, 210, 20))).to.equal(null);
    expect(isLargeEnough(a4, { width: 297, height: 210 })).to.equal(true);
    expect(isLargeEnough(a4, { width: 298, height: 210 })).to.equal(false);
  });

  it('lie only where lines are', () => {
    const corners = mapWith(1000, 800, [
      lineOf(
        [
          [5, 5],
          [60, 40],
        ],
        { id: 'a' },
      ),
      lineOf(
        [
          [940, 760],
          [990, 790],
        ],
        { id: 'b' },
      ),
    ]);
    const found = placed(corners);
    expect(found?.places).to.have.length(2);
    // Within the surface, around their lines.
    expect(found?.places[0]).to.include({ x: 0, y: 0 });
    for (const { x, y, width, height } of found?.places ?? []) {
      expect(Math.min(x, y)).to.be.at.least(0);
      expect(x + width).to.be.at.most(1000);
      expect(y + height).to.be.at.most(800);
    }
  });

  it('hold the lines traced at them, in order away from the hand', () => {
    for (const hand of ['right', 'left'] as const) {
      const map = strokes(700, 500, 17);
      const traced = tracedLinesOf(map);
      const found = placed(map, a4, hand);
      if (!found) throw new Error('The sheet is smaller than the work.');
      traced.points.forEach((points, line) => {
        const place = found.places[found.placeOf[line]];
        expect(place && holds(place, boxAround(points, 0, points.length / 2))).to.equal(true);
      });
      const [first, last] = [found.places[0], found.places.at(-1)].map(
        (place) => (place?.x ?? 0) + (place?.width ?? 0) / 2,
      );
      expect(Math.sign((last ?? 0) - (first ?? 0))).to.equal(hand === 'right' ? 1 : -1);
      expect(found.across).to.deep.equal([]);
    }
  });

  it('cover lines longer than the sheet piece by piece, and say which they are', () => {
    const map = mapWith(1200, 400, [
      lineOf(
        [
          [10, 200],
          [1190, 210],
        ],
        { id: 'horizon' },
      ),
      lineOf(
        [
          [600, 60],
          [620, 90],
        ],
        { id: 'sail' },
      ),
    ]);
    const found = placed(map);
    expect(found?.across).to.deep.equal([0]);
    for (let x = 10; x <= 1190; x += 1) {
      const y = 200 + (10 * (x - 10)) / 1180;
      const at = { x, y, width: 0, height: 0 };
      expect(
        found?.places.some((place) => holds(place, at)),
        `at ${x}`,
      ).to.equal(true);
    }
    expect(found?.places.length).to.be.within(4, 6);
  });

  it('stay quick on a wall', () => {
    const found = placed(strokes(3000, 2000, 30));
    // 2000 by 3000 mm is a hundred sheets of A4 by area.
    expect(found?.places.length).to.be.within(97, 130);
  });
});
