import { expect } from 'chai';
import type { MapDocument } from '../../documents/index.js';
import { disc, lineOf, mapWith, photograph, sheetsOf, strokesIn, wordsIn } from '../../testing/index.js';
import { defaultMapSettings, MapMaker, type Place } from '../../map/index.js';
import type { SheetSet } from '../layout/lay-out.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import { Coverage } from './coverage.js';

/** Two shapes parted by an upright line, each as wide as half the surface. */
function halves(): MapDocument {
  const map = mapWith(120, 80, [
    lineOf(
      [
        [60, 0],
        [60, 80],
      ],
      { id: 'm', left: 's2', right: 's1' },
    ),
    lineOf(
      [
        [60, 80],
        [0, 80],
        [0, 0],
        [60, 0],
      ],
      { id: 'f1', kind: 'frame', right: 's1' },
    ),
    lineOf(
      [
        [60, 0],
        [120, 0],
        [120, 80],
        [60, 80],
      ],
      { id: 'f2', kind: 'frame', right: 's2' },
    ),
  ]);
  return {
    ...map,
    values: [
      { level: 0, lightness: 20 },
      { level: 1, lightness: 80 },
    ],
    shapes: [
      {
        id: 's1',
        level: 0,
        area: 4800,
        rings: [
          [
            { line: 'm', reversed: false },
            { line: 'f1', reversed: false },
          ],
        ],
      },
      {
        id: 's2',
        level: 1,
        area: 4800,
        rings: [
          [
            { line: 'f2', reversed: false },
            { line: 'm', reversed: true },
          ],
        ],
      },
    ],
  };
}

describe('the guide for rubbing', () => {
  it('measures a band along a line to one part in a hundred, overlaps once', () => {
    const extent = { x: 0, y: 0, width: 200, height: 100 };
    const coverage = new Coverage(extent, 8);
    coverage.addBand([20, 50, 180, 50], false, 8);
    coverage.addBand([40, 50, 160, 50], false, 8);
    expect(coverage.areaMm2()).to.be.closeTo(160 * 8 + Math.PI * 16, 14);
    const filled = new Coverage(extent, 8);
    filled.addRings([
      [10, 10, 110, 10, 110, 60, 10, 60],
      [30, 20, 50, 20, 50, 40, 30, 40],
    ]);
    expect(filled.areaMm2()).to.be.closeTo(100 * 50 - 20 * 20, 50);
  });

  it('is mirrored, says its area, and what is saved', () => {
    const set = sheetsOf(
      mapWith(180, 100, [
        lineOf([
          [20, 50],
          [160, 50],
        ]),
      ]),
      { kind: 'backing' },
    );
    expect(set.mirrored).to.equal(true);
    const [note] = set.notes;
    expect(note.says).to.match(/^11\.[678] cm² to rub, 9[34] % less than all over\.$/);
    expect(strokesIn(set.page(0).items, 'rub')[0].widthMm).to.equal(8);
    const all = sheetsOf(mapWith(180, 100), {
      kind: 'backing',
      backing: { reach: 'all', bandMm: 8, sticks: [] },
    });
    expect(all.notes[0].says).to.equal('Rubbed all over: 180 cm².');
  });

  it('behind the things takes in a dark disc whole, with its band, and not the ground', () => {
    const radius = 30;
    const picture = photograph(
      {
        widthMm: 160,
        heightMm: 120,
        ground: 85,
        shapes: [{ distance: disc(80, 60, radius), lightness: 25, blurMm: 0.15 }],
      },
      4,
    );
    const frame = { x: 0, y: 0, width: 160, height: 120 };
    const map = new MapMaker().make({
      picture,
      pictureKey: 'disc',
      window: { x: 0, y: 0, width: picture.width, height: picture.height },
      placement: { surface: frame, frame },
      settings: { ...defaultMapSettings, values: 2 },
      corrections: [],
    });
    const bandMm = 6;
    const rubbed = (reach: 'shapes' | 'lines') => {
      const set = sheetsOf(map, { kind: 'backing', backing: { reach, bandMm, sticks: [] } });
      return { set, cm2: Number(/([\d.]+) cm²/.exec(set.notes[0].says)?.[1]) };
    };
    const ring = (outer: number, inner: number) => (Math.PI * (outer ** 2 - inner ** 2)) / 100;
    const shapes = rubbed('shapes');
    expect(shapes.cm2).to.be.closeTo(ring(radius + bandMm / 2, 0), 0.4);
    expect(shapes.set.page(0).items.filter(({ kind }) => kind === 'fill')).to.have.length(1);
    expect(rubbed('lines').cm2).to.be.closeTo(ring(radius + bandMm / 2, radius - bandMm / 2), 0.4);
  });

  it('all over offers to rub only behind the lines', () => {
    const [note] = sheetsOf(halves(), {
      kind: 'backing',
      backing: { reach: 'all', bandMm: 8, sticks: [] },
    }).notes;
    const again = sheetsOf(halves(), { kind: 'backing', ...note.ways[0]?.change });
    expect(again.notes[0].says).to.equal('6.4 cm² to rub, 93 % less than all over.');
  });
});

