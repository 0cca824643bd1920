import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument } from '../../documents/index.js';
import { stepLength } from '../../geometry/index.js';
import { defaultSheetDecisions } from '../decisions.js';
import { strengthDashes } from '../line-strengths.js';
import { colourOf } from '../page/page.js';
import { lineOf, mapWith, pagesOf, sheetsOf, wordsIn } from '../../testing/index.js';
import { SheetError } from '../layout/tiling.js';
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

describe('lines of a drawing', () => {
  const drawn = mapWith(200, 200, [
    lineOf(
      [
        [10, 10],
        [190, 10],
      ],
      { strength: 1 },
    ),
    lineOf(
      [
        [10, 50],
        [190, 50],
      ],
      { id: 'middling', strength: 0.5 },
    ),
    lineOf(
      [
        [10, 90],
        [190, 90],
      ],
      { id: 'faintest', strength: 0.02 },
    ),
  ]);
  const inksOf = (change: Partial<typeof defaultSheetDecisions>) =>
    pagesOf(sheetsOf(drawn, change))[0].items.flatMap((item) =>
      item.kind === 'stroke' && item.widthMm === 0.35 ? [colourOf(item.ink)[0]] : [],
    );

  it('are printed alike, or fainter where they were drawn fainter but never too faint to trace', () => {
    expect(inksOf({})).to.deep.equal([20, 20, 20]);
    for (const kind of ['outline', 'mirrored'] as const)
      expect(inksOf({ kind, strengths: 'drawn' })).to.deep.equal([20, 138, 185]);
  });

  it('are dashed by how dark to draw them for the paint, with a word in the region and the key at the foot', () => {
    const planStrengths = () => ({
      lines: new Map([['faintest', 'faint' as const]]),
      words: [{ x: 100, y: 60, sizeMm: 4, word: 'faint' as const }],
    });
    for (const kind of ['outline', 'mirrored'] as const) {
      const [{ items }] = pagesOf(sheetsOf(drawn, { kind, strengths: 'paint' }, {}, { planStrengths }));
      const dashes = items.flatMap((item) =>
        item.kind === 'stroke' && item.widthMm === 0.35 ? [item.dashMm] : [],
      );
      expect(dashes).to.deep.equal([null, null, strengthDashes.faint.dashMm]);
      expect(wordsIn(items)).to.include('faint');
      expect(wordsIn(items).join(' ')).to.contain('short dashes: faint');
    }
  });
});

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
      expect(apart).to.be.within(limits.minMm - 1e-6, limits.maxMm + 1e-6);
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

  it('pricks lines that lie on each other once', () => {
    const points: [number, number][] = [
      [10, 50],
      [40, 50],
    ];
    const alone = prick(mapWith(100, 100, [lineOf(points)]), limits).holes;
    const twice = prick(
      mapWith(100, 100, [lineOf(points), lineOf([...points].reverse(), { id: 'a2' })]),
      limits,
    ).holes;
    expect(twice).to.have.length(alone.length);
    for (const { lines } of twice) expect(lines).to.have.members(['a1', 'a2']);
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

describe('film', () => {
  it('states the magnification and keeps lines under a width where a printer can', () => {
    const film = { stageMm: 250, maxLineMm: 2 };
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
      { stageMm: 250, maxLineMm: 2 },
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
