import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument } from '../../documents/index.js';
import { stepLength } from '../../geometry/index.js';
import { defaultSheetDecisions } from '../decisions.js';
import { lineOf, mapWith } from '../../testing/index.js';
import { pagesOf, sheetsOf, strokesIn, wordsIn } from '../test-source.js';
import { SheetError } from '../tiling.js';
import { Coverage } from './coverage.js';
import { planFilm } from './film.js';
import { prick } from './holes.js';
import { landmarksAround } from './partial.js';

const limits = defaultSheetDecisions.pricking;

function circle(x: number, y: number, radius: number, id = 'c'): MapDocument['lines'][number] {
  const points = Array.from({ length: 180 }, (_, i): [number, number] => {
    const angle = (2 * Math.PI * i) / 180;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
  return lineOf(points, { id, closed: true });
}

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

describe('pricking', () => {
  it('spaces holes on a curve by the chord error: √(8·R·e)', () => {
    const { holes } = prick(mapWith(200, 200, [circle(100, 100, 20)]), limits);
    const spacing = Math.sqrt(8 * 20 * limits.chordMm);
    expect(holes.length).to.be.closeTo((2 * Math.PI * 20) / spacing, 2);
    for (let i = 0; i < holes.length; i++) {
      const [a, b] = [holes[i], holes[(i + 1) % holes.length]];
      const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
      expect(20 - Math.hypot(middle.x - 100, middle.y - 100)).to.be.at.most(1.15 * limits.chordMm);
    }
  });

  it('always pricks ends and corners, and goes no closer or further than the limits', () => {
    const bend: [number, number][] = [
      [10, 10],
      [90, 10],
      [90, 70],
    ];
    const { holes } = prick(mapWith(100, 100, [lineOf(bend)]), limits);
    for (const [x, y] of bend)
      expect(
        holes.some((hole) => stepLength(hole.x - x, hole.y - y) < 1e-6),
        `${x},${y}`,
      ).to.equal(true);
    expect(holes.filter(({ at }) => at === 'end')).to.have.length(2);
    expect(holes.filter(({ at }) => at === 'corner')).to.have.length(1);
    for (let i = 1; i < holes.length; i++) {
      const apart = stepLength(holes[i].x - holes[i - 1].x, holes[i].y - holes[i - 1].y);
      expect(apart).to.be.within(limits.leastMm - 1e-6, limits.mostMm + 1e-6);
    }
  });

  it('lets crossing lines share a hole', () => {
    const cross = prick(
      mapWith(100, 100, [
        lineOf([
          [10, 50.3],
          [90, 50.3],
        ]),
        lineOf(
          [
            [49.7, 10],
            [49.7, 90],
          ],
          { id: 'a2' },
        ),
      ]),
      limits,
    );
    const shared = cross.holes.filter(({ lines }) => lines.length === 2);
    expect(shared).to.have.length(1);
    expect(shared[0]).to.include({ x: 49.7, y: 50.3, at: 'crossing' });
  });

  it('tells where dots of two lines would merge, once a place', () => {
    const beside = (gap: number) =>
      prick(
        mapWith(100, 100, [
          lineOf([
            [10, 50],
            [90, 50],
          ]),
          lineOf(
            [
              [10, 50 + gap],
              [90, 50 + gap],
            ],
            { id: 'a2' },
          ),
        ]),
        limits,
      ).merging;
    expect(beside(10)).to.have.length(0);
    expect(beside(0.8).length).to.be.within(1, 40);
    expect(beside(0.8)[0].lines).to.have.members(['a1', 'a2']);
  });

  it('keeps its limits on any line', () => {
    const place = fc.tuple(
      fc.double({ min: 5, max: 95, noNaN: true }),
      fc.double({ min: 5, max: 95, noNaN: true }),
    );
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 12 }), fc.boolean(), (points, closed) => {
        const { holes } = prick(mapWith(100, 100, [lineOf(points, { closed })]), limits);
        for (const { x, y } of holes) expect(Number.isFinite(x) && Number.isFinite(y)).to.equal(true);
        const along = holes.filter(({ at }) => at === 'along');
        for (let i = 1; i < along.length; i++) {
          const gap = stepLength(along[i].x - along[i - 1].x, along[i].y - along[i - 1].y);
          expect(gap).to.be.greaterThan(0);
        }
      }),
      { numRuns: 60 },
    );
  });
});

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
});

describe('film', () => {
  it('states the magnification and keeps lines under a width where a printer can', () => {
    const film = { stageMm: 250, mostLineMm: 2 };
    expect(planFilm({ width: 1000, height: 750 }, film, { width: 280, height: 280 })).to.deep.equal({
      magnification: 4,
      filmLineMm: 0.5,
      surfaceLineMm: 2,
      thinEnough: true,
    });
    const wall = planFilm({ width: 10_000, height: 4000 }, film, { width: 280, height: 280 });
    expect(wall.thinEnough).to.equal(false);
    expect(wall.surfaceLineMm).to.equal(4);
    const notes = sheetsOf(mapWith(10_000, 4000), { kind: 'film', paper: 'a3', film }).notes;
    expect(notes.map(({ id }) => id)).to.deep.equal(['film-size', 'film-line']);
  });

  it('is as large as the film where that is smaller than the stage', () => {
    const plan = planFilm(
      { width: 400, height: 300 },
      { stageMm: 250, mostLineMm: 2 },
      { width: 200, height: 280 },
    );
    expect(plan.magnification).to.equal(2);
  });
});

