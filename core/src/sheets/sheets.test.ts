import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument } from '../documents/index.js';
import { polylineLength } from '../geometry/index.js';
import { defaultMapSettings, effortOf, MapMaker } from '../map/index.js';
import { knownScene, photograph } from '../testing/index.js';
import { joinMarks } from './join-marks.js';
import { sheetLayout } from './layout-file.js';
import { outlineSheets, type OutlineOptions } from './outline.js';
import type { PageStroke } from './page.js';
import { columnLetters } from '../units/index.js';
import { footMm, SheetError, tileSurface } from './tiling.js';

const a4 = { widthMm: 210, heightMm: 297 };

/** A map with one line: a diagonal, or any other run. */
function mapWith(
  width: number,
  height: number,
  points: [number, number][] = [
    [0, 0],
    [width, height],
  ],
): MapDocument {
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: { width, height },
    frame: { x: 0, y: 0, width, height },
    values: [],
    shapes: [],
    lines: [
      {
        id: 'a1',
        kind: 'boundary',
        edge: 'hard',
        contrast: 50,
        softness: 0.3,
        weight: 1,
        closed: false,
        points,
        left: null,
        right: null,
      },
    ],
    settings: {},
  };
}

const options = (change: Partial<OutlineOptions> = {}): OutlineOptions => ({
  kind: 'outline',
  paper: a4,
  marginMm: 5,
  overlapMm: 10,
  title: 'Kettle',
  ...change,
});

const strokesOf = (items: readonly { kind: string }[], ink: string) =>
  items.filter((item): item is PageStroke => item.kind === 'stroke' && 'ink' in item && item.ink === ink);

describe('tiling', () => {
  it('is one page when it fits, and the way round that takes fewer', () => {
    expect(
      tileSurface({ surface: { width: 190, height: 270 }, paper: a4, marginMm: 5, overlapMm: 10 }).tiles,
    ).to.have.length(1);
    const lying = tileSurface({
      surface: { width: 280, height: 180 },
      paper: a4,
      marginMm: 5,
      overlapMm: 10,
    });
    expect(lying.tiles).to.have.length(1);
    expect(lying.page.widthMm).to.equal(297);
    expect(
      tileSurface({ surface: { width: 300, height: 240 }, paper: a4, marginMm: 5, overlapMm: 10 }).tiles,
    ).to.have.length(2);
  });

  it('covers all of the surface, every seam twice, and stays on the printable area', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 1500, noNaN: true }),
        fc.double({ min: 60, max: 1500, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0.97, max: 1.03, noNaN: true }),
        fc.double({ min: 0.97, max: 1.03, noNaN: true }),
        (width, height, overlapMm, x, y) => {
          const tiling = tileSurface({
            surface: { width, height },
            paper: a4,
            marginMm: 5,
            overlapMm,
            printerScale: { x, y },
          });
          const last = tiling.tiles[tiling.tiles.length - 1].window;
          expect(last.x + last.width).to.be.closeTo(width, 1e-6);
          expect(last.y + last.height).to.be.closeTo(height, 1e-6);
          for (const tile of tiling.tiles) {
            expect(tile.window.width / x).to.be.at.most(tiling.page.widthMm - 10 + 0.02);
            expect(tile.window.height / y).to.be.at.most(tiling.page.heightMm - 10 - footMm + 0.02);
            const right = tiling.tiles.find(
              (other) => other.column === tile.column + 1 && other.row === tile.row,
            );
            if (right)
              expect(tile.window.x + tile.window.width - right.window.x).to.be.closeTo(overlapMm, 1e-6);
          }
        },
      ),
    );
  });

  const bad: [string, Partial<OutlineOptions>][] = [
    ['paper smaller than its margins', { marginMm: 100 }],
    ['an overlap larger than half the page', { overlapMm: 150 }],
    ['a printer scale that makes no sense', { printerScale: { x: 0, y: 1 } }],
  ];
  for (const [name, change] of bad) {
    it(`refuses ${name} with a sentence`, () => {
      expect(() => outlineSheets(mapWith(600, 400), options(change))).to.throw(SheetError, /\.$/);
    });
  }

  it('letters columns as in A … Z, AA', () => {
    expect([0, 25, 26, 51, 52, 701, 702].map(columnLetters)).to.deep.equal([
      'A',
      'Z',
      'AA',
      'AZ',
      'BA',
      'ZZ',
      'AAA',
    ]);
  });

  it('numbers join marks alike on both sheets', () => {
    const tiling = tileSurface({
      surface: { width: 500, height: 500 },
      paper: a4,
      marginMm: 5,
      overlapMm: 10,
    });
    const marks = joinMarks(tiling);
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
});

