import { expect } from 'chai';
import fc from 'fast-check';
import type { CheckReport } from '../../documents/index.js';
import { drawingScene, sketchMap, trueReport } from '../../testing/index.js';
import {
  drawnPlaces,
  errorOf,
  measureKinds,
  proposeMeasures,
  sayError,
  sayValue,
  spotsOf,
  valueOf,
} from './index.js';
import { landmarksOf } from './landmarks.js';

const at = (...places: [number, number][]) => places.map(([x, y]) => ({ x, y }));

describe('a classic check', () => {
  it('comes to what a ruler, a plumb line and a pair of dividers would', () => {
    expect(valueOf({ kind: 'angle', at: at([0, 0], [10, -10]) })).to.be.closeTo(45, 1e-9);
    expect(valueOf({ kind: 'angle', at: at([10, -10], [0, 0]) })).to.be.closeTo(45, 1e-9);
    expect(valueOf({ kind: 'plumb', at: at([20, 10], [23, 90]) })).to.equal(3);
    expect(valueOf({ kind: 'level', at: at([20, 10], [80, 12]) })).to.equal(-2);
    expect(valueOf({ kind: 'proportion', at: at([0, 0], [20, 0], [0, 0], [0, 50]) })).to.equal(2.5);
    expect(valueOf({ kind: 'triangle', at: at([0, 0], [10, 0], [0, 10]) })).to.be.closeTo(90, 1e-9);
    expect(valueOf({ kind: 'bow', at: at([0, 0], [100, 0], [50, -12]) })).to.be.closeTo(0.12, 1e-9);
    expect(valueOf({ kind: 'centre', at: at([50, 0], [50, 100], [30, 40], [90, 40]) })).to.be.closeTo(
      0.5,
      1e-9,
    );
    expect(valueOf({ kind: 'space', at: at([0, 0], [30, 0], [30, 20], [0, 20]) })).to.equal(600);
  });

  it('that lacks places, or whose places lie on each other, comes to no number', () => {
    for (const kind of measureKinds) expect(valueOf({ kind, at: at([1, 1]) })).to.be.NaN;
    expect(valueOf({ kind: 'proportion', at: at([1, 1], [1, 1], [2, 2], [2, 2]) })).to.be.NaN;
  });

  it('does not mind where the drawing lies: but for plumb and level, nor how it is turned, but for its slopes', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 240 }) });
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 4, maxLength: 4 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (places, turn) => {
          const apart = places.every(({ x, y }, i) =>
            places.every((other, j) => i === j || Math.hypot(x - other.x, y - other.y) > 5),
          );
          fc.pre(apart);
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          const moved = places.map(({ x, y }) => ({ x: 7 + c * x - s * y, y: -3 + s * x + c * y }));
          for (const kind of ['proportion', 'triangle', 'bow', 'centre', 'space'] as const) {
            const [before, after] = [valueOf({ kind, at: places }), valueOf({ kind, at: moved })];
            // A counterpart on the centre line itself has no side.
            if (Math.abs(before) < 1e4) expect(after).to.be.closeTo(before, 1e-5 * Math.max(1, before));
          }
        },
      ),
    );
  });

  it('is said in words', () => {
    expect(sayError('angle', 2.5, 40, 'mm')).to.equal('2.5° too steep');
    expect(sayError('angle', 2.5, -40, 'mm')).to.equal('2.5° too flat');
    expect(errorOf('angle', 89, -89)).to.equal(2);
    expect(sayError('plumb', -3, 0, 'mm')).to.equal('3 mm too far left');
    expect(sayError('proportion', 0.06, 2, 'mm')).to.equal('6 % too long');
    expect(sayValue('level', -2, 'mm')).to.equal('2 mm below it');
    expect(sayValue('space', 1250, 'mm')).to.equal('12.5 cm²');
  });
});

describe('the checks that tell most', () => {
  const map = sketchMap(drawingScene(1));
  const [first, second] = [...map.lines].sort((a, b) => b.points.length - a.points.length);
  const lines = [first?.id ?? '', second?.id ?? ''];
  const still = { drawn: 1, dx: 0, dy: 0, off: 0, worst: 0 };
  const reportWith = (parts: CheckReport['parts']) =>
    trueReport({
      lines: map.lines.map(({ id }) => ({
        ...still,
        id,
        status: parts.some((part) => part.lines.includes(id)) ? 'moved' : 'true',
      })),
      parts,
    });

  it('hang on what was drawn wrongly, are a dozen at most, of several kinds, the worst first', () => {
    const part = { lines, x: 150, y: 120, dx: 6, dy: 2, scale: 1.06, angleDeg: 4, says: '' };
    const proposed = proposeMeasures(reportWith([part]), map);
    expect(proposed.length).to.be.within(6, 12);
    expect(new Set(proposed.map(({ measure }) => measure.kind)).size).to.be.at.least(2);
    const drawnAt = drawnPlaces(reportWith([part]), map);
    for (const { measure, wanted, drawn } of proposed) {
      expect(
        measure.at.some(
          (place) => Math.hypot((drawnAt(place)?.x ?? 0) - place.x, (drawnAt(place)?.y ?? 0) - place.y) > 1,
        ),
      ).to.equal(true);
      expect(drawn?.error).to.be.closeTo(errorOf(measure.kind, wanted, drawn?.value ?? NaN), 1e-9);
    }
    // None is nearly another once more.
    const near = 0.05 * Math.hypot(map.surface.width, map.surface.height);
    proposed.forEach((one, i) =>
      proposed.slice(i + 1).forEach((other) => {
        const same = spotsOf(other.measure).every((place) =>
          spotsOf(one.measure).some(({ x, y }) => Math.hypot(place.x - x, place.y - y) < near),
        );
        expect(same && one.measure.kind === other.measure.kind).to.equal(false);
      }),
    );
  });

  it('are none where nothing is wrong, and leave out what was not found', () => {
    expect(proposeMeasures(reportWith([]), map)).to.deep.equal([]);
    const gone = reportWith([]);
    const report = { ...gone, lines: gone.lines.map((line) => ({ ...line, status: 'missing' as const })) };
    expect(proposeMeasures(report, map)).to.deep.equal([]);
    expect(drawnPlaces(report, map)({ x: 100, y: 100 })).to.equal(null);
  });

  it('hold on to landmarks spread over the map', () => {
    const landmarks = landmarksOf(map);
    expect(landmarks.length).to.be.within(8, 24);
    landmarks.forEach((a, i) =>
      landmarks.slice(i + 1).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).to.be.greaterThan(15)),
    );
  });
});
