import { expect } from 'chai';
import fc from 'fast-check';
import { distance } from '../geometry/index.js';
import { datums, defaultFitDecisions, type Datum } from './decisions.js';
import { layOut } from './layout.js';
import { fitNotes } from './notes.js';
import { gridTicks, marksOf, readOffRule, settingOut } from './setting-out.js';
import type { MeasuredSides } from './measured-sides.js';
import { findMeasureFault, squarenessOf } from './squareness.js';

const surface = { width: 300, height: 240 };
const square: MeasuredSides = {
  top: 300,
  right: 240,
  bottom: 300,
  left: 240,
  falling: Math.hypot(300, 240),
  rising: Math.hypot(300, 240),
};

/** Six measures of a real figure. */
function measuresOf(corners: readonly (readonly [number, number])[]): MeasuredSides {
  const d = (i: number, j: number) =>
    Math.hypot(corners[j][0] - corners[i][0], corners[j][1] - corners[i][1]);
  return { top: d(0, 1), right: d(1, 2), bottom: d(2, 3), left: d(3, 0), falling: d(0, 2), rising: d(3, 1) };
}

describe('squareness', () => {
  it('finds a square surface square', () => {
    const { offRad, diagonalsDifferMm, disagreeMm, corners } = squarenessOf(square);
    for (const off of offRad) expect(off).to.be.closeTo(0, 1e-9);
    expect(diagonalsDifferMm).to.equal(0);
    expect(disagreeMm).to.be.closeTo(0, 1e-9);
    expect(corners[2].x).to.be.closeTo(300, 1e-6);
  });

  it('recovers the corners of any surface from true measures', () => {
    const slip = fc.double({ min: -15, max: 15, noNaN: true });
    fc.assert(
      fc.property(slip, slip, slip, slip, slip, (a, b, c, d, e) => {
        const truth = [
          [0, 0],
          [300 + a, 0],
          [300 + b, 240 + c],
          [d, 240 + e],
        ] as const;
        const { corners, disagreeMm } = squarenessOf(measuresOf(truth));
        corners.forEach((corner, k) => {
          expect(corner.x).to.be.closeTo(truth[k][0], 1e-5);
          expect(corner.y).to.be.closeTo(truth[k][1], 1e-5);
        });
        expect(disagreeMm).to.be.below(1e-6);
      }),
    );
  });

  it('says which corner to align to, and how far the others are out', () => {
    // Only the right side leans, by 3 mm over 240.
    const { offRad, squarest } = squarenessOf(
      measuresOf([
        [0, 0],
        [300, 0],
        [303, 240],
        [0, 240],
      ]),
    );
    expect([0, 3]).to.include(squarest);
    expect(offRad[1]).to.be.closeTo(Math.atan(3 / 240), 1e-6);
    expect(offRad[2]).to.be.closeTo(-Math.atan(3 / 240), 1e-6);
  });

  it('notices measures that contradict each other, and refuses impossible ones at their field', () => {
    expect(squarenessOf({ ...square, top: 310 }).disagreeMm).to.be.above(1.5);
    const slips = fitNotes(
      { width: 300, height: 240 },
      { ...defaultFitDecisions, measured: { ...square, top: 310 } },
      0.5,
      'mm',
    );
    expect(slips.find(({ id }) => id === 'fit-slip')?.weight).to.equal('fix');
    expect(findMeasureFault(square)).to.equal(null);
    expect(findMeasureFault({ ...square, falling: 600 })?.field).to.equal('falling');
    expect(findMeasureFault({ ...square, rising: 40 })?.message).to.match(/too short/);
    expect(findMeasureFault({ ...square, left: 0 })?.field).to.equal('left');
    expect(() => squarenessOf({ ...square, rising: 40 })).to.throw(RangeError);
  });
});

