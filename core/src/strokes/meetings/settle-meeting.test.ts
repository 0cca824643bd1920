import { expect } from 'chai';
import fc from 'fast-check';
import { distanceToSegment, fitLine, stepLength } from '../../geometry/index.js';
import { depthsOf } from '../ink/ink-mask.js';
import { settledMeeting, type ReadArm } from './settle-meeting.js';

const side = 120;
const middle = 60;

/** Strokes of some half width that leave a place, each by its angle, as ink and as they are read a way off. */
function meetingOf(x: number, y: number, angles: readonly number[], half: number) {
  const data = new Uint8Array(side * side);
  const far = 50;
  for (let py = 0; py < side; py++)
    for (let px = 0; px < side; px++)
      if (
        angles.some(
          (angle) =>
            distanceToSegment(
              px + 0.5,
              py + 0.5,
              x,
              y,
              x + far * Math.cos(angle),
              y + far * Math.sin(angle),
            ) < half,
        )
      )
        data[py * side + px] = 1;
  const arms = angles.map((angle): ReadArm => {
    const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    const points = Array.from({ length: 12 }, (_, k) => [
      x + (2.5 * half + k) * ux,
      y + (2.5 * half + k) * uy,
    ]).flat();
    const line = fitLine(Float64Array.from(points), 0, 11);
    return { points, heading: { x: points[0] ?? 0, y: points[1] ?? 0, line, ux, uy, darkness: dark } };
  });
  return {
    ink: inkOf(
      data,
      Float32Array.from(data, (inked) => dark * inked),
    ),
    arms,
  };
}

/** As dark as strokes are here, L\*. */
const dark = 30;

const inkOf = (data: Uint8Array, darkness: Float32Array) => ({
  depths: { width: side, height: side, data: depthsOf({ width: side, height: side, data }) },
  darkness: { width: side, height: side, data: darkness },
});

describe('a meeting of wide strokes', () => {
  it('is found where they meet, from some way off', () => {
    const tee = [0, Math.PI / 2, Math.PI];
    const cases = fc.record({
      half: fc.double({ min: 2, max: 7, noNaN: true }),
      turn: fc.double({ min: 0, max: 6, noNaN: true }),
      angles: fc.constantFrom(tee, [0, 2.1, 4.2], [0, 1.2, 3.3, 4.6], [0, 1.7]),
      offX: fc.double({ min: -0.8, max: 0.8, noNaN: true }),
      offY: fc.double({ min: -0.8, max: 0.8, noNaN: true }),
    });
    fc.assert(
      fc.property(cases, ({ half, turn, angles, offX, offY }) => {
        const { ink, arms } = meetingOf(
          middle,
          middle,
          angles.map((angle) => angle + turn),
          half,
        );
        const off = { x: middle + offX * half, y: middle + offY * half };
        const found = settledMeeting({ ...off, reach: 1.3 * half, deepest: half, places: 1 }, arms, ink);
        expect(stepLength(found.x - middle, found.y - middle)).to.be.lessThan(0.8);
      }),
      { numRuns: 40 },
    );
  });

  it('is not drawn along a fainter line that goes on from it', () => {
    const { ink, arms } = meetingOf(middle, middle, [1.3, 1.84], 5);
    const alone = { x: middle, y: middle, reach: 6.5, deepest: 5, places: 1 };
    const mask = ink.depths.data.map((depth) => Number(depth > 0));
    const under = ink.darkness.data.slice();
    for (let y = 0; y < middle; y++)
      for (let x = middle - 4; x < middle + 4; x++) {
        mask[y * side + x] = 1;
        under[y * side + x] ||= dark / 3;
      }
    const found = settledMeeting(alone, arms, inkOf(Uint8Array.from(mask), under));
    const without = settledMeeting(alone, arms, ink);
    expect(stepLength(found.x - without.x, found.y - without.y)).to.be.lessThan(0.5);
    // As dark as the strokes themselves, it belongs to them.
    const alike = settledMeeting(
      alone,
      arms,
      inkOf(
        Uint8Array.from(mask),
        under.map((own) => (own > 0 ? dark : 0)),
      ),
    );
    expect(without.y - alike.y).to.be.greaterThan(1);
  });

  it('goes no further than the ink about it, and stays where nothing points', () => {
    const { ink, arms } = meetingOf(middle, middle, [0, Math.PI / 2, Math.PI], 5);
    const far = { x: middle + 30, y: middle + 30, reach: 6, deepest: 5, places: 1 };
    const found = settledMeeting(far, arms, ink);
    expect(stepLength(found.x - far.x, found.y - far.y)).to.be.at.most(9.01);
    const alone = settledMeeting({ ...far, x: middle, y: middle }, [], ink);
    expect(alone).to.deep.equal({ x: middle, y: middle });
  });
});
