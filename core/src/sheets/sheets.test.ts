import { expect } from 'chai';
import { polylineLength } from '../geometry/index.js';
import { defaultMapSettings, effortOf, MapMaker } from '../map/index.js';
import {
  knownScene,
  lineOf,
  mapWith,
  pagesOf,
  photograph,
  sheetsOf,
  strokesIn,
  wordsIn,
} from '../testing/index.js';
import { sheetLayout } from './layout/layout-file.js';
import type { PageStroke } from './page/page.js';
import { SheetError } from './layout/tiling.js';

const run = (width: number, height: number, points: [number, number][]) =>
  mapWith(width, height, [lineOf(points)]);

describe('outline sheets', () => {
  it('put every millimetre where the layout file says', () => {
    const map = run(300, 240, [
      [10, 20],
      [290, 20],
    ]);
    for (const kind of ['outline', 'mirrored'] as const) {
      const set = sheetsOf(map, { kind }, { bend: { scaleX: 0.98, scaleY: 1.01, shear: 0 } });
      const layout = sheetLayout(set);
      layout.pages.forEach(({ window, at }, i) => {
        const [line] = strokesIn(set.page(i).items, 'graphite');
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
    const map = run(300, 240, [
      [12.5, 20],
      [287.25, 133],
    ]);
    const lines = (kind: 'outline' | 'mirrored') =>
      pagesOf(sheetsOf(map, { kind }))
        .slice(0, -1)
        .map((page) => strokesIn(page.items, 'graphite')[0].points);
    const { pages } = sheetLayout(sheetsOf(map));
    const plain = lines('outline');
    lines('mirrored').forEach((points, page) => {
      const { at, window } = pages[page];
      const again = Array.from(points, (value, i) => (i % 2 === 0 ? 2 * at.x + window.width - value : value));
      again.forEach((value, i) => expect(value).to.be.closeTo(plain[page][i], 1e-9));
    });
  });

  it('add an assembly diagram only when there is something to assemble', () => {
    expect(sheetsOf(mapWith(190, 250)).labels).to.deep.equal(['A1']);
    expect(sheetsOf(mapWith(300, 240)).labels).to.deep.equal(['A1', 'B1', 'assembly']);
  });

  it('skip sheets with nothing to trace and say which', () => {
    // A line along the top edge only; corner marks keep the four corner sheets.
    const set = sheetsOf(
      run(900, 900, [
        [20, 20],
        [880, 20],
      ]),
    );
    const { skipped, pages } = sheetLayout(set);
    expect(skipped.length).to.be.greaterThan(0);
    expect(pages.length + skipped.length).to.equal(set.tiled?.tiling.tiles.length);
    expect(pages.map((page) => page.page)).to.deep.equal(pages.map((_, i) => i + 1));
  });

  it('carry check bars that come out at 100 mm on the printer, both ways', () => {
    const set = sheetsOf(mapWith(190, 250), {}, { bend: { scaleX: 0.97, scaleY: 1.02, shear: 0 } });
    const guides = strokesIn(set.page(0).items, 'guide').filter(({ points }) => points.length === 4);
    const longest = (axis: 0 | 1) =>
      guides.reduce((most, { points }) => Math.max(most, Math.abs(points[2 + axis] - points[axis])), 0);
    expect(longest(0) * 0.97).to.be.closeTo(100, 1e-9);
    expect(longest(1) * 1.02).to.be.closeTo(100, 1e-9);
  });

  it('say on every page of a mirrored set that it is the reverse', () => {
    const set = sheetsOf(mapWith(300, 240), { kind: 'mirrored' });
    for (const page of pagesOf(set).slice(0, -1))
      expect(wordsIn(page.items).join()).to.include('REVERSE SIDE');
  });

  it('refuse a map without lines', () => {
    expect(() => sheetsOf(mapWith(100, 100, []))).to.throw(SheetError, /no lines to print/);
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
      const page = sheetsOf(map).page(0);
      const marks = sheetsOf(
        run(150, 120, [
          [70, 60],
          [71, 60],
        ]),
      ).page(0);
      const length = (strokes: readonly PageStroke[]) =>
        strokes.reduce((sum, { points, closed }) => sum + polylineLength(points, closed), 0);
      const printed =
        length(strokesIn(page.items, 'graphite')) - length(strokesIn(marks.items, 'graphite')) + 1;
      const { metres } = effortOf(map);
      expect(Math.abs(printed / 1000 / metres - 1)).to.be.at.most(0.01);
      const guides = length(strokesIn(page.items, 'guide')) - length(strokesIn(marks.items, 'guide'));
      expect(guides).to.be.closeTo(120, 0.5);
    });
  }
});
