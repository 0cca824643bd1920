import { expect } from 'chai';
import fc from 'fast-check';
import { columnLetters } from '../../units/index.js';
import { assemblyOrder } from './assembly-order.js';
import { truePrinter } from '../calibration.js';
import { joinMarks, seamsOf } from './join-marks.js';
import { sheetLayout } from './layout-file.js';
import { mapWith, pagesOf, sheetsOf, wordsIn } from '../../testing/index.js';
import { footMm, SheetError, sideMm, tileOnto, type Tiling } from './tiling.js';

const a4 = { widthMm: 210, heightMm: 297 };
const usual = {
  paper: a4,
  marginMm: 5,
  overlapMm: 10,
  orientation: 'fewest',
  bend: truePrinter,
  hand: 'right',
} as const;
const whole = (tiling: Tiling) => seamsOf(tiling, new Set(tiling.tiles));

describe('tiling', () => {
  it('is one page when it fits, and the way round that takes fewer', () => {
    expect(sheetsOf(mapWith(190, 270)).count).to.equal(1);
    const lying = sheetsOf(mapWith(280, 180));
    expect(lying.count).to.equal(1);
    expect(lying.page(0).widthMm).to.equal(297);
    expect(sheetsOf(mapWith(300, 240)).tiled?.tiling.tiles).to.have.length(2);
    expect(sheetsOf(mapWith(280, 180), { orientation: 'portrait' }).page(0).widthMm).to.equal(210);
  });

  it('covers all of the surface, every seam twice, and stays on the printable area', () => {
    const side = fc.double({ min: 60, max: 4000, noNaN: true });
    const scale = fc.double({ min: 0.97, max: 1.03, noNaN: true });
    fc.assert(
      fc.property(
        side,
        side,
        fc.double({ min: 0, max: 30, noNaN: true }),
        scale,
        scale,
        fc.double({ min: -0.01, max: 0.01, noNaN: true }),
        (width, height, overlapMm, scaleX, scaleY, shear) => {
          const extent = { x: 0, y: 0, width, height };
          const tiling = tileOnto(a4, extent, { ...usual, overlapMm, bend: { scaleX, scaleY, shear } });
          const last = tiling.tiles[tiling.tiles.length - 1].window;
          expect(last.x + last.width).to.be.closeTo(width, 1e-6);
          expect(last.y + last.height).to.be.closeTo(height, 1e-6);
          const { a, b, c, e, f } = tiling.toFile;
          for (const tile of tiling.tiles) {
            // All four corners of the room, in the file, lie within the margins.
            for (const [x, y] of [
              [0, 0],
              [tile.window.width + sideMm, 0],
              [0, tile.window.height + footMm],
              [tile.window.width + sideMm, tile.window.height + footMm],
            ]) {
              expect(a * x + b * y + c).to.be.within(5 - 1e-6, 205.02);
              expect(e * y + f).to.be.within(5 - 1e-6, 292.02);
            }
            const right = tiling.tiles.find(
              ({ column, row }) => column === tile.column + 1 && row === tile.row,
            );
            if (right)
              expect(tile.window.x + tile.window.width - right.window.x).to.be.closeTo(overlapMm, 1e-6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  for (const [name, change] of [
    [
      'paper smaller than its margins',
      { paper: 'custom', customMm: { widthMm: 60, heightMm: 60 }, marginMm: 25 },
    ],
    ['an overlap larger than half the page', { overlapMm: 100 }],
    ['a wall of sheets from a slip in a size', { paper: 'a5', overlapMm: 60 }],
  ] as const) {
    it(`refuses ${name} with a sentence`, () => {
      expect(() => sheetsOf(mapWith(6000, 4000), change)).to.throw(SheetError, /\.$/);
    });
  }

  it('cuts off a roll only as much as it needs', () => {
    const set = sheetsOf(mapWith(190, 900), { paper: 'a4-roll' });
    expect(set.count).to.equal(1);
    expect(set.page(0).widthMm).to.equal(210);
    expect(set.page(0).heightMm).to.be.within(900, 930);
  });

  it('letters columns as in A … Z, AA', () => {
    const letters = [0, 25, 26, 51, 52, 701, 702].map(columnLetters);
    expect(letters).to.deep.equal(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']);
  });
});

describe('joining sheets', () => {
  const tiling = tileOnto(a4, { x: 0, y: 0, width: 500, height: 500 }, usual);

  it('numbers join marks alike on both sheets', () => {
    const marks = joinMarks(whole(tiling));
    const seams = (tiling.columns - 1) * tiling.rows + tiling.columns * (tiling.rows - 1);
    expect(marks).to.have.length(2 * seams);
    for (const mark of marks) {
      for (const label of mark.labels) {
        const { window } = tiling.tiles.find((tile) => tile.label === label)!;
        expect(mark.x).to.be.within(window.x, window.x + window.width);
        expect(mark.y).to.be.within(window.y, window.y + window.height);
      }
    }
  });

  it('goes from the top and from the side away from the hand, every sheet onto one that lies', () => {
    const order = (hand: 'right' | 'left', mirrored = false) =>
      assemblyOrder(tiling.tiles, whole(tiling), hand, mirrored);
    expect(
      order('right')
        .slice(0, 3)
        .map(({ label }) => label),
    ).to.deep.equal(['A1', 'B1', 'C1']);
    expect(
      order('left')
        .slice(0, 3)
        .map(({ label }) => label),
    ).to.deep.equal(['C1', 'B1', 'A1']);
    expect(order('right', true)[0].label).to.equal('C1');
    order('right')
      .slice(1)
      .forEach(({ joins }) => expect(joins.length).to.be.greaterThan(0));
  });

  it('draws a slanting line that goes on over the seam from sheet to sheet', () => {
    const set = sheetsOf(mapWith(300, 240));
    const { tiling: laid, printed } = set.tiled!;
    const ends = printed.flatMap((tile, i) =>
      set
        .page(i)
        .items.filter((item) => item.kind === 'stroke' && item.ink === 'faint')
        .map((item) => {
          const points = 'points' in item ? item.points : [];
          const x = points[0] - laid.toFile.c + tile.window.x;
          const y = points[1] - laid.toFile.f + tile.window.y;
          return ((points[3] - points[1]) / (points[2] - points[0])) * (150 - x) + y;
        }),
    );
    expect(ends).to.have.length(2);
    expect(ends[0]).to.be.closeTo(ends[1], 1e-6);
  });

  it('marks where the sheet laid over the other is cut: through the crosses, or where its drawing begins', () => {
    const cuts = (join: 'trimmed' | 'overlapped', hand: 'right' | 'left') => {
      const set = sheetsOf(mapWith(300, 240), { join }, {}, { hand });
      const start = set.tiled!.tiling.startMm;
      return pagesOf(set)
        .slice(0, 2)
        .map(({ items }) =>
          items.flatMap((item) =>
            item.kind === 'stroke' && item.ink === 'guide' && item.dashMm && item.widthMm < 0.15
              ? [Math.round(item.points[0] - 5 - start)]
              : [],
          ),
        );
    };
    // Windows are 155 mm wide and share 10 mm.
    expect(cuts('trimmed', 'right')).to.deep.equal([[], [5]]);
    expect(cuts('overlapped', 'right')).to.deep.equal([[], [0]]);
    expect(cuts('overlapped', 'left')).to.deep.equal([[155], []]);
  });

  it('keeps what is no drawing on the side the next sheet covers', () => {
    const at = (hand: 'right' | 'left') =>
      sheetLayout(sheetsOf(mapWith(300, 240), {}, {}, { hand })).pages[0].at;
    expect(at('right')).to.deep.equal({ x: 5, y: 5 });
    expect(at('left')).to.deep.equal({ x: 5 + sideMm, y: 5 });
  });

  it('says on the diagram what is left out, and in what order to join', () => {
    const set = sheetsOf(mapWith(300, 240));
    const words = wordsIn(set.page(set.count - 1).items);
    expect(words.join(' ')).to.include('from the left').and.to.include('1').and.to.include('2');
  });
});
