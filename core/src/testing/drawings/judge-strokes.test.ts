import { expect } from 'chai';
import { straightsThrough, type DrawnStroke, type KnownDrawing } from '../../camera/index.js';
import { judgeStrokes } from './judge-strokes.js';
import type { FoundLine } from './samples.js';

const stroke = (...places: [number, number][]): DrawnStroke => ({
  points: straightsThrough(places),
  closed: false,
  darkness: 1,
  width: 1,
  part: 'drawing',
});

/** A level stroke, and one that begins on it. */
const drawing: KnownDrawing = {
  name: 'tee',
  widthMm: 100,
  heightMm: 100,
  strokes: [stroke([10, 50], [90, 50]), stroke([50, 50], [50, 90])],
};
const judged = (...lines: number[][]) =>
  judgeStrokes(
    drawing,
    (x, y) => [x, y],
    1,
    lines.map((points): FoundLine => ({ points: Float64Array.from(points), closed: false })),
    'pen',
  ).judgement;

describe('strokes judged', () => {
  it('are right in everything where they are drawn as they are', () => {
    const { once, doubled, recall, precision, breaksPerMetre, junctions } = judged(
      [10, 50, 90, 50],
      [50, 50, 50, 90],
    );
    expect({ once, doubled, recall, precision, breaksPerMetre, junctions }).to.deep.equal({
      once: 1,
      doubled: 0,
      recall: 1,
      precision: 1,
      breaksPerMetre: 0,
      junctions: 1,
    });
  });

  it('meet where one line passes twice, and not where they stop short', () => {
    // From the left through the meeting to the right, back round, and up into it again.
    expect(judged([10, 50, 90, 50, 90, 95, 50, 95, 50, 50]).junctions).to.equal(1);
    expect(judged([10, 50, 90, 50], [50, 51.5, 50, 90]).junctions).to.equal(0);
  });

  it('are told off for what is missing and what is drawn twice', () => {
    const { recall, breaksPerMetre } = judged([10, 50, 30, 50], [40, 50, 90, 50], [50, 50, 50, 90]);
    expect(recall).to.be.closeTo(110 / 120, 0.02);
    expect(breaksPerMetre).to.be.closeTo(1 / 0.12, 0.5);
    const twice = judged([10, 50, 90, 50], [10, 50.3, 90, 50.3], [50, 50, 50, 90]);
    expect(twice.doubled).to.be.greaterThan(0.5);
    expect(twice.once).to.be.lessThan(0.5);
  });
});
