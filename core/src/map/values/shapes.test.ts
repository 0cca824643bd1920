import { expect } from 'chai';
import fc from 'fast-check';
import type { Plane } from '../../raster/index.js';
import { gaussian, seeded } from '../../testing/index.js';
import { mergeRegions } from './merge.js';
import { quiet } from './quiet.js';
import { findRegions } from './regions.js';
import { findSlopes } from './slopes.js';
import { workingSize } from '../reading/working-raster.js';

function plane(width: number, height: number, tone: (x: number, y: number) => number): Plane {
  return {
    width,
    height,
    data: Float32Array.from({ length: width * height }, (_, i) => tone(i % width, Math.floor(i / width))),
  };
}

const spread = (values: number[]): number => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
};

/** Greys: a\* and b\* nothing. */
const noColour = (length: number) => {
  const nothing = { width: length, height: 1, data: new Float32Array(length) };
  return { a: nothing, b: nothing };
};

describe('quieting', () => {
  const random = seeded(3);
  const noisy = plane(120, 80, (x) => (x < 60 ? 30 : 70) + 4 * gaussian(random));
  const quieted = quiet(noisy, 4);
  const inside = (p: Plane, from: number, to: number) =>
    Array.from(p.data).filter((_, i) => i % 120 >= from && i % 120 < to);

  it('takes out grain and keeps the step', () => {
    expect(spread(inside(quieted, 10, 50))).to.be.at.most(spread(inside(noisy, 10, 50)) / 4);
    const step = (p: Plane, x: number) => inside(p, x, x + 1).reduce((sum, value) => sum + value, 0) / 80;
    expect(step(quieted, 58)).to.be.closeTo(30, 2);
    expect(step(quieted, 61)).to.be.closeTo(70, 2);
  });

  it('leaves the picture alone when nothing is to go', () => {
    expect(quiet(noisy, 0)).to.equal(noisy);
  });

  it('keeps a highlight wider than what is quieted', () => {
    const spot = plane(80, 80, (x, y) => (Math.hypot(x - 40, y - 40) < 6 ? 95 : 40));
    expect(quiet(spot, 4).data[40 * 80 + 40]).to.be.greaterThan(90);
  });
});

describe('regions', () => {
  it('meet where an edge is steepest, without rims of the values between', () => {
    // From 10 to 90 over some pixels, through the limits 30, 50 and 70.
    const ramp = plane(60, 20, (x) => 10 + 80 / (1 + Math.exp(-(x - 30) / 1.5)));
    const { count, label, level } = findRegions(ramp, findSlopes(ramp, 4), [30, 50, 70], 1);
    expect(count).to.equal(2);
    expect([...level]).to.deep.equal([0, 3]);
    const border = Array.from(label.subarray(0, 60)).findIndex((region) => region === label[59]);
    expect(border).to.be.within(29, 32);
  });

  it('of a gentle gradation are cut at the limits', () => {
    const gentle = plane(400, 10, (x) => x / 4);
    const { count } = findRegions(gentle, findSlopes(gentle, 4), [25, 50, 75], 1);
    expect(count).to.equal(4);
  });
});

