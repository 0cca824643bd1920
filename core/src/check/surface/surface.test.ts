import { expect } from 'chai';
import fc from 'fast-check';
import { pyramid } from '../../reference/index.js';
import { croppedBy, drawingScene, photographOf, sketchMap } from '../../testing/index.js';
import { checkDrawing, DrawingNotFound, findingsOf, type CheckSubject } from '../index.js';
import { commonShift, type Offset } from './common-shift.js';

const map = sketchMap(drawingScene(1));

function check(
  of: CheckSubject,
  ...photographed: Parameters<typeof photographOf> extends [unknown, ...infer R] ? R : never
) {
  const { picture, truth } = photographOf(map, ...photographed);
  return { truth, report: checkDrawing(pyramid(picture), map, { of }).report };
}

describe('a shift that lines have in common', () => {
  it('is found whatever it is, among places that have nothing to do with it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.double({ min: -0.012, max: 0.012, noNaN: true }),
        fc.integer({ min: 1, max: 1000 }),
        (dx, dy, angleRad, seed) => {
          const random = (k: number) => (((Math.sin(k * 12.9898 + seed) * 43758.5453) % 1) + 1) % 1;
          const offsets = Array.from({ length: 160 }, (_, k): Offset => {
            const [x, y] = [60 * random(k), 50 * random(k + 500)];
            const across = 2 * Math.PI * random(k + 900);
            const [nx, ny] = [Math.cos(across), Math.sin(across)];
            const by = nx * (dx - angleRad * (y - 25)) + ny * (dy + angleRad * (x - 30));
            return { x, y, nx, ny, offMm: k % 4 === 0 ? 12 * random(k + 77) - 6 : by };
          });
          const found = commonShift(offsets);
          expect(found).not.to.equal(null);
          if (!found) return;
          // Told about its own middle: at the corner of the sheet it comes to the same.
          for (const [x, y] of [
            [0, 0],
            [60, 50],
          ] as const) {
            expect(found.dx - found.angleRad * (y - found.cy)).to.be.closeTo(dx - angleRad * (y - 25), 0.25);
            expect(found.dy + found.angleRad * (x - found.cx)).to.be.closeTo(dy + angleRad * (x - 30), 0.25);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is none where there is nothing, or nothing in common', () => {
    expect(commonShift([])).to.equal(null);
    const alike: Offset[] = Array.from({ length: 30 }, (_, k) => ({ x: k, y: 0, nx: 0, ny: 1, offMm: 1 }));
    // Lines that all run one way do not tell how far a sheet slid along them.
    expect(commonShift(alike)).to.equal(null);
  });
});

describe('a surface after the transfer', () => {
  it('says what did not come across and what is to be cleaned away', () => {
    const { truth, report } = check('transfer', { missing: 3, extra: 2 }, 11);
    const says = findingsOf(report, map, 'mm', { of: 'transfer', cover: 'nothing' }).map(
      (finding) => finding.says,
    );
    const missing = truth.lines.filter(({ status }) => status === 'missing');
    expect(says.filter((word) => word.startsWith('Did not come across'))).to.have.length(missing.length);
    expect(says.filter((word) => word.startsWith('To clean away: a mark'))).to.have.length(
      truth.extra.length,
    );
    expect(report.doubled).to.equal(null);
    expect(report.slip).to.equal(null);
  });

  it('says which lines stand twice, and how far the sheet had slipped', () => {
    for (const [dx, dy] of [
      [3.1, 1.9],
      [-2.6, 0.8],
    ] as const) {
      const { truth, report } = check('transfer', { doubled: { dx, dy, angleDeg: 0, share: 0.35 } }, 12, {
        tool: 'pen',
      });
      expect(report.doubled?.dx).to.be.closeTo(dx, 0.3);
      expect(report.doubled?.dy).to.be.closeTo(dy, 0.3);
      const told = new Set(report.doubled?.lines);
      const right = truth.doubled.filter((id) => told.has(id)).length;
      // Straight lines that run the way the sheet slipped do not show it.
      expect(right / truth.doubled.length).to.be.at.least(0.6);
      expect(right / told.size).to.be.at.least(0.75);
      const [first] = findingsOf(report, map, 'mm', { of: 'transfer', cover: 'nothing' });
      expect(first?.says).to.match(/^\d+ lines stand twice, the second time /);
    }
  });

  it('says which lines were traced after the sheet had slipped', () => {
    const slip = { dx: 2.4, dy: -1.6, angleDeg: 0.3, from: 0.7 };
    const { truth, report } = check('transfer', { slip }, 13, { tool: 'pen' });
    const moved = truth.lines.filter(({ status }) => status === 'moved').map(({ id }) => id);
    const told = report.slip?.lines ?? [];
    const right = moved.filter((id) => told.includes(id)).length;
    expect(right / moved.length).to.be.at.least(0.75);
    expect(right / told.length).to.be.at.least(0.9);
    expect(report.slip?.angleDeg).to.be.closeTo(0.3, 0.25);
    const says = findingsOf(report, map, 'mm', { of: 'transfer', cover: 'nothing' }).map(
      (finding) => finding.says,
    );
    expect(says.filter((word) => word.startsWith('The sheet slipped: '))).to.have.length(1);
  });

  it('says which lines are too dark for what is to cover them', () => {
    const { report } = check('transfer', {}, 14, { contrast: 50, tool: 'pen' });
    const darkFor = (cover: 'nothing' | 'pale' | 'opaque') =>
      findingsOf(report, map, 'mm', { of: 'transfer', cover }).filter(({ kind }) => kind === 'dark');
    expect(darkFor('nothing')).to.deep.equal([]);
    expect(darkFor('opaque')).to.deep.equal([]);
    const pale = darkFor('pale').flatMap(({ lines }) => lines);
    expect(pale.length).to.be.at.least(0.9 * report.lines.length);
    const faint = check('transfer', {}, 14, { contrast: 14 }).report;
    expect(
      findingsOf(faint, map, 'mm', { of: 'transfer', cover: 'pale' }).filter(({ kind }) => kind === 'dark'),
    ).to.deep.equal([]);
  });
});

describe('a surface under way', () => {
  it('says what is still to trace, however little is there', () => {
    for (const drawnSoFar of [0.1, 0.5, 0.9]) {
      const { truth, report } = check('under-way', { drawnSoFar }, 15);
      const left = truth.lines.filter(({ status }) => status === 'missing').map(({ id }) => id);
      const told = report.lines.filter(({ status }) => status === 'missing').map(({ id }) => id);
      const right = left.filter((id) => told.includes(id)).length;
      expect(right / left.length, `${drawnSoFar}`).to.be.at.least(0.9);
      expect(right / told.length, `${drawnSoFar}`).to.be.at.least(0.98);
      const says = findingsOf(report, map, 'mm', { of: 'under-way', cover: 'nothing' });
      expect(says.filter(({ key }) => key.startsWith('to trace')).length).to.be.within(1, 9);
    }
  });

  it('is found by what is traced where no edge of it is in the picture', () => {
    const { picture, truth } = photographOf(map, { drawnSoFar: 0.45 }, 5);
    const { report } = checkDrawing(pyramid(croppedBy(picture, 0.2)), map, { of: 'under-way' });
    expect(report.paper.found).to.equal('lines');
    const traced = truth.lines.filter(({ status }) => status === 'true').map(({ id }) => id);
    const statusOf = new Map(report.lines.map(({ id, status }) => [id, status]));
    expect(
      traced.filter((id) => statusOf.get(id) === 'missing' || statusOf.get(id) === 'moved'),
    ).to.deep.equal([]);
    const left = truth.lines.filter(({ status }) => status === 'missing').map(({ id }) => id);
    // Those beyond the picture are told to be so.
    expect(left.filter((id) => statusOf.get(id) === 'missing').length).to.be.at.least(5);
    expect(left.filter((id) => ['true', 'moved'].includes(statusOf.get(id) ?? ''))).to.deep.equal([]);
  });

  it('is not found in another drawing under way, whose lines lie on its own by chance', () => {
    const { picture } = photographOf(sketchMap(drawingScene(8)), { drawnSoFar: 0.5 }, 4);
    expect(() => checkDrawing(pyramid(croppedBy(picture, 0.2)), map, { of: 'under-way' })).to.throw(
      DrawingNotFound,
    );
  });
});
