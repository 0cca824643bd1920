import { expect } from 'chai';
import type { CheckReport } from '../documents/index.js';
import { lineOf, mapWith, trueReport } from '../testing/index.js';
import {
  checkDecisionsSchema,
  checkNotes,
  figuresOf,
  findingsOf,
  progressedSince,
  sayMove,
  sayPlace,
  sayProgress,
} from './index.js';

const map = mapWith(300, 240, [
  lineOf(
    [
      [20, 20],
      [60, 20],
    ],
    { id: 'a1' },
  ),
  lineOf(
    [
      [150, 120],
      [180, 120],
    ],
    { id: 'a2' },
  ),
  lineOf(
    [
      [250, 200],
      [250, 230],
    ],
    { id: 'a3' },
  ),
]);

const line = { drawn: 1, dx: 0, dy: 0, off: 0.2, worst: 0.4 } as const;
const report: CheckReport = trueReport({
  placement: { dx: 2, dy: 0.1, angleDeg: 0, scale: 1 },
  lines: [
    { ...line, id: 'a1', status: 'moved', dx: 3.2, off: 3.2 },
    { ...line, id: 'a2', status: 'true' },
    { ...line, id: 'a3', status: 'missing', drawn: 0 },
  ],
  parts: [{ lines: ['a1'], x: 40, y: 20, dx: 3.2, dy: 0.1, scale: 0.94, angleDeg: 0, says: '' }],
  extra: [
    {
      points: [
        [200, 20],
        [210, 20],
      ],
      length: 10,
    },
  ],
  summary: { meanOff: 1.7, p95Off: 3.2, moved: 1, missing: 1, extra: 1 },
});

describe('findings', () => {
  it('say first what is wrong with the whole, then parts, what is missing and what is more, with their places', () => {
    expect(findingsOf(report, map, 'mm').map(({ says }) => says)).to.deep.equal([
      'The drawing as a whole: 2 mm too far right. Everything below is measured with that taken out.',
      'The line at upper left: 3.2 mm too far right and 6 % too small.',
      'Missing: a line of 30 mm at lower right.',
      'Drawn, but not on the map: a line of 10 mm at upper right.',
    ]);
    const [, part, missing, extra] = findingsOf(report, map, 'mm');
    expect(part).to.deep.include({ key: 'part a1', at: { x: 40, y: 20 }, lines: ['a1'] });
    expect(missing).to.deep.include({ key: 'missing a3', at: { x: 250, y: 215 } });
    expect(extra).to.deep.include({ key: 'extra 205 20', lines: [] });
    expect(findingsOf(report, map, 'in')[2].says).to.match(/^Missing: a line of 1 3\/16 in/);
  });

  it('are none of the whole where it lies right, or cannot be told', () => {
    const still = { ...report, placement: { dx: 0.3, dy: 0.2, angleDeg: 0.1, scale: 1.001 } };
    const loose = { ...report, paper: { ...report.paper, found: 'lines' as const } };
    for (const other of [still, loose]) expect(findingsOf(other, map, 'mm')[0].kind).to.equal('part');
  });

  it('are said in words a painter uses', () => {
    const none = { dx: 0, dy: 0, scale: 1, angleDeg: 0 };
    expect(sayMove(none, 'mm')).to.equal('');
    expect(sayMove({ ...none, dx: -4, dy: 5, angleDeg: -2, scale: 1.031 }, 'mm')).to.equal(
      '4 mm too far left, 5 mm too low, 3.1 % too large and turned 2.0° anticlockwise',
    );
    // What is slight beside the rest is not worth a word.
    expect(sayMove({ ...none, dx: 6, dy: 0.6 }, 'mm')).to.equal('6 mm too far right');
    const size = { widthMm: 300, heightMm: 240 };
    expect([
      sayPlace(150, 120, size),
      sayPlace(150, 10, size),
      sayPlace(-5, 120, size),
      sayPlace(310, 250, size),
    ]).to.deep.equal(['middle', 'upper middle', 'middle left', 'lower right']);
  });
});

describe('rounds', () => {
  const first = figuresOf(report);
  const second = { ...first, meanOffMm: 0.4, missing: 0, offs: { a1: 0.5, a2: 1.2, a3: 0.3 } };

  it('keep how far off each line was', () => {
    expect(first).to.deep.include({ meanOffMm: 1.7, moved: 1, missing: 1, extra: 1 });
    expect(first.offs).to.deep.equal({ a1: 3.2, a2: 0.2, a3: -1 });
  });

  it('say what became better and worse since the one before', () => {
    const progress = progressedSince(first, second);
    expect(progress).to.deep.equal({ better: 1, worse: 1, found: 1, lost: 0 });
    expect(sayProgress(progress)).to.equal(
      'Since the round before: 1 line nearer, 1 line further off, 1 line drawn that was missing.',
    );
    expect(progressedSince(second, first)).to.include({ better: 1, worse: 1, lost: 1 });
    expect(sayProgress(progressedSince(first, first))).to.equal(null);
  });

  it('are noted: whether they are good enough, and what could not be told', () => {
    const round = (id: string, figures: typeof first) => ({
      id,
      picture: 'a'.repeat(64),
      takenAt: '2026-10-15T17:20:00.000Z',
      figures,
    });
    const check = checkDecisionsSchema.parse({ rounds: [round('one', first), round('two', second)] });
    const [one, two] = check.rounds;
    const limits = { goodEnoughMm: 0.6 };
    expect(checkNotes(check.rounds, limits, null, null, 'mm')).to.deep.equal([]);
    expect(
      checkNotes(check.rounds, limits, one, report, 'mm').map(({ id, weight }) => [id, weight]),
    ).to.deep.equal([['check-good-enough', 'watch']]);
    const notes = checkNotes(
      check.rounds,
      limits,
      two,
      { ...report, paper: { ...report.paper, found: 'lines' } },
      'mm',
    );
    expect(notes.map(({ id, weight }) => [id, weight])).to.deep.equal([
      ['check-good-enough', 'plain'],
      ['check-progress', 'plain'],
      ['check-no-sheet', 'watch'],
    ]);
    const unclear = {
      ...report,
      lines: report.lines.map((each) => ({ ...each, status: 'unclear' as const })),
    };
    expect(checkNotes(check.rounds, limits, two, unclear, 'mm').at(-1)?.says).to.match(
      /^3 lines of 3 could not be told/,
    );
    // What the picture does not show is no fault of the drawing, and not praised either.
    const beyond = {
      ...report,
      lines: unclear.lines.map((each, k) => ({ ...each, outOfView: k > 0 })),
    };
    const says = checkNotes(check.rounds, limits, two, beyond, 'mm').map((note) => note.says);
    expect(says[0]).to.match(/nothing of what the picture shows is missing/);
    expect(says).to.include('2 lines of 3 lie beyond the picture and were not checked.');
    expect(says.at(-1)).to.match(/^1 line of 3 could not be told/);
  });
});
