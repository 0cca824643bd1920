import { expect } from 'chai';
import fc from 'fast-check';
import { cutAllTo, extentOf } from '../layout/cut.js';
import type { DrawingItem } from './drawing.js';
import { pageToSvg } from './paint-svg.js';
import { moved, strokeOf, textOf, type Affine, type PageItem, type PagePicture } from './page.js';

const picture: PagePicture = {
  kind: 'picture',
  corner: [10, 20],
  across: [30, 0],
  down: [0, 40],
  window: { x: 0, y: 0, width: 300, height: 400 },
  look: 'colour',
};
const ring = [0, 0, 10, 0, 10, 10, 0, 10];
const all: PageItem[] = [
  strokeOf([1, 2, 3, 5], 0.3),
  textOf(4, 5, 'A', 3),
  { kind: 'fill', rings: [ring], colour: [1, 2, 3] },
  { kind: 'dots', points: [7, 8], diameterMm: 0.5, ink: 'graphite' },
  picture,
  { kind: 'within', rings: [ring], items: [strokeOf([0, 5, 20, 5], 8), textOf(9, 9, 'B', 2)] },
];

/** Every number of an item that is a place, in order. */
function placesOf(item: PageItem): number[] {
  if (item.kind === 'stroke' || item.kind === 'dots') return Array.from(item.points);
  if (item.kind === 'text') return [item.x, item.y];
  if (item.kind === 'picture') {
    const [x, y] = item.corner;
    return [x, y, x + item.across[0], y + item.across[1], x + item.down[0], y + item.down[1]];
  }
  const rings = item.rings.flatMap((one) => Array.from(one));
  return item.kind === 'fill' ? rings : [...rings, ...item.items.flatMap(placesOf)];
}

describe('items of a page', () => {
  const side = fc.double({ min: 0.2, max: 3, noNaN: true });
  const far = fc.double({ min: -500, max: 500, noNaN: true });

  it('are moved with every point of theirs, and widths stay', () => {
    fc.assert(
      fc.property(side, side, far, far, fc.boolean(), (a, e, c, f, mirrored) => {
        const to: Affine = { a: mirrored ? -a : a, b: 0.1, c, d: -0.2, e, f };
        for (const item of all) {
          const before = placesOf(item);
          const after = placesOf(moved(item, to));
          expect(after).to.have.length(before.length);
          for (let i = 0; i < before.length; i += 2) {
            expect(after[i]).to.be.closeTo(to.a * before[i] + to.b * before[i + 1] + c, 1e-9);
            expect(after[i + 1]).to.be.closeTo(to.d * before[i] + e * before[i + 1] + f, 1e-9);
          }
        }
        expect(moved(strokeOf([0, 0, 1, 1], 0.3), to)).to.include({ widthMm: 0.3 });
      }),
    );
  });

  it('keep words readable on the reverse: they end there where they would begin', () => {
    const mirror: Affine = { a: -1, b: 0, c: 100, d: 0, e: 1, f: 0 };
    for (const [anchor, turned] of [
      ['start', 'end'],
      ['middle', 'middle'],
      ['end', 'start'],
    ] as const) {
      const text = textOf(30, 5, 'words', 3, { anchor });
      expect(moved(text, mirror)).to.include({ x: 70, anchor: turned, text: 'words' });
      expect(moved(moved(text, mirror), mirror)).to.deep.equal(text);
    }
  });
});

describe('cutting to a window', () => {
  const window = { x: 0, y: 0, width: 100, height: 50 };
  const cut = (...items: DrawingItem[]) =>
    cutAllTo(
      items.map((item) => ({ item, bounds: extentOf(item) })),
      window,
    );

  it('leaves what lies inside as it is, and leaves out what lies outside', () => {
    const inside = [strokeOf([10, 10, 90, 40], 8), textOf(20, 20, 'words', 3)];
    expect(cut(...inside)).to.deep.equal(inside);
    expect(cut(strokeOf([200, 10, 300, 40], 8), textOf(150, 20, 'words', 3))).to.deep.equal([]);
  });

  it('cuts a thin line at the border, and shows a wide one within the window', () => {
    const [thin] = cut(strokeOf([50, 25, 150, 25], 0.3));
    expect(thin).to.have.property('kind', 'stroke');
    expect(placesOf(thin)).to.deep.equal([50, 25, 100, 25]);
    const [wide] = cut(strokeOf([50, 25, 150, 25], 10));
    // Its round end lies outside, so that the border cuts it straight.
    expect(wide).to.have.property('kind', 'within');
    expect(placesOf(wide).slice(-4)).to.deep.equal([50, 25, 105, 25]);
    // Beyond the border by less than half its width, and by more.
    expect(cut(strokeOf([104, 0, 104, 50], 10))).to.have.length(1);
    expect(cut(strokeOf([106, 0, 106, 50], 10))).to.have.length(0);
  });

  it('gathers neighbours that reach out in one group, in the order they are painted', () => {
    const kinds = cut(
      strokeOf([50, 10, 150, 10], 10),
      textOf(98, 20, 'out of it', 3),
      strokeOf([0, 30, 100, 30], 0.3),
      strokeOf([50, 40, 150, 40], 10),
    ).map((item) => (item.kind === 'within' ? item.items.map(({ kind }) => kind) : item.kind));
    expect(kinds).to.deep.equal([['stroke', 'text'], 'stroke', ['stroke']]);
  });

  it('never changes the drawing that is cut', () => {
    const region: DrawingItem = {
      kind: 'within',
      rings: [[0, 0, 100, 0, 100, 50, 0, 50]],
      items: [strokeOf([10, 10, 90, 10], 8)],
    };
    const before = JSON.stringify(region);
    cut(region, strokeOf([50, 25, 150, 25], 10), region);
    expect(JSON.stringify(region)).to.equal(before);
  });
});

describe('a page as SVG', () => {
  it('names every clip path once and uses it', () => {
    const within: PageItem = { kind: 'within', rings: [ring, ring], items: [strokeOf([0, 5, 20, 5], 8)] };
    const svg = pageToSvg({ label: 'A1', widthMm: 50, heightMm: 40, items: [within, ...all, within] });
    const named = [...svg.matchAll(/<clipPath id="([^"]+)"/g)].map(([, id]) => id);
    const used = [...svg.matchAll(/clip-path="url\(#([^)]+)\)"/g)].map(([, id]) => id);
    expect(named).to.have.length(3);
    expect(new Set(named).size).to.equal(3);
    expect(used).to.deep.equal(named);
    expect(svg.match(/<g /g)).to.have.length(3);
    expect(svg.match(/<\/g>/g)).to.have.length(3);
    // Without an address pictures are left out.
    expect(svg).not.to.include('<image');
  });
});
