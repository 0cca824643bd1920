import { expect } from 'chai';
import fc from 'fast-check';
import { joinRuns } from './index.js';

/** Runs of the inked pixels of a picture. */
function runsOf(data: readonly number[], width: number) {
  const [from, to]: number[][] = [[], []];
  data.forEach((own, i) => {
    if (!own) return;
    if (i % width === 0 || !data[i - 1]) from.push(i);
    if ((i + 1) % width === 0 || !data[i + 1]) to.push(i + 1);
  });
  return { from, to };
}

/** The first pixel of the patch each pixel is part of, by a plain flood. */
function flooded(data: readonly number[], width: number, corners: boolean): number[] {
  const first = data.map(() => -1);
  const steps = [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => ({ dx, dy })));
  data.forEach((own, start) => {
    if (!own || first[start] !== -1) return;
    const open = [start];
    first[start] = start;
    for (let i = open.pop(); i !== undefined; i = open.pop())
      for (const { dx, dy } of steps) {
        if (!corners && dx !== 0 && dy !== 0) continue;
        const x = (i % width) + dx;
        const next = i + dy * width + dx;
        if (x < 0 || x >= width || !data[next] || first[next] !== -1) continue;
        first[next] = start;
        open.push(next);
      }
  });
  return first;
}

describe('runs of pixels', () => {
  for (const corners of [false, true])
    it(`hang together as a flood finds them, ${corners ? 'over corners too' : 'by their sides'}`, () => {
      const pictures = fc
        .record({ width: fc.integer({ min: 1, max: 9 }), height: fc.integer({ min: 1, max: 9 }) })
        .chain(({ width, height }) =>
          fc.record({
            width: fc.constant(width),
            data: fc.array(fc.constantFrom(0, 1, 1), {
              minLength: width * height,
              maxLength: width * height,
            }),
          }),
        );
      fc.assert(
        fc.property(pictures, ({ width, data }) => {
          const { from, to } = runsOf(data, width);
          const first = joinRuns(from, to, width, corners);
          const expected = flooded(data, width, corners);
          from.forEach((start, run) => {
            expect(from[first[run]]).to.equal(expected[start]);
          });
        }),
        { numRuns: 500 },
      );
    });

  it('that touch are kept apart where they are not alike', () => {
    const { from, to } = runsOf([1, 1, 0, 1, 1, 0], 3);
    expect([...joinRuns(from, to, 3, false)]).to.deep.equal([0, 0]);
    expect([...joinRuns(from, to, 3, false, () => false)]).to.deep.equal([0, 1]);
  });
});
