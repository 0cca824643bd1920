import { expect } from 'chai';
import { plainSheetSource } from '@nobrel/core/file';
import { defaultSheetDecisions, makeSheets, sheetLayout } from '@nobrel/core/sheets';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { drawnExtent } from '../testing/measured.js';
import { pdfOf, pictureOf, ppi, sheets } from '../testing/true-pages.js';

describe('the printable area', () => {
  // Lines along every edge and along the seam, so that whatever is wider than they are would reach out.
  const along = (x0: number, y0: number, x1: number, y1: number, id: string) =>
    lineOf(
      [
        [x0, y0],
        [x1, y1],
      ],
      { id },
    );
  const map = mapWith(300, 270, [
    along(0, 1, 300, 1, 'top'),
    along(1, 0, 1, 270, 'left'),
    along(0, 269, 300, 269, 'bottom'),
    along(299, 0, 299, 270, 'right'),
    along(0, 20, 300, 250, 'across'),
    // Windows end at 155 mm: these lie just beyond and just before.
    along(157, 10, 157, 100, 'beyond'),
    along(153, 150, 153, 260, 'before'),
  ]);
  const marginMm = 5;

  for (const kind of ['outline', 'mirrored', 'backing', 'pricking', 'grid', 'partial'] as const) {
    it(`is not left by anything on a sheet of kind ${kind}`, async () => {
      const set = sheets(map, {
        kind,
        marginMm,
        backing: { reach: 'lines', bandMm: 20, sticks: [] },
        part: { x: 100, y: 60, width: 120, height: 120 },
      });
      for (let index = 0; index < set.count; index++) {
        const page = set.page(index);
        const extent = drawnExtent(await pictureOf(await pdfOf({ count: 1, page: () => page })), ppi);
        // Half the width of a thin line may reach over the margin, not more.
        expect(Math.min(extent.left, extent.top), page.label).to.be.at.least(marginMm - 0.3);
        expect(extent.right, page.label).to.be.at.most(page.widthMm - marginMm + 0.3);
        expect(extent.bottom, page.label).to.be.at.most(page.heightMm - marginMm + 0.3);
      }
    });
  }

  it('shows a stick’s colour behind its shapes only, holes left out', async () => {
    const box = (x: number, y: number, side: number, id: string, left: string, right: string) =>
      lineOf(
        [
          [x, y],
          [x + side, y],
          [x + side, y + side],
          [x, y + side],
        ],
        { id, closed: true, left, right },
      );
    const frameLine = { ...box(0, 0, 160, 'f', '', 'ground'), kind: 'frame' as const, left: null };
    const lines = [
      frameLine,
      box(30, 30, 100, 'outer', 'ground', 'ring'),
      box(60, 60, 40, 'inner', 'ring', 'core'),
    ];
    const shape = (id: string, outer: string, hole: string | null, area: number) => ({
      id,
      level: 0,
      area,
      rings: [[{ line: outer, reversed: false }], ...(hole ? [[{ line: hole, reversed: true }]] : [])],
    });
    const rings = {
      ...mapWith(160, 160, lines),
      values: [{ level: 0, lightness: 40 }],
      shapes: [
        shape('ground', 'f', 'outer', 15_600),
        shape('ring', 'outer', 'inner', 8400),
        shape('core', 'inner', null, 1600),
      ],
    };
    const source = plainSheetSource(rings, 'Boxes', {
      date: '2026-11-25',
      unit: 'mm',
      sketch: null,
      grid: null,
      closeUps: [],
    });
    const set = makeSheets(source, {
      ...defaultSheetDecisions,
      kind: 'backing',
      backing: {
        reach: 'lines',
        bandMm: 10,
        sticks: [{ name: 'Sanguine', colour: '#a4553c', at: [[45 / 160, 45 / 160]] }],
      },
    });
    const [sheet] = sheetLayout(set).pages;
    if (!sheet) throw new Error('no page');
    const image = await pictureOf(await pdfOf(set));
    const colourAt = (x: number, y: number) => {
      const px = ppi / 25.4;
      const column = Math.round((sheet.at.x + sheet.window.x + sheet.window.width - x) * px);
      const row = Math.round((sheet.at.y + y - sheet.window.y) * px);
      const [red = 0, green = 0, blue = 0] = image.data.slice(4 * (row * image.width + column));
      return red > 250 && blue > 250 ? 'blank' : red - green > 50 ? 'sanguine' : 'usual';
    };
    // Beside the outer box and beside the inner one, within and without; and between the bands.
    expect([27, 33, 45, 57, 63, 75].map((x) => colourAt(x, 80))).to.deep.equal([
      'usual',
      'sanguine',
      'blank',
      'sanguine',
      'usual',
      'blank',
    ]);
  });

  it('takes in all of a rubbed band that lies on it, also of lines beyond its edge', async () => {
    const set = sheets(map, {
      kind: 'backing',
      backing: { reach: 'lines', bandMm: 8, sticks: [] },
      overlapMm: 10,
    });
    const { pages } = sheetLayout(set);
    // On the reverse the first window is still the left part of the surface: 153 to 155 mm is under the band at 157.
    const first = pages.findIndex(({ window }) => window.x === 0);
    const { at, window } = pages[first] ?? {
      at: { x: 0, y: 0 },
      window: { width: 0, x: 0, y: 0, height: 0 },
    };
    const image = await pictureOf(await pdfOf(set), first);
    const lightness = (x: number, y: number) => {
      const px = ppi / 25.4;
      const column = Math.round((at.x + window.x + window.width - x) * px);
      const row = Math.round((at.y + y - window.y) * px);
      return image.data[4 * (row * image.width + column)] ?? 0;
    };
    expect(lightness(154.5, 50)).to.be.lessThan(225);
    expect(lightness(151, 50)).to.be.greaterThan(250);
  });
});
