import { expect } from 'chai';
import type { MapDocument } from '@nobrel/core/documents';
import { plainSheetSource } from '@nobrel/core/file';
import {
  bendFrom,
  crossDistances,
  defaultSheetDecisions,
  makeSheets,
  sheetLayout,
  type PrinterBend,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { crossAt, drawnExtent } from '../testing/measured.js';
import { sheetsPdf } from './print.js';
import { openPdf } from './rasterise.js';
import { joined, noFaults, onPaper, printed, type PrinterFaults } from './simulated-printer.js';

const ppi = 300;

/** Places of the crosses: every so many mm, from so far within the edges. */
function lattice(width: number, height: number, stepMm: number): { x: number; y: number }[] {
  const at = (side: number) => {
    const count = Math.max(1, Math.floor((side - 20) / stepMm));
    return Array.from({ length: count + 1 }, (_, i) => 10 + (i * (side - 20)) / count);
  };
  return at(height).flatMap((y) => at(width).map((x) => ({ x, y })));
}

/** A map of thin crosses at known places. */
function crosses(width: number, height: number, places: readonly { x: number; y: number }[]): MapDocument {
  const arms = places.flatMap(({ x, y }, i) => [
    lineOf(
      [
        [x - 3, y],
        [x + 3, y],
      ],
      { id: `a${i}.0` },
    ),
    lineOf(
      [
        [x, y - 3],
        [x, y + 3],
      ],
      { id: `a${i}.1` },
    ),
  ]);
  return mapWith(width, height, arms);
}

function sheets(map: MapDocument, change: Partial<SheetDecisions> = {}, bend?: PrinterBend): SheetSet {
  const source = plainSheetSource(map, 'Crosses', {
    date: '2026-11-25',
    unit: 'mm',
    sketch: null,
    grid: null,
    closeUps: [],
  });
  const decisions = { ...defaultSheetDecisions, lineMm: 0.3, ...change };
  return makeSheets(source, decisions, bend ? { bend } : {});
}

const pdfOf = (set: Pick<SheetSet, 'count' | 'page'>) =>
  sheetsPdf({ ...set, labels: [], mirrored: false, tiled: null, notes: [] }, 'Crosses', new Date(0));

/** A picture of one page of a PDF. */
async function pictureOf(pdf: Uint8Array, index = 0) {
  const open = await openPdf(pdf);
  const image = await open.page(index, ppi);
  await open.close();
  return image;
}

const inside =
  ({ x, y, width, height }: { x: number; y: number; width: number; height: number }, rim: number) =>
  (place: { x: number; y: number }) =>
    place.x > x + rim && place.x < x + width - rim && place.y > y + rim && place.y < y + height - rim;

const table: [number, number, string][] = [
  [60, 90, 'a miniature'],
  [210, 297, 'a sheet of A4'],
  [300, 240, 'a block of paper'],
  [600, 800, 'a canvas'],
  [1400, 900, 'a large canvas'],
  [3000, 4000, 'a wall'],
];

describe('printed pages, measured as pictures', () => {
  for (const [width, height, name] of table) {
    it(`of ${name}, ${width} × ${height} mm, have every cross in its place and nothing on the rim`, async () => {
      const places = lattice(width, height, 45);
      const set = sheets(crosses(width, height, places));
      const layout = sheetLayout(set);
      const chosen = [...new Set([0, layout.pages.length >> 1, layout.pages.length - 1])];
      for (const index of chosen) {
        const sheet = layout.pages[index];
        if (!sheet) throw new Error('no such page');
        const page = set.page(index);
        const image = await pictureOf(await pdfOf({ count: 1, page: () => page }));
        const found = places.filter(inside(sheet.window, 4)).map((place) => {
          const wanted = {
            x: place.x - sheet.window.x + sheet.at.x,
            y: place.y - sheet.window.y + sheet.at.y,
          };
          return { wanted, at: crossAt(image, ppi, wanted) };
        });
        expect(found.length).to.be.greaterThan(0);
        for (const { wanted, at } of found)
          expect(Math.hypot(at.x - wanted.x, at.y - wanted.y), sheet.label).to.be.at.most(0.05);
        for (const axis of ['x', 'y'] as const) {
          const sorted = [...found].sort((a, b) => a.wanted[axis] - b.wanted[axis]);
          const [first, last] = [sorted[0], sorted[sorted.length - 1]];
          if (!first || !last || last.wanted[axis] - first.wanted[axis] < 100) continue;
          const scale = (last.at[axis] - first.at[axis]) / (last.wanted[axis] - first.wanted[axis]);
          expect(Math.abs(scale - 1) * 1e6, `${axis} of ${sheet.label}`).to.be.at.most(100);
        }
        const extent = drawnExtent(image, ppi);
        // Half a line's width may reach over the margin, not more.
        expect(Math.min(extent.left, extent.top)).to.be.at.least(4.7);
        expect(extent.right).to.be.at.most(page.widthMm - 4.7);
        expect(extent.bottom).to.be.at.most(page.heightMm - 4.7);
      }
    });
  }
});

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
        backing: { reach: 'lines', bandMm: 20 },
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

  it('takes in all of a rubbed band that lies on it, also of lines beyond its edge', async () => {
    const set = sheets(map, { kind: 'backing', backing: { reach: 'lines', bandMm: 8 }, overlapMm: 10 });
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

const faults: PrinterFaults = {
  ...noFaults,
  scaleX: 0.988,
  scaleY: 1.007,
  skewDeg: 0.35,
  offsetX: 1.5,
  offsetY: -1,
};

/** What a ruler says of the calibration sheet as it lies on the table. */
async function calibrated(): Promise<PrinterBend> {
  const set = sheets(crosses(100, 100, [{ x: 50, y: 50 }]), { kind: 'calibration' });
  const page = set.page(0);
  const drawn = crossDistances({ widthMm: page.widthMm - 10, heightMm: page.heightMm - 10 });
  const image = await pictureOf(await printed(await pdfOf(set), faults));
  const [a, b, c, d] = [
    [0, 0],
    [drawn.widthMm, 0],
    [drawn.widthMm, drawn.heightMm],
    [0, drawn.heightMm],
  ].map(([x = 0, y = 0]) => crossAt(image, ppi, onPaper(faults, { x: 13 + x, y: 13 + y }), 6));
  if (!a || !b || !c || !d) throw new Error('a cross is missing');
  const apart = (p: typeof a, q: typeof a) => Math.round(Math.hypot(p.x - q.x, p.y - q.y) * 20) / 20;
  const bend = bendFrom(drawn, {
    acrossMm: apart(a, b),
    downMm: apart(a, d),
    fallingMm: apart(a, c),
    risingMm: apart(b, d),
  });
  if (typeof bend === 'string') throw new Error(bend);
  return bend;
}

describe('a printer that lies', () => {
  const places = lattice(170, 230, 50);
  const map = crosses(170, 230, places);

  /** Crosses as they lie on the table, against the first. */
  async function lying(set: SheetSet) {
    const [sheet] = sheetLayout(set).pages;
    if (!sheet) throw new Error('no page');
    const bend = set.tiled?.tiling.toFile;
    if (!bend) throw new Error('no tiling');
    const image = await pictureOf(await printed(await pdfOf(set), faults));
    return places.map(({ x, y }) => {
      const file = { x: bend.a * x + bend.b * y + bend.c, y: bend.e * y + bend.f };
      return crossAt(image, ppi, onPaper(faults, file));
    });
  }

  const worst = (found: { x: number; y: number }[]) =>
    found.reduce((most, at, i) => {
      const [first, place, wanted] = [found[0], places[0], places[i]];
      if (!first || !place || !wanted) return most;
      return Math.max(
        most,
        Math.hypot(at.x - first.x - wanted.x + place.x, at.y - first.y - wanted.y + place.y),
      );
    }, 0);

  it('comes out true within a tenth of a millimetre once it is calibrated with a ruler', async () => {
    expect(worst(await lying(sheets(map, {}, await calibrated())))).to.be.at.most(0.1);
  });

  it('is out by millimetres before, and the check bars say so', async () => {
    const set = sheets(map);
    expect(worst(await lying(set))).to.be.greaterThan(1);
    const bar = onPaper(faults, { x: 105, y: 0 }).x - onPaper(faults, { x: 5, y: 0 }).x;
    expect(Math.abs(bar - 100)).to.be.greaterThan(1);
  });
});

describe('a printer that cannot reach the rim of its paper', () => {
  const drawn = async (unprintableMm: number) => {
    const set = sheets(crosses(170, 230, [{ x: 20, y: 20 }]));
    const rimmed = { ...noFaults, unprintableMm };
    return drawnExtent(await pictureOf(await printed(await pdfOf(set), rimmed)), ppi);
  };

  it('prints all of a sheet whose margins are as wide as the rim, and cuts off what lies further out', async () => {
    const [whole, within, cut] = [await drawn(0), await drawn(4.5), await drawn(12)];
    expect(within).to.deep.equal(whole);
    expect(cut.left).to.be.closeTo(12, 0.1);
    expect(cut.bottom).to.be.closeTo(297 - 12, 0.1);
  });
});

describe('sheets joined on the table', () => {
  const places = lattice(300, 240, 60);
  const map = crosses(300, 240, places);

  it('make one true drawing of calibrated sheets', async () => {
    const set = sheets(map, {}, await calibrated());
    const layout = sheetLayout(set);
    const { pdf, places: laid } = await joined(await pdfOf(set), layout, faults);
    expect(laid.size).to.equal(2);
    const image = await pictureOf(pdf);
    // The first sheet lies where its window is; the others follow on their crosses.
    const origin = layout.pages[0]?.at ?? { x: 0, y: 0 };
    for (const { x, y } of places) {
      const at = crossAt(image, ppi, { x: x + origin.x, y: y + origin.y });
      expect(Math.hypot(at.x - x - origin.x, at.y - y - origin.y), `${x}, ${y}`).to.be.at.most(0.2);
    }
  });

  it('leave a hole where a page never came out', async () => {
    const set = sheets(map);
    const { places: laid } = await joined(await pdfOf(set), sheetLayout(set), { ...noFaults, dropped: [2] });
    expect([...laid.keys()]).to.deep.equal([1]);
  });
});
