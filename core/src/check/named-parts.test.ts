import { expect } from 'chai';
import type { CheckReport, MapLine } from '../documents/index.js';
import { lineOf, mapWith, trueReport } from '../testing/index.js';
import { checkDecisionsSchema, findingsOf, maxNamedParts, maxPartName, type NamedPart } from './index.js';

const level = (id: string, x: number, y: number, lengthMm = 20): MapLine =>
  lineOf(
    [
      [x, y],
      [x + lengthMm, y],
    ],
    { id },
  );

/** A handle of four lines at upper left, a foot below it, and a body around both. */
const map = mapWith(300, 240, [
  level('h1', 20, 20),
  level('h2', 20, 30),
  level('h3', 20, 40),
  level('h4', 20, 50),
  level('foot', 30, 110, 40),
]);
const handle: NamedPart = {
  id: 'part-1',
  name: 'Kettle’s handle',
  box: { x: 10, y: 10, width: 50, height: 50 },
};
const kettle: NamedPart = { id: 'part-2', name: 'Kettle', box: { x: 5, y: 5, width: 100, height: 120 } };

type Status = CheckReport['lines'][number]['status'];
const seen = (id: string, status: Status, dx = 0, dy = 0) => ({
  id,
  status,
  drawn: status === 'missing' ? 0 : 1,
  dx,
  dy,
  off: Math.hypot(dx, dy),
  worst: Math.hypot(dx, dy),
});
const alone = (id: string, x: number, y: number, dx: number, dy = 0) => ({
  lines: [id],
  x,
  y,
  dx,
  dy,
  scale: 1,
  angleDeg: 0,
  says: '',
});

const says = (report: CheckReport, parts: readonly NamedPart[], of: 'drawing' | 'under-way' = 'drawing') =>
  findingsOf(report, map, 'mm', { of, parts }).map((finding) => finding.says);

describe('parts that have names', () => {
  const movedTogether = trueReport({
    lines: [
      seen('h1', 'moved', 3.2),
      seen('h2', 'moved', 3.2),
      seen('h3', 'moved', 3.2),
      seen('h4', 'moved', 3.2),
      seen('foot', 'true'),
    ],
    parts: [alone('h1', 30, 20, 3.2), { ...alone('h2', 30, 40, 3.2), lines: ['h2', 'h3', 'h4'] }],
  });

  it('are told as one where the whole of them was moved, and their lines are not told besides', () => {
    expect(says(movedTogether, [])).to.have.length(2);
    const [finding, ...more] = findingsOf(movedTogether, map, 'mm', { parts: [handle] });
    expect(more).to.deep.equal([]);
    expect(finding).to.deep.include({
      key: 'named part-1 Kettle’s handle',
      says: 'Kettle’s handle: 3.2 mm too far right.',
      lines: ['h1', 'h2', 'h3', 'h4'],
    });
  });

  it('are told with a larger one that they moved along with', () => {
    const lines = ['h1', 'h2', 'h3', 'h4', 'foot'];
    const report = trueReport({
      lines: lines.map((id) => seen(id, 'moved', 3.2)),
      parts: [{ ...alone('h1', 40, 50, 3.2), lines }],
    });
    expect(says(report, [handle, kettle])).to.deep.equal(['Kettle: 3.2 mm too far right.']);
    // Where the handle alone was moved, it is told alone.
    expect(says(movedTogether, [kettle, handle])).to.deep.equal(['Kettle’s handle: 3.2 mm too far right.']);
  });

  it('tell their shift, size and turn about their middle', () => {
    const [scale, angleRad] = [1.06, (2 * Math.PI) / 180];
    const [a, b] = [scale * Math.cos(angleRad), scale * Math.sin(angleRad)];
    const ids = ['h1', 'h2', 'h3', 'h4'];
    const report = trueReport({
      lines: [...ids.map((id) => seen(id, 'moved', 2)), seen('foot', 'true')],
      parts: ids.map((id, k) => {
        // Each line by itself, about its own middle: what the part's movement does to it.
        const v = 20 + 10 * k - 35;
        return {
          ...alone(id, 30, 20 + 10 * k, 2 - b * v, -1 + (a - 1) * v),
          scale,
          angleDeg: 2,
        };
      }),
    });
    expect(says(report, [handle])).to.deep.equal([
      'Kettle’s handle: 2 mm too far right, 1 mm too high, 6 % too large and turned 2.0° clockwise.',
    ]);
  });

  it('give their name as the place of what is found in them, the smallest that holds it', () => {
    const report = trueReport({
      lines: [
        seen('h1', 'moved', 3.2),
        seen('h2', 'true'),
        seen('h3', 'true'),
        seen('h4', 'missing'),
        seen('foot', 'missing'),
      ],
      parts: [alone('h1', 30, 20, 3.2)],
      extra: [
        {
          points: [
            [200, 200],
            [210, 200],
          ],
          length: 10,
        },
      ],
    });
    const found = says(report, [kettle, handle]);
    expect(found).to.have.members([
      'The line in “Kettle’s handle”: 3.2 mm too far right.',
      'Missing: a line of 20 mm in “Kettle’s handle”.',
      'Missing: a line of 40 mm in “Kettle”.',
      'Drawn, but not on the map: a line of 10 mm at lower right.',
    ]);
    expect(says(report, [kettle, handle], 'under-way')).to.include(
      'Still to trace in “Kettle”: 1 line, 40 mm.',
    );
  });

  it('are not told as one where their lines went different ways, or most of them were left out', () => {
    const apart = trueReport({
      lines: [
        seen('h1', 'moved', 3),
        seen('h2', 'moved', -3),
        seen('h3', 'moved', 0, 4),
        seen('h4', 'moved', 0, -4),
      ],
      parts: [
        alone('h1', 30, 20, 3),
        alone('h2', 30, 30, -3),
        alone('h3', 30, 40, 0, 4),
        alone('h4', 30, 50, 0, -4),
      ],
    });
    for (const word of says(apart, [handle])) expect(word).to.match(/^The line in “Kettle’s handle”/);
    const leftOut = trueReport({
      lines: [seen('h1', 'moved', 3), seen('h2', 'missing'), seen('h3', 'missing'), seen('h4', 'missing')],
      parts: [alone('h1', 30, 20, 3)],
    });
    expect(says(leftOut, [handle])).to.include('The line in “Kettle’s handle”: 3 mm too far right.');
  });

  it('that hold nothing, or of which nothing is known, change nothing', () => {
    const empty = { ...handle, box: { x: 250, y: 200, width: 20, height: 20 } };
    expect(says(movedTogether, [empty])).to.deep.equal(says(movedTogether, []));
    expect(says(trueReport({ lines: [] }), [handle])).to.deep.equal([]);
  });

  it('are kept with a name and a box that can hold something, and no more than are used', () => {
    const kept = (part: unknown, count = 1) =>
      checkDecisionsSchema.safeParse({ parts: Array.from({ length: count }, () => part) }).success;
    expect(kept(handle)).to.equal(true);
    expect(kept(handle, maxNamedParts + 1)).to.equal(false);
    for (const name of ['', '  ', 'x'.repeat(maxPartName + 1)])
      expect(kept({ ...handle, name })).to.equal(false);
    expect(kept({ ...handle, box: { ...handle.box, width: 0 } })).to.equal(false);
    // A work that was kept before parts had names has none.
    expect(checkDecisionsSchema.parse({}).parts).to.deep.equal([]);
  });
});
