import { expect } from 'chai';
import type { MapDocument } from '../../documents/index.js';
import { disc, lineOf, mapWith, photograph } from '../../testing/index.js';
import { defaultMapSettings, MapMaker } from '../../map/index.js';
import { sheetsOf, strokesIn, wordsIn } from '../test-source.js';
import { SheetError } from '../tiling.js';
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
    const all = sheetsOf(mapWith(180, 100), { kind: 'backing', backing: { reach: 'all', bandMm: 8 } });
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
      const set = sheetsOf(map, { kind: 'backing', backing: { reach, bandMm } });
      return { set, cm2: Number(/([\d.]+) cm²/.exec(set.notes[0].says)?.[1]) };
    };
    const ring = (outer: number, inner: number) => (Math.PI * (outer ** 2 - inner ** 2)) / 100;
    const shapes = rubbed('shapes');
    expect(shapes.cm2).to.be.closeTo(ring(radius + bandMm / 2, 0), 0.4);
    expect(shapes.set.page(0).items.filter(({ kind }) => kind === 'fill')).to.have.length(1);
    expect(rubbed('lines').cm2).to.be.closeTo(ring(radius + bandMm / 2, radius - bandMm / 2), 0.4);
  });

  it('all over offers to rub only behind the lines', () => {
    const [note] = sheetsOf(halves(), { kind: 'backing', backing: { reach: 'all', bandMm: 8 } }).notes;
    const again = sheetsOf(halves(), { kind: 'backing', ...note.ways[0]?.change });
    expect(again.notes[0].says).to.equal('6.4 cm² to rub, 93 % less than all over.');
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
