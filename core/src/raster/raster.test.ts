import { expect } from 'chai';
import fc from 'fast-check';
import { linearOfByte } from '../colour/index.js';
import { averaged } from './average.js';
import { gaussianBlur } from './blur.js';
import { extremes, fillNarrow } from './extremes.js';
import { luminanceOfWindow, type Picture } from './picture.js';
import { sampleAt } from './sample.js';

function greys(width: number, height: number, value: (x: number, y: number) => number): Picture {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++)
    data.fill(value(i % width, Math.floor(i / width)), 3 * i, 3 * i + 3);
  return { width, height, channels: 3, data };
}

describe('raster', () => {
  it('averages by area in linear light, not in encoded values', () => {
    const board = greys(8, 8, (x, y) => ((x + y) % 2 === 0 ? 0 : 255));
    const { data } = luminanceOfWindow(board, { x: 0, y: 0, width: 8, height: 8 }, 2, 2);
    for (const value of data) expect(value).to.be.closeTo(0.5, 1e-6);
  });

  it('keeps the mean for any window, whole or within pixels', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 23 }), fc.integer({ min: 1, max: 19 }), (width, height) => {
        const picture = greys(23, 19, (x, y) => (x * 37 + y * 91) % 256);
        const { data } = luminanceOfWindow(picture, { x: 0, y: 0, width: 23, height: 19 }, width, height);
        const bytes = Array.from(picture.data);
        const wanted = bytes.reduce((sum, byte) => sum + linearOfByte[byte], 0) / bytes.length;
        expect(data.reduce((sum, value) => sum + value, 0) / data.length).to.be.closeTo(wanted, 1e-4);
      }),
    );
  });

  it('gives a picture at its own size pixel for pixel', () => {
    const picture = greys(7, 5, (x, y) => (x * 37 + y * 91) % 256);
    const { data } = luminanceOfWindow(picture, { x: 0, y: 0, width: 7, height: 5 }, 7, 5);
    data.forEach((value, i) => expect(value).to.be.closeTo(linearOfByte[picture.data[3 * i]], 1e-6));
    // A window a hair narrower goes the general way and must say nearly the same.
    const { data: general } = luminanceOfWindow(picture, { x: 0, y: 0, width: 7 - 1e-7, height: 5 }, 7, 5);
    data.forEach((value, i) => expect(value).to.be.closeTo(general[i], 1e-5));
  });

  it('averages by whole steps, what is left over at the rim by itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), (step) => {
        const plane = {
          width: 7,
          height: 5,
          data: Float32Array.from({ length: 35 }, (_, i) => (i * 7) % 11),
        };
        const small = averaged(plane, step);
        for (let y = 0; y < small.height; y++) {
          for (let x = 0; x < small.width; x++) {
            const inside: number[] = [];
            for (let v = y * step; v < Math.min(5, (y + 1) * step); v++)
              for (let u = x * step; u < Math.min(7, (x + 1) * step); u++) inside.push(plane.data[v * 7 + u]);
            const mean = inside.reduce((sum, value) => sum + value, 0) / inside.length;
            expect(small.data[y * small.width + x]).to.be.closeTo(mean, 1e-5);
          }
        }
      }),
    );
  });

  it('takes transparent pixels as lying on white', () => {
    const clear: Picture = {
      width: 2,
      height: 1,
      channels: 4,
      data: Uint8Array.of(0, 0, 0, 0, 0, 0, 0, 255),
    };
    const { data } = luminanceOfWindow(clear, { x: 0, y: 0, width: 2, height: 1 }, 2, 1);
    expect([...data]).to.deep.equal([1, 0]);
  });

  it('refuses a picture without all its bytes', () => {
    const short: Picture = { width: 3, height: 3, channels: 3, data: new Uint8Array(5) };
    expect(() => luminanceOfWindow(short, { x: 0, y: 0, width: 3, height: 3 }, 1, 1)).to.throw(RangeError);
  });

  it('blurs without moving or losing light', () => {
    const plane = { width: 41, height: 41, data: new Float32Array(41 * 41) };
    plane.data[20 * 41 + 20] = 1;
    const blurred = gaussianBlur(plane, 3);
    let sum = 0;
    let variance = 0;
    blurred.data.forEach((value, i) => {
      sum += value;
      variance += value * ((i % 41) - 20) ** 2;
    });
    expect(sum).to.be.closeTo(1, 1e-4);
    expect(Math.sqrt(variance)).to.be.closeTo(3, 0.06);
  });

  it('blurs as weighing every pixel around does, however small the plane and short or long the kernel', () => {
    /** Every pixel within three standard deviations, those beyond the rim as the rim is. */
    const weighed = (width: number, height: number, data: Float32Array, sigma: number) => {
      const reach = Math.max(1, Math.ceil(3 * sigma));
      const inside = (at: number, length: number) => Math.min(length - 1, Math.max(0, at));
      return data.map((_, i) => {
        let [sum, weights] = [0, 0];
        for (let dy = -reach; dy <= reach; dy++)
          for (let dx = -reach; dx <= reach; dx++) {
            const weight = Math.exp(-(dx * dx + dy * dy) / (2 * sigma * sigma));
            const [x, y] = [inside((i % width) + dx, width), inside(Math.floor(i / width) + dy, height)];
            weights += weight;
            sum += weight * data[y * width + x];
          }
        return sum / weights;
      });
    };
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 11 }),
        fc.constantFrom(0.3, 0.9, 1.3, 1.4, 2.5, 5),
        fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 60 }),
        (width, sigma, values) => {
          const height = Math.ceil(values.length / width);
          const data = new Float32Array(width * height);
          data.set(values);
          const blurred = gaussianBlur({ width, height, data }, sigma);
          weighed(width, height, data, sigma).forEach((value, i) => {
            expect(blurred.data[i]).to.be.closeTo(value, 1e-3);
          });
        },
      ),
    );
  });

  it('finds the largest and smallest around each pixel as looking at every one does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 0, max: 5 }),
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 90 }),
        (width, reach, values) => {
          const height = Math.ceil(values.length / width);
          const data = new Float32Array(width * height);
          data.set(values);
          for (const [which, pick] of [
            ['largest', Math.max],
            ['smallest', Math.min],
          ] as const) {
            const found = extremes({ width, height, data }, reach, which);
            const expected = data.map((_, i) => {
              const [x, y] = [i % width, Math.floor(i / width)];
              const window = [...data].filter(
                (__, j) => Math.abs((j % width) - x) <= reach && Math.abs(Math.floor(j / width) - y) <= reach,
              );
              return pick(...window);
            });
            // Nil has a sign, which does not matter here.
            expect([...found.data].map((value) => value + 0)).to.deep.equal(
              [...expected].map((value) => value + 0),
            );
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('fills in what is narrow as one extreme after the other does, and leaves what is wide', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 0, max: 5 }),
        fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 90 }),
        (width, reach, values) => {
          const height = Math.ceil(values.length / width);
          const data = new Float32Array(width * height);
          data.set(values);
          const plane = { width, height, data };
          expect(fillNarrow(plane, reach, 'largest')).to.deep.equal(
            extremes(extremes(plane, reach, 'largest'), reach, 'smallest'),
          );
          expect(fillNarrow(plane, reach, 'smallest')).to.deep.equal(
            extremes(extremes(plane, reach, 'smallest'), reach, 'largest'),
          );
        },
      ),
      { numRuns: 60 },
    );
    const row = Float32Array.of(5, 5, 5, 0, 5, 5, 5, 0, 0, 0, 0, 5, 5, 5);
    const filled = Float32Array.of(5, 5, 5, 5, 5, 5, 5, 0, 0, 0, 0, 5, 5, 5);
    expect(fillNarrow({ width: 14, height: 1, data: row }, 1, 'largest').data).to.deep.equal(filled);
    const light = row.map((value) => 5 - value);
    expect(fillNarrow({ width: 14, height: 1, data: light }, 1, 'smallest').data).to.deep.equal(
      filled.map((value) => 5 - value),
    );
  });

  it('samples between pixel centres', () => {
    const plane = { width: 2, height: 2, data: Float32Array.of(0, 1, 2, 3) };
    expect(sampleAt(plane, 1, 1)).to.equal(1.5);
    expect(sampleAt(plane, 0.5, 0.5)).to.equal(0);
    expect(sampleAt(plane, -5, 9)).to.equal(2);
  });
});
