import { expect } from 'chai';
import fc from 'fast-check';
import { lineOf, mapWith } from '../../../testing/index.js';
import { KnownLines } from '../../registration/known-lines.js';
import { wantedLines } from './course.js';
import { matchLines } from './match-lines.js';
import type { Match } from './match.js';

const sheet = { widthMm: 300, heightMm: 240 };
type Run = readonly (readonly [number, number])[];

/** How each line of a map was drawn. */
function matched(lines: readonly Run[], drawn: readonly Run[]): Match[] {
  const map = mapWith(
    300,
    240,
    lines.map((points, i) => ({ ...lineOf(points.map(([x, y]) => [x, y])), id: `l${i}` })),
  );
  const known = new KnownLines(
    drawn.map((points) => Float64Array.from(points.flat())),
    sheet,
  );
  return matchLines(wantedLines(map), known, sheet, { offMm: 1 });
}

const shifted = (run: Run, dx: number, dy: number): Run =>
  run.map(([x, y]): [number, number] => [x + dx, y + dy]);

/** Strokes side by side, each a little longer than the one before. */
const sideBySide = (count: number, spacingMm: number): Run[] =>
  Array.from({ length: count }, (_, k) => [
    [120 + k * spacingMm, 100 - 1.5 * k],
    [120 + k * spacingMm + 1, 124 + 1.5 * k],
  ]);

/** A line that cannot be mistaken for another. */
const bent: Run = [
  [112, 92],
  [150, 88],
  [158, 104],
  [149, 131],
  [116, 133],
];

/** What lies far from all that. */
const apart: readonly Run[] = [
  [
    [30, 40],
    [70, 60],
    [60, 90],
  ],
  [
    [220, 170],
    [260, 160],
    [270, 200],
  ],
];

const statusOf = (matches: readonly Match[]) => matches.map(({ status }) => status);

describe('lines of a map among many strokes', () => {
  it('that moved together onto each other’s places are told as moved, all of them', () => {
    const part = [...sideBySide(7, 2.5), bent];
    const matches = matched([...part, ...apart], [...part.map((line) => shifted(line, 2.5, 0.4)), ...apart]);
    expect(statusOf(matches)).to.deep.equal([...part.map(() => 'moved'), ...apart.map(() => 'true')]);
    for (const { move } of matches.slice(0, part.length)) {
      expect(move.dx).to.be.closeTo(2.5, 0.3);
      expect(move.dy).to.be.closeTo(0.4, 0.6);
    }
  });

  it('that moved and turned together are nearly all told as moved, whichever way, and nothing else is', () => {
    const part = [...sideBySide(7, 2.5), bent];
    const put = fc.record({
      angle: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      by: fc.double({ min: 2, max: 4, noNaN: true }),
      turn: fc.double({ min: -0.03, max: 0.03, noNaN: true }),
    });
    fc.assert(
      fc.property(put, ({ angle, by, turn }) => {
        const turned = (run: Run): Run =>
          run.map(([x, y]): [number, number] => [
            135 + (x - 135) - turn * (y - 112),
            112 + (y - 112) + turn * (x - 135),
          ]);
        const drawn = part.map((line) => shifted(turned(line), by * Math.cos(angle), by * Math.sin(angle)));
        const matches = matched([...part, ...apart], [...drawn, ...apart]);
        const moved = matches.slice(0, part.length).filter(({ status }) => status === 'moved').length;
        // One whose middle hardly moved across itself, and ends in a neighbour's stroke, cannot be told.
        expect(moved).to.be.at.least(part.length - 2);
        expect(statusOf(matches.slice(part.length))).to.deep.equal(['true', 'true']);
      }),
      { numRuns: 20 },
    );
  });

  it('stay where they are beside one that moved', () => {
    const part = sideBySide(7, 2.5);
    const matches = matched([...part, bent, ...apart], [...part, shifted(bent, 2.5, 0.4), ...apart]);
    expect(statusOf(matches)).to.deep.equal([...part.map(() => 'true'), 'moved', 'true', 'true']);
  });

  it('are found as strokes that are left over, short as they are, wherever these lie near by', () => {
    const hook: Run = [
      [150, 120],
      [153, 118],
      [156, 120],
      [156, 123],
    ];
    const shift = fc.record({
      angle: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      by: fc.double({ min: 1.6, max: 6, noNaN: true }),
    });
    fc.assert(
      fc.property(shift, ({ angle, by }) => {
        const [dx, dy] = [by * Math.cos(angle), by * Math.sin(angle)];
        const [match] = matched([hook, ...apart], [shifted(hook, dx, dy), ...apart]);
        expect(match.status).to.equal('moved');
        expect(match.move.dx).to.be.closeTo(dx, 0.2);
        expect(match.move.dy).to.be.closeTo(dy, 0.2);
      }),
      { numRuns: 60 },
    );
  });

  it('are not found in a stroke of another course', () => {
    const hook: Run = [
      [150, 120],
      [153, 118],
      [156, 120],
      [156, 123],
    ];
    const other: Run = [
      [152, 124],
      [155, 127],
      [161, 128],
    ];
    expect(statusOf(matched([hook, ...apart], [other, ...apart]))).to.deep.equal(['missing', 'true', 'true']);
  });

  it('that lie closer than a pencil is wide share its stroke', () => {
    const one: Run = [
      [100, 100],
      [160, 110],
    ];
    const both = [one, shifted(one, 0, 0.7)];
    expect(statusOf(matched([...both, ...apart], [shifted(one, 0, 0.35), ...apart]))).to.deep.equal([
      'true',
      'true',
      'true',
      'true',
    ]);
    // Further apart each has its own, and one is not there.
    const asunder = [one, shifted(one, 0, 2.4)];
    expect(statusOf(matched([...asunder, ...apart], [one, ...apart]))[1]).to.equal('missing');
  });

  it('short beside a long stroke are true where they are drawn', () => {
    const long: Run = [
      [100, 100],
      [160, 100],
    ];
    const short: Run = [
      [120, 101.3],
      [125, 101.5],
    ];
    const drawn = [long, shifted(short, 0.1, 0.2), ...apart];
    expect(statusOf(matched([long, short, ...apart], drawn))).to.deep.equal(['true', 'true', 'true', 'true']);
  });
});
