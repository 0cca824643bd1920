import { expect } from 'chai';
import { identity, inverted, ontoQuad, transformed, type Point } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { drawnAt, halved, pyramid } from './pyramid.js';
import { resample } from './resample.js';
import { preparationOf } from '../squaring/preparation.js';
import { unsquared } from '../squaring/squaring.js';

/** A picture painted by a rule over its pixels' middles. */
function painted(
  width: number,
  height: number,
  tone: (x: number, y: number) => number,
  channels: 3 | 4 = 3,
): Picture {
  const data = new Uint8Array(width * height * channels).fill(255);
  for (let i = 0; i < width * height; i++) {
    const value = Math.round(tone((i % width) + 0.5, Math.floor(i / width) + 0.5));
    for (let k = 0; k < 3; k++) data[i * channels + k] = value;
  }
  return { width, height, channels, data };
}

describe('resampling', () => {
  it('leaves a picture as it is when nothing moves', () => {
    const picture = painted(40, 30, (x, y) => (x * 5 + y * 3) % 256);
    const same = resample(picture, identity, 40, 30);
    for (let i = 0; i < same.data.length; i++) expect(same.data[i]).to.be.closeTo(picture.data[i], 1);
  });

  it('keeps an even ramp even between pixels', () => {
    const picture = painted(60, 20, (x) => 20 + 3 * x);
    const shifted = resample(picture, [1, 0, 0.37, 0, 1, 0.2, 0, 0, 1], 50, 18);
    for (let x = 3; x < 47; x++) {
      expect(shifted.data[(9 * 50 + x) * 3]).to.be.closeTo(20 + 3 * (x + 0.5 + 0.37), 1.01);
    }
  });

  it('keeps a flat tone flat and does not run over at the hardest edges', () => {
    for (const channels of [3, 4] as const) {
      const [width, height] = [24, 18];
      const flat = new Uint8ClampedArray(width * height * channels).fill(201);
      const moved = [1, 0, 0.37, 0, 1, -0.61, 0, 0, 1] as const;
      const even = resample({ width, height, channels, data: flat }, moved, width, height);
      expect(new Set(Array.from(even.data).filter((_, i) => channels === 3 || i % 4 < 3))).to.deep.equal(
        new Set([201]),
      );
      // Bars four pixels wide: inside a bar the cubic overshoots, and an overflow would turn it over.
      const bars = flat.map((_, i) => ((Math.floor(i / channels) % width) % 8 < 4 ? 255 : 0));
      const drawn = resample({ width, height, channels, data: bars }, moved, width, height);
      for (let x = 2; x < width - 4; x += 4) {
        expect(drawn.data[(9 * width + x) * channels]).to.equal(x % 8 === 2 ? 255 : 0);
      }
    }
  });

  it('repeats the edge outside', () => {
    const picture = painted(10, 10, () => 77);
    const around = resample(picture, [1, 0, -20, 0, 1, -20, 0, 0, 1], 50, 50);
    expect(new Set(around.data)).to.deep.equal(new Set([77]));
  });

  it('halves in linear light: a fine chequer keeps its brightness', () => {
    const chequer = painted(64, 64, (x, y) => ((Math.floor(x) + Math.floor(y)) % 2 === 0 ? 255 : 0));
    // Half the light of white is an encoded value of 188.
    expect(halved(chequer).data[0]).to.be.closeTo(188, 1);
  });

  it('makes a pyramid down to the size asked for, and copes with thin pictures', () => {
    expect(pyramid(painted(1024, 600, () => 9)).map(({ width }) => width)).to.deep.equal([1024, 512, 256]);
    expect(pyramid(painted(1000, 1, () => 9))).to.have.length(1);
    expect(pyramid(painted(1, 1, () => 9))).to.have.length(1);
  });
});

describe('a squared picture', () => {
  it('has the true geometry within three parts in a thousand', () => {
    // Rings round known places of a flat original, photographed askew, squared again and looked for.
    const places = [
      [0.2, 0.25],
      [0.8, 0.3],
      [0.5, 0.5],
      [0.25, 0.8],
      [0.75, 0.75],
    ] as const;
    const corners: [Point, Point, Point, Point] = [
      { x: 130, y: 90 },
      { x: 860, y: 150 },
      { x: 780, y: 690 },
      { x: 90, y: 560 },
    ];
    const toFlat = inverted(ontoQuad(corners));
    const picture = painted(1000, 750, (x, y) => {
      const { x: u, y: v } = transformed(toFlat, x, y);
      const near = Math.min(...places.map(([pu, pv]) => Math.hypot((u - pu) * 1.4, v - pv)));
      return 240 - 200 / (1 + Math.exp((near - 0.04) * 300));
    });
    const preparation = preparationOf(picture, {
      ...unsquared,
      corners,
      originalMm: { width: 420, height: 300 },
    });
    const size = { width: 700, height: 500 };
    const flat = drawnAt(pyramid(picture), preparation.toStored, preparation, size);
    for (const [u, v] of places) {
      const { x, y } = darkMiddle(flat, u * size.width, v * size.height, 40);
      expect(Math.abs(x - u * size.width)).to.be.below(0.003 * size.width);
      expect(Math.abs(y - v * size.height)).to.be.below(0.003 * size.width);
    }
  });
});

/** Middle of what is dark near a place. */
function darkMiddle({ width, data }: Picture, atX: number, atY: number, reach: number) {
  let total = 0;
  let sumX = 0;
  let sumY = 0;
  for (let y = Math.floor(atY - reach); y < atY + reach; y++) {
    for (let x = Math.floor(atX - reach); x < atX + reach; x++) {
      const weight = Math.max(0, 200 - data[(y * width + x) * 3]);
      total += weight;
      sumX += weight * (x + 0.5);
      sumY += weight * (y + 0.5);
    }
  }
  return { x: sumX / total, y: sumY / total };
}