describe('sticks by region', () => {
  const stick = (name: string, colour: string, ...spots: [number, number][]) => ({
    name,
    colour,
    at: spots.map(([x, y]): Place => [x / 120, y / 80]),
  });
  const sanguine = stick('Sanguine', '#a4553c', [30, 40]);
  const rub = (
    sticks: readonly ReturnType<typeof stick>[],
    rest: Partial<SheetSource> = {},
    reach: 'lines' | 'all' = 'lines',
  ) => sheetsOf(halves(), { kind: 'backing', backing: { bandMm: 8, sticks: [...sticks], reach } }, {}, rest);
  const says = (set: SheetSet) => set.notes.map((note) => note.says);
  /** What is shown of a page in the colour of a stick. */
  const coloured = (set: SheetSet, page = 0) =>
    set
      .page(page)
      .items.flatMap((item) => (item.kind === 'within' ? [item] : []))
      .filter(({ items }) => items.some((item) => item.kind === 'stroke' && typeof item.ink !== 'string'));

  it('colour the part of a band that lies behind their shapes, and no more', () => {
    const set = rub([sanguine]);
    const [region] = coloured(set);
    const [band] = region.items;
    expect(band).to.include({ kind: 'stroke', widthMm: 8 }).and.to.have.deep.property('ink', [164, 85, 60]);
    // The shape is the left half; seen from the back it is on the right.
    const xs = Array.from(region.rings[0]).filter((_, i) => i % 2 === 0);
    expect(Math.max(...xs) - Math.min(...xs)).to.be.closeTo(60, 1e-6);
    expect(wordsIn(set.page(0).items)).to.include('Sanguine');
    expect(says(set)).to.include('Sanguine 3.2 cm², the usual colour 3.2 cm².');
    expect(says(rub([sanguine], {}, 'all'))).to.include('Sanguine 48.0 cm², the usual colour 48.0 cm².');
  });

  it('of a shape given to two are the last one’s', () => {
    const set = rub([sanguine, stick('Umber', '#6b5a45', [20, 20], [90, 40])]);
    expect(says(set)).to.include('Sanguine 0.0 cm², Umber 6.4 cm², the usual colour 0.0 cm².');
    expect(coloured(set)).to.have.length(1);
  });

  it('given to a place where no shape lies any more are told of', () => {
    const lost = rub([stick('Umber', '#6b5a45', [30, 40], [400, 40])]).notes.find(
      ({ id }) => id === 'backing-lost',
    );
    expect(lost?.says).to.equal('1 place that a colour was given to is in no shape of this map.');
  });

  it('are watched where they do not show on the ground, or would show through', () => {
    const pale = stick('Pale yellow', '#f6f0b8', [30, 40]);
    const black = stick('Black', '#101010', [90, 40]);
    expect(says(rub([pale]))).to.include('Pale yellow is hard to see on this ground.');
    expect(says(rub([pale], { groundColour: '#2a2624' }))).not.to.include(
      'Pale yellow is hard to see on this ground.',
    );
    // The right half is light, the left half dark.
    expect(says(rub([black]))).to.include('Black is dark behind 1 light shape.');
    expect(says(rub([stick('Black', '#101010', [30, 40])])).join()).not.to.include('is dark behind');
  });

  it('keep to their shapes on every sheet a shape is cut into', () => {
    const set = sheetsOf(halves(), {
      kind: 'backing',
      backing: { reach: 'lines', bandMm: 8, sticks: [sanguine] },
      paper: 'custom',
      customMm: { widthMm: 80, heightMm: 80 },
    });
    const sheets = set.tiled?.printed ?? [];
    expect(sheets.length).to.be.greaterThan(2);
    const { a, c, b } = set.tiled!.tiling.toFile;
    expect(b).to.equal(0);
    sheets.forEach(({ window }, i) => {
      const regions = coloured(set, i);
      // The shape ends at 60 mm; a band begins 4 mm before that.
      const meets = window.x < 60 && window.x + window.width > 56 && window.y < 80;
      expect(regions.length > 0, `${window.x}, ${window.y}`).to.equal(meets);
      for (const { rings } of regions)
        for (const ring of rings)
          for (let k = 0; k < ring.length; k += 2) {
            const x = window.x + window.width - (ring[k] - c) / a;
            expect(x).to.be.within(window.x - 1e-6, 60 + 1e-6);
          }
    });
  });
});

describe('values', () => {
  it('fill every shape with the grey of its value, with a key below', () => {
    const { items } = sheetsOf(halves(), { kind: 'values' }).page(0);
    const fills = items.filter((item) => item.kind === 'fill');
    expect(fills).to.have.length(4);
    const greys = fills.map((item) => (item.kind === 'fill' ? item.colour[0] : 0));
    expect(greys[0]).to.equal(greys[2]).and.to.be.lessThan(greys[1]);
    expect(wordsIn(items)).to.include.members(['L 20', 'L 80']);
  });

  it('are numbered instead, one number a shape', () => {
    const { items } = sheetsOf(halves(), { kind: 'numbers' }).page(0);
    const numbers = items.flatMap((item) =>
      item.kind === 'text' && item.ink === 'guide' && item.anchor === 'middle' ? [item.text] : [],
    );
    expect(numbers).to.deep.equal(['1', '2']);
    expect(() => sheetsOf(mapWith(50, 50), { kind: 'values' })).to.throw(SheetError, /no value shapes/);
  });
});