describe('setting out', () => {
  const layout = layOut(
    { width: 300, height: 200 },
    { ...defaultFitDecisions, way: 'border', marginsMm: { top: 10, right: 10, bottom: 10, left: 10 } },
  );
  const marks = marksOf(layout, [{ name: 'Motif, left', x: 80, y: 120 }], [{ name: 'Spout', x: 66, y: 99 }]);

  it('lists corners, centre lines, motif and landmarks', () => {
    expect(marks.map(({ of }) => of).filter((of, i, all) => all.indexOf(of) === i)).to.deep.equal([
      'picture',
      'middle',
      'motif',
      'landmark',
    ]);
    expect(marks[0]).to.include({ x: layout.frame.x, y: layout.frame.y });
    expect(marks).to.have.length(10);
  });

  it('measures every mark from the two edges of the datum corner', () => {
    const from = (datum: Datum) => settingOut(marks, surface, datum, null).measures.at(-1)!;
    expect(from('top-left')).to.include({ fromSideMm: 66, fromLevelMm: 99 });
    expect(from('bottom-right')).to.include({ fromSideMm: 234, fromLevelMm: 141 });
    expect(settingOut(marks, surface, 'bottom-right', null)).to.include({ side: 'right', level: 'bottom' });
  });

  it('comes to the same on a surface measured as square', () => {
    for (const datum of datums) {
      const planned = settingOut(marks, surface, datum, null).measures;
      settingOut(marks, surface, datum, square).measures.forEach((measure, i) => {
        expect(measure.fromSideMm).to.be.closeTo(planned[i].fromSideMm, 1e-6);
        expect(measure.fromLevelMm).to.be.closeTo(planned[i].fromLevelMm, 1e-6);
      });
    }
  });

  it('keeps the plan rigid on a surface out of square, its level edge along the real one', () => {
    const measured = measuresOf([
      [0, 0],
      [300, 0],
      [304, 240],
      [5, 241],
    ]);
    for (const datum of datums) {
      const { measures, really } = settingOut(marks, surface, datum, measured);
      const planned = settingOut(marks, surface, datum, null).measures;
      measures.forEach(({ fromLevelMm }, i) =>
        expect(fromLevelMm).to.be.closeTo(planned[i].fromLevelMm, 1e-6),
      );
      const [a, b] = [really!.places[0], really!.places[2]];
      expect(distance(a, b)).to.be.closeTo(distance(marks[0], marks[2]), 1e-6);
    }
    // At the top left the side leans right going down: lower marks lie nearer to it than planned.
    const { measures } = settingOut(marks, surface, 'top-left', measured);
    expect(measures[3].fromSideMm).to.be.below(layout.frame.x - 3);
  });

  it('never adds errors up: each reading is within half a step of its own measure', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 20_000, noNaN: true }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom(0.1 as const, 0.5 as const, 1 as const),
        fc.constantFrom(8 as const, 16 as const, 32 as const),
        (lengths, roundMm, roundInch) => {
          for (const mm of lengths) {
            const metric = readOffRule(mm, 'mm', { roundMm, roundInch });
            expect(Math.abs(metric.errorMm)).to.be.at.most(roundMm / 2 + 1e-9);
            const inches = readOffRule(mm, 'in', { roundMm, roundInch });
            expect(Math.abs(inches.errorMm)).to.be.at.most(25.4 / roundInch / 2 + 1e-9);
          }
        },
      ),
    );
    const read = { roundMm: 0.5, roundInch: 16 } as const;
    expect(readOffRule(66.3, 'mm', read)).to.deep.include({ text: '66.5 mm' });
    expect(readOffRule(66.3, 'cm', read).text).to.equal('6.65 cm');
    expect(readOffRule(66.3, 'in', { ...read, roundInch: 8 }).text).to.equal('2 5/8 in');
  });
});

describe('ticks of a grid', () => {
  const grid = { ...defaultFitDecisions.grid, columns: 3, rows: 2 };
  const layout = { surface, drawing: { x: 20, y: 20, width: 260, height: 200 } };

  it('are read from the datum’s own edges', () => {
    const fit = { ...defaultFitDecisions, grid, datum: 'bottom-right' as const };
    const { level, side } = gridTicks(layout, fit, 'mm');
    expect([level.from, side.from]).to.deep.equal(['right', 'bottom']);
    expect(level.readings).to.deep.equal(['20.0 mm', '106.5 mm', '193.5 mm', '280.0 mm']);
    expect(side.readings).to.deep.equal(['20.0 mm', '120.0 mm', '220.0 mm']);
  });

  it('never add up their rounding, however many they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.constantFrom(...datums), (columns, datum) => {
        const fit = { ...defaultFitDecisions, grid: { ...grid, columns }, datum };
        const { readings } = gridTicks(layout, fit, 'mm').level;
        expect(readings).to.have.length(columns + 1);
        readings.forEach((text, i) =>
          expect(Number.parseFloat(text)).to.be.closeTo(20 + (260 * i) / columns, 0.25 + 1e-9),
        );
      }),
    );
  });
});
