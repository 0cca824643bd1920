import { expect } from 'chai';
import { bendFrom, crossDistances, sheetLayout, type PrinterBend, type SheetSet } from '@nobrel/core/sheets';
import { crossAt, drawnExtent } from '../testing/measured.js';
import { crosses, lattice, pdfOf, pictureOf, ppi, sheets } from '../testing/true-pages.js';
import { joined, noFaults, onPaper, printed, type PrinterFaults } from './simulated-printer.js';

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