describe('outline sheets', () => {
  it('put every millimetre where the layout file says', () => {
    const map = mapWith(300, 240, [
      [10, 20],
      [290, 20],
    ]);
    for (const kind of ['outline', 'mirrored'] as const) {
      const set = outlineSheets(map, options({ kind, printerScale: { x: 0.98, y: 1.01 } }));
      const layout = sheetLayout(set);
      layout.pages.forEach(({ window, at }, i) => {
        const [line] = strokesOf(set.pages[i].items, 'graphite');
        const xs = [line.points[0], line.points[2]].map((x) => {
          const along = (x - at.x) * 0.98;
          return kind === 'mirrored' ? window.x + window.width - along : window.x + along;
        });
        expect(Math.min(...xs)).to.be.closeTo(Math.max(10, window.x), 1e-6);
        expect(Math.max(...xs)).to.be.closeTo(Math.min(290, window.x + window.width), 1e-6);
        expect((line.points[1] - at.y) * 1.01 + window.y).to.be.closeTo(20, 1e-6);
      });
    }
  });

  it('are the original again when what is mirrored is mirrored once more', () => {
    const map = mapWith(300, 240, [
      [12.5, 20],
      [287.25, 133],
    ]);
    const lines = (kind: 'outline' | 'mirrored') =>
      outlineSheets(map, options({ kind }))
        .pages.slice(0, -1)
        .map((page) => strokesOf(page.items, 'graphite')[0].points);
    const { pages } = sheetLayout(outlineSheets(map, options()));
    const plain = lines('outline');
    lines('mirrored').forEach((points, page) => {
      const { at, window } = pages[page];
      const again = points.map((value, i) => (i % 2 === 0 ? 2 * at.x + window.width - value : value));
      again.forEach((value, i) => expect(value).to.be.closeTo(plain[page][i], 1e-9));
    });
  });

  it('add an assembly diagram only when there is something to assemble', () => {
    expect(outlineSheets(mapWith(190, 250), options()).pages.map((page) => page.label)).to.deep.equal(['A1']);
    expect(outlineSheets(mapWith(300, 240), options()).pages.map((page) => page.label)).to.deep.equal([
      'A1',
      'B1',
      'assembly',
    ]);
  });

  it('skip sheets with nothing to trace and say which', () => {
    // A line along the top edge only; corner marks keep the four corner sheets.
    const set = outlineSheets(
      mapWith(900, 900, [
        [20, 20],
        [880, 20],
      ]),
      options(),
    );
    const { skipped, pages } = sheetLayout(set);
    expect(skipped.length).to.be.greaterThan(0);
    expect(pages.length + skipped.length).to.equal(set.tiling.tiles.length);
    expect(pages.map((page) => page.page)).to.deep.equal(pages.map((_, i) => i + 1));
  });

  it('carry a check bar that comes out at 100 mm on the printer', () => {
    const set = outlineSheets(mapWith(190, 250), options({ printerScale: { x: 0.97, y: 1 } }));
    const longest = strokesOf(set.pages[0].items, 'guide')
      .map(({ points }) => Math.abs(points[2] - points[0]))
      .sort((a, b) => b - a)[0];
    expect(longest * 0.97).to.be.closeTo(100, 1e-9);
  });

  it('say on every page of a mirrored set that it is the reverse', () => {
    const set = outlineSheets(mapWith(300, 240), options({ kind: 'mirrored' }));
    for (const page of set.pages.slice(0, -1)) {
      expect(page.items.some((item) => item.kind === 'text' && item.text.includes('REVERSE SIDE'))).to.equal(
        true,
      );
    }
  });

  it('refuse a map without lines', () => {
    expect(() => outlineSheets({ ...mapWith(100, 100), lines: [] }, options())).to.throw(
      SheetError,
      /no lines to print/,
    );
  });
});

describe('the lines printed', () => {
  // A page with room for the whole map, so that nothing is printed twice.
  const picture = photograph(knownScene, 4);
  const frame = { x: 0, y: 0, width: 150, height: 120 };
  const mapped = (minutes: number | null) =>
    new MapMaker().make({
      picture,
      pictureKey: 'scene',
      window: { x: 0, y: 0, width: picture.width, height: picture.height },
      placement: { surface: frame, frame },
      settings: { ...defaultMapSettings, minShapeMm2: 4, minutes },
      corrections: [{ id: '1', does: 'guide', at: [0.5, 0.5], angleDeg: 90 }],
    });

  for (const minutes of [null, 1]) {
    it(`are as many metres as the map says, ${minutes === null ? 'whole' : 'within a time'}, guides beside`, () => {
      const map = mapped(minutes);
      const [page] = outlineSheets(map, options()).pages;
      const marks = outlineSheets(
        mapWith(150, 120, [
          [70, 60],
          [71, 60],
        ]),
        options(),
      ).pages[0];
      const length = (strokes: readonly PageStroke[]) =>
        strokes.reduce((sum, { points, closed }) => sum + polylineLength(points, closed), 0);
      const printed =
        length(strokesOf(page.items, 'graphite')) - length(strokesOf(marks.items, 'graphite')) + 1;
      const { metres } = effortOf(map);
      expect(Math.abs(printed / 1000 / metres - 1)).to.be.at.most(0.01);
      const guides = length(strokesOf(page.items, 'guide')) - length(strokesOf(marks.items, 'guide'));
      expect(guides).to.be.closeTo(120, 0.5);
    });
  }
});
