import { expect } from 'chai';
import { measuredOn, type Finding, type Measure, type Measured } from '../check/index.js';
import { countsTo, knownErrorOf, pointFirst } from './index.js';

describe('what the eye is known to get wrong', () => {
  const places = (...all: [number, number][]) => all.map(([x, y]) => ({ x, y }));
  const steep = {
    drill: 'angle',
    kind: 'near upright',
    mean: 3,
    low: 2,
    high: 4,
    answers: 20,
    says: '',
  } as const;
  const measured = (measure: Measure, drawn: Measure): Measured =>
    measuredOn(measure, (place) => {
      const k = measure.at.findIndex(({ x, y }) => x === place.x && y === place.y);
      return drawn.at[k] ?? null;
    });

  it('is known again in a check of the same kind that errs to the same side', () => {
    const slope: Measure = { kind: 'angle', at: places([50, 90], [70, 10]) };
    const drawnAt = (x: number) => measured(slope, { kind: 'angle', at: places([50, 90], [x, 10]) });
    expect(knownErrorOf(drawnAt(65), [steep])).to.equal(steep);
    expect(countsTo([steep])(drawnAt(65))).to.be.above(countsTo([])(drawnAt(65)));
    expect(knownErrorOf(drawnAt(75), [steep]), 'too flat').to.equal(null);
    expect(knownErrorOf(drawnAt(70), [steep]), 'not wrong').to.equal(null);
    expect(knownErrorOf(measured(slope, { kind: 'angle', at: [] }), [steep]), 'not found').to.equal(null);
    // Drawn far past upright it leans the other way, and is flatter: so Check says it too.
    const leaning: Measure = { kind: 'angle', at: places([50, 90], [54, 10]) };
    const past = measured(leaning, { kind: 'angle', at: places([50, 90], [42, 10]) });
    expect(knownErrorOf(past, [steep])).to.equal(null);
    const level: Measure = { kind: 'angle', at: places([10, 50], [90, 40]) };
    const drawnLevel = measured(level, { kind: 'angle', at: places([10, 50], [90, 30]) });
    expect(knownErrorOf(drawnLevel, [steep]), 'of another kind').to.equal(null);
  });

  it('is known again in lengths and in curves', () => {
    const many = { ...steep, drill: 'proportion', kind: 'across into up', mean: 12 } as const;
    const dividers: Measure = { kind: 'proportion', at: places([0, 0], [20, 0], [50, 10], [50, 60]) };
    const long = measured(dividers, { kind: 'proportion', at: places([0, 0], [20, 0], [50, 10], [50, 66]) });
    expect(knownErrorOf(long, [steep, many])).to.equal(many);
    expect(knownErrorOf(long, [{ ...many, mean: -12 }])).to.equal(null);
    const bowed = { ...steep, drill: 'curve', kind: 'full', mean: 5 } as const;
    const curve: Measure = { kind: 'bow', at: places([0, 50], [100, 50], [50, 20]) };
    const fuller = measured(curve, { kind: 'bow', at: places([0, 50], [100, 50], [50, 15]) });
    expect(knownErrorOf(fuller, [bowed])).to.equal(bowed);
  });

  it('brings what was placed so to the front, after the whole drawing', () => {
    const right = { ...steep, drill: 'placing', kind: 'upper right', mean: 2 } as const;
    const frame = { x: 0, y: 0, width: 300, height: 300 };
    const move = { dx: 3, dy: 0, scale: 1, angleDeg: 0 };
    const part = (key: string, x: number, dx = 3): Finding => ({
      key,
      kind: 'part',
      says: '',
      at: { x, y: 20 },
      lines: [],
      move: { ...move, dx },
    });
    const middle = { x: 150, y: 150 };
    const whole: Finding = { key: 'whole', kind: 'whole', says: '', at: middle, lines: [], move };
    const missing: Finding = { key: 'missing', kind: 'missing', says: '', at: { x: 290, y: 9 }, lines: [] };
    const found = [whole, part('left', 20), missing, part('back', 280, -3), part('right', 280)];
    const keys = pointFirst(found, frame, [right]).map(({ key }) => key);
    expect(keys).to.deep.equal(['whole', 'right', 'left', 'missing', 'back']);
    expect(pointFirst(found, frame, [])).to.deep.equal(found);
  });
});
