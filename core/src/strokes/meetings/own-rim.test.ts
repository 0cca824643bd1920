import { expect } from 'chai';
import type { Centred } from '../stroke.js';
import { centredByOwnRim } from './own-rim.js';

/** An arm along y = 20, 10 pixels wide, of which the first 12 places are read as told. */
function arm(ofFirst: (k: number) => { aside: number; width: number }): Centred {
  const read = Array.from({ length: 90 }, (_, k) => (k < 12 ? ofFirst(k) : { aside: 0, width: 10 }));
  return {
    points: Float64Array.from(read.flatMap(({ aside }, k) => [k, 20 + aside])),
    widths: Float64Array.from(read, ({ width }) => width),
    darkness: new Float64Array(90).fill(40),
  };
}

const asides = ({ points }: Centred) =>
  Array.from({ length: points.length / 2 }, (_, k) => points[2 * k + 1] - 20);

/** Another stroke's ink beside it, from the twelfth place on to the first. */
const besideInk = (side: 1 | -1) => (k: number) => ({
  aside: (side * (12 - k)) / 4,
  width: 10 + (12 - k) / 2,
});

describe('the own rim of an arm', () => {
  it('leads its middle where another stroke’s ink runs into it, on whichever side', () => {
    for (const side of [1, -1] as const) {
      const own = centredByOwnRim(arm(besideInk(side)), [12, 0]);
      expect(Math.max(...asides(own).map(Math.abs))).to.be.below(0.3);
      expect(Math.max(...own.widths)).to.be.below(10.9);
    }
  });

  it('leads it at the last end as at the first', () => {
    const turned = (read: Centred): Centred => ({
      points: Float64Array.from({ length: read.points.length }, (_, i) =>
        i % 2 === 0 ? read.points[read.points.length - 2 - i] : read.points[read.points.length - i],
      ),
      widths: read.widths.slice().reverse(),
      darkness: read.darkness.slice().reverse(),
    });
    const own = centredByOwnRim(turned(arm(besideInk(1))), [0, 12]);
    expect(Math.max(...asides(own).map(Math.abs))).to.be.below(0.3);
  });

  it('is not looked for where nothing meets, or where the arm itself widens about its middle', () => {
    const spoilt = arm(besideInk(1));
    expect(asides(centredByOwnRim(spoilt, [0, 0]))).to.deep.equal(asides(spoilt));
    const pressed = arm((k) => ({ aside: 0, width: 16 - k / 2 }));
    expect(asides(centredByOwnRim(pressed, [12, 0]))).to.deep.equal(asides(pressed));
  });

  it('is left alone on an arm too short to tell how wide it is', () => {
    const { points, widths, darkness } = arm(besideInk(1));
    const short = {
      points: points.subarray(0, 4),
      widths: widths.subarray(0, 2),
      darkness: darkness.subarray(0, 2),
    };
    expect(asides(centredByOwnRim(short, [12, 12]))).to.deep.equal(asides(short));
  });
});