describe('merging', () => {
  const smallest = {
    areaPx: 30,
    accentShare: 0.25,
    widthPx: 4,
    colourSplit: null,
    asSeen: true,
    calm: 0,
    strength: (): number => 0.5,
  };
  const merged = (tones: Plane, limits: number[]) =>
    mergeRegions(
      findRegions(
        tones,
        { steepness: new Uint8Array(tones.data.length), onSlope: new Uint8Array(tones.data.length) },
        limits,
        1,
      ),
      {
        lightness: tones,
        steepness: new Uint8Array(tones.data.length),
        colour: noColour(tones.data.length),
      },
      smallest,
      limits.length + 1,
    ).regions;

  it('gives what is too small to what it resembles most', () => {
    // A patch of 45 between 20 and 55 is nearer to 55.
    const tones = plane(40, 40, (x, y) => (x >= 18 && x < 23 && y >= 10 && y < 14 ? 45 : x < 20 ? 20 : 55));
    const { count, label, level } = merged(tones, [35, 50]);
    expect(count).to.equal(2);
    expect(level[label[12 * 40 + 18]]).to.equal(2);
  });

  it('gives a small thing over the weaker of two contours, when it resembles what lies beyond both alike', () => {
    // A patch of 50 on the border of two things of 30 and 70.
    const inPatch = (x: number, y: number) => x >= 19 && x < 21 && y >= 10 && y < 13;
    const tones = plane(40, 40, (x, y) => (inPatch(x, y) ? 50 : x < 20 ? 30 : 70));
    const things = Int32Array.from({ length: 1600 }, (_, i) =>
      inPatch(i % 40, Math.floor(i / 40)) ? 2 : i % 40 < 20 ? 0 : 1,
    );
    const flat = { steepness: new Uint8Array(1600), onSlope: new Uint8Array(1600) };
    const levelOver = (weaker: number) => {
      const strength = (one: number, other: number) => (Math.min(one, other) === weaker ? 0.55 : 0.9);
      const { regions } = mergeRegions(
        findRegions(tones, flat, [40, 60], 1, things),
        { lightness: tones, steepness: flat.steepness, colour: noColour(1600) },
        { ...smallest, asSeen: false, strength },
        3,
      );
      return regions.level[regions.label[12 * 40 + 20]];
    };
    expect([levelOver(0), levelOver(1)]).to.deep.equal([0, 2]);
  });

  it('keeps small highlights and accents that a middle value would not keep', () => {
    const patch = (tone: number) =>
      merged(
        plane(40, 40, (x, y) => (x >= 10 && x < 14 && y >= 10 && y < 13 ? tone : 50)),
        [30, 70],
      ).count;
    expect(patch(95)).to.equal(2);
    expect(patch(5)).to.equal(2);
    const middle = plane(40, 40, (x, y) => (x >= 10 && x < 14 && y >= 10 && y < 13 ? 50 : x < 30 ? 90 : 10));
    expect(merged(middle, [30, 70]).count).to.equal(2);
  });

  it('takes a thin rim between dark and light for their blend, but not a stripe on one ground', () => {
    const rim = plane(40, 60, (x) => (x < 18 ? 10 : x < 21 ? 50 : 90));
    expect(merged(rim, [30, 70]).count).to.equal(2);
    const stripe = (width: number) => plane(40, 60, (x) => (x >= 18 && x < 18 + width ? 50 : 90));
    expect(merged(stripe(6), [30, 70]).count).to.equal(3);
    // Narrower than the smallest width it cannot be drawn as a shape.
    expect(merged(stripe(3), [30, 70]).count).to.equal(1);
  });

  /** A mast 8 pixels wide on a pale ground, its upper half another thing than its lower, with a tone for each. */
  const mast = (upper: number, lower: number, fields: Partial<typeof smallest> = {}) => {
    const onMast = (x: number) => x >= 26 && x < 34;
    const tones = plane(60, 120, (x, y) => (onMast(x) ? (y < 60 ? upper : lower) : 90));
    const things = Int32Array.from({ length: 60 * 120 }, (_, i) =>
      onMast(i % 60) ? (i < 60 * 60 ? 1 : 2) : 0,
    );
    const flat = { steepness: new Uint8Array(things.length), onSlope: new Uint8Array(things.length) };
    const regions = findRegions(tones, flat, [30, 70], 1, things);
    const own = { ...smallest, asSeen: false, ...fields };
    const judgedBy = { lightness: tones, steepness: flat.steepness, colour: noColour(things.length) };
    return mergeRegions(regions, judgedBy, own, 3).regions.count;
  };

  it('joins a narrow thing over a rung, unless its parts differ', () => {
    // Its ground lies on either side.
    expect(mast(50, 56)).to.equal(3);
    expect(mast(35, 65)).to.equal(4);
  });

  it('calms what is seen across contours, but never things that are to stay apart', () => {
    // Where a length of boundary must earn more than the mast's tones are worth, its darker half goes with the lighter.
    expect(mast(25, 60, { asSeen: true, calm: 2e4 })).to.equal(1);
    expect(mast(25, 60, { calm: 2e4 })).to.equal(4);
  });

  it('joins what touches and is of one value', () => {
    // Two light fields parted by a dark scratch too small to keep become one.
    const scratch = plane(20, 20, (x) => (x === 10 ? 10 : 90));
    expect(
      mergeRegions(
        findRegions(scratch, { steepness: new Uint8Array(400), onSlope: new Uint8Array(400) }, [50], 1),
        { lightness: scratch, steepness: new Uint8Array(400), colour: noColour(400) },
        { ...smallest, areaPx: 100, accentShare: 1, widthPx: 2 },
        2,
      ).regions.count,
    ).to.equal(1);
  });
});

describe('regions of one value', () => {
  it('hang together by their sides within one thing, numbered by their first pixels', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 0, max: 1 })), {
          minLength: 1,
          maxLength: 80,
        }),
        (width, pixels) => {
          const height = Math.ceil(pixels.length / width);
          const at = (i: number) => pixels[i] ?? [0, 0];
          const things = Int32Array.from({ length: width * height }, (_, i) => at(i)[1]);
          const tones = plane(width, height, (x, y) => 20 + 30 * at(y * width + x)[0]);
          const flat = { steepness: new Uint8Array(things.length), onSlope: new Uint8Array(things.length) };
          const { label, level, thing } = findRegions(tones, flat, [35, 65], 1, things);
          const own = new Int32Array(things.length).fill(-1);
          let count = 0;
          for (let start = 0; start < own.length; start++) {
            if (own[start] !== -1) continue;
            const open = [start];
            own[start] = count;
            for (const i of open)
              for (const j of [
                i % width > 0 ? i - 1 : -1,
                i % width < width - 1 ? i + 1 : -1,
                i - width,
                i + width,
              ]) {
                if (j < 0 || j >= own.length || own[j] !== -1) continue;
                if (at(j)[0] !== at(i)[0] || at(j)[1] !== at(i)[1]) continue;
                own[j] = count;
                open.push(j);
              }
            expect([level[count], thing[count]]).to.deep.equal([...at(start)]);
            count++;
          }
          expect([...label]).to.deep.equal([...own]);
        },
      ),
    );
  });
});

describe('the working size', () => {
  it('is two pixels a point width, never finer than the picture, never over six megapixels', () => {
    const whole = { x: 0, y: 0, width: 6000, height: 4800 };
    expect(workingSize(whole, 300, 240, 0.5)).to.deep.equal({ width: 1200, height: 960, pxPerMm: 4 });
    expect(workingSize({ ...whole, width: 600, height: 480 }, 300, 240, 0.5).width).to.equal(600);
    const mural = workingSize({ ...whole, width: 40_000, height: 30_000 }, 4000, 3000, 0.3);
    expect(mural.width * mural.height).to.be.at.most(6_010_000);
  });
});