describe('a part alone', () => {
  const map = mapWith(400, 300, [
    circle(200, 150, 60),
    lineOf(
      [
        [50, 60],
        [90, 60],
        [90, 100],
      ],
      { id: 'b' },
    ),
    lineOf(
      [
        [300, 200],
        [340, 240],
      ],
      { id: 'd' },
    ),
  ]);
  const part = { x: 150, y: 100, width: 100, height: 100 };

  it('has at least four landmarks outside it, well apart', () => {
    for (const own of [map, mapWith(400, 300, [circle(200, 150, 60)])]) {
      const spots = landmarksAround(own, part);
      expect(spots.length).to.be.at.least(4);
      spots.forEach((a, i) =>
        spots.slice(i + 1).forEach((b) => expect(stepLength(a.x - b.x, a.y - b.y)).to.be.at.least(8)),
      );
    }
  });

  it('shows its lines and tells each landmark’s distances from the edges', () => {
    const set = sheetsOf(map, { kind: 'partial', part });
    const words = pagesOf(set)
      .flatMap(({ items }) => wordsIn(items))
      .join(' ');
    expect(words).to.include('90 mm · 100 mm');
    expect(() => sheetsOf(map, { kind: 'partial', part: { ...part, x: 900 } })).to.throw(
      SheetError,
      /beside the surface/,
    );
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

describe('the reference', () => {
  const crop = { x: 100, y: 50, width: 3000, height: 2400 };

  it('is cut so that every sheet shows its own part', () => {
    const set = sheetsOf(mapWith(300, 240), { kind: 'reference', look: 'grey' }, {}, { crop });
    const shown = set.tiled!.printed.map((tile, i) => {
      const item = set.page(i).items.find(({ kind }) => kind === 'picture');
      if (item?.kind !== 'picture') throw new Error('no picture');
      expect(item.window.x).to.be.closeTo(100 + tile.window.x * 10, 1e-6);
      expect(item.across[0]).to.be.closeTo(tile.window.width, 1e-6);
      return item.window.width;
    });
    expect(shown[0] + shown[1]).to.be.closeTo(3000 + 100, 1e-6);
  });

  it('has close-ups at a stated enlargement', () => {
    const set = sheetsOf(
      mapWith(300, 240),
      { kind: 'close-ups', enlarged: 3 },
      {},
      { crop, closeUps: [{ x: 150, y: 120, text: 'handle unclear' }] },
    );
    const item = set.page(0).items.find(({ kind }) => kind === 'picture');
    if (item?.kind !== 'picture') throw new Error('no picture');
    expect(item.across[0] / (item.window.width / 10)).to.be.closeTo(3, 1e-9);
    expect(wordsIn(set.page(0).items).join(' '))
      .to.include('handle unclear')
      .and.to.include('3 times its size');
  });

  it('cannot be printed when there is none', () => {
    for (const kind of ['reference', 'grid-reference', 'close-ups'] as const)
      expect(() => sheetsOf(mapWith(100, 100), { kind })).to.throw(SheetError, /no reference/);
  });
});

describe('papers beside the drawing', () => {
  it('say what they are for, each on one page', () => {
    const rest = {
      sketch: { widthMm: 100, heightMm: 80 },
      decided: [['Surface', 'cold-pressed paper']] as const,
      steps: Array.from(
        { length: 30 },
        (_, i) => `Step ${i + 1}: lift the sheet and look whether every line has come through.`,
      ),
    };
    const words = (kind: 'card' | 'label' | 'order-slip' | 'setting-out' | 'calibration') => {
      const set = sheetsOf(mapWith(300, 240), { kind }, {}, rest);
      expect(set.count, kind).to.equal(1);
      return wordsIn(set.page(0).items).join(' ');
    };
    expect(words('card')).to.include('cold-pressed paper').and.to.include('30. Step 30');
    expect(words('label')).to.include('REVERSE').and.to.include('map 3');
    expect(words('order-slip')).to.include('300.0 %');
    expect(words('setting-out')).to.include('from the edge itself');
    expect(words('calibration')).to.include('A to C');
  });

  it('keep within the paper', () => {
    for (const kind of ['card', 'label', 'setting-out', 'calibration', 'film'] as const) {
      for (const { widthMm, heightMm, items } of pagesOf(
        sheetsOf(mapWith(300, 240), { kind, paper: 'a3' }),
      )) {
        for (const item of items) {
          if (item.kind !== 'stroke') continue;
          for (let i = 0; i < item.points.length; i += 2) {
            expect(item.points[i]).to.be.within(4.9, widthMm - 4.9);
            expect(item.points[i + 1]).to.be.within(4.9, heightMm - 4.9);
          }
        }
      }
    }
  });
});
