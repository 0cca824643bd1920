import { expect } from 'chai';
import { labOfSrgb } from '../../colour/index.js';
import type { Picture } from '../../raster/index.js';
import { seeded } from '../../testing/index.js';
import { labPlanes, workingRaster } from '../reading/index.js';
import { gatherEvidence } from './evidence.js';

const painted = (
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
): Picture => {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) data.set(colour(i % width, Math.floor(i / width)), 3 * i);
  return { width, height, channels: 3, data };
};
const planesOf = (picture: Picture, step = 1) => {
  const { width, height } = picture;
  return labPlanes(
    workingRaster(picture, { x: 0, y: 0, width, height }, { width, height, pxPerMm: 2 }),
    step,
  );
};

describe('lightness and colour of a picture', () => {
  it('are those of the formula, for any colour', () => {
    const random = seeded(4);
    const picture = painted(16, 16, () => [random() * 255, random() * 255, random() * 255]);
    const { lightness, a, b } = planesOf(picture);
    for (let i = 0; i < 256; i++) {
      const lab = labOfSrgb(picture.data[3 * i], picture.data[3 * i + 1], picture.data[3 * i + 2]);
      expect(lightness.data[i]).to.be.closeTo(lab.lightness, 0.02);
      expect(a.data[i]).to.be.closeTo(lab.a, 0.15);
      expect(b.data[i]).to.be.closeTo(lab.b, 0.15);
    }
  });

  it('are averaged in linear light, the last column of what there is', () => {
    const picture = painted(5, 4, (x) => (x % 2 === 0 ? [0, 0, 0] : [255, 255, 255]));
    const { lightness } = planesOf(picture, 2);
    expect(lightness.width).to.equal(3);
    // Half of the light is L* 76.07, not 50.
    expect(lightness.data[0]).to.be.closeTo(76.07, 0.05);
    expect(lightness.data[2]).to.be.closeTo(0, 0.05);
  });
});

describe('evidence of a boundary', () => {
  it('is steepest on an edge of lightness or of hue alone, at every width', () => {
    for (const [one, other] of [
      [
        [60, 60, 60],
        [180, 180, 180],
      ],
      [
        [190, 90, 90],
        [60, 140, 125],
      ],
    ]) {
      const { steepness, scales } = gatherEvidence(
        planesOf(painted(60, 40, (x) => (x < 30 ? one : other))),
        2,
      );
      const row = steepness.data.subarray(20 * 60, 21 * 60);
      const most = Math.max(...row);
      expect(row.indexOf(most)).to.be.within(29, 30);
      expect(row[5]).to.be.lessThan(0.01 * most);
      expect(scales).to.have.length(3);
    }
  });

  it('tells restless from even, and leaves an even picture without any', () => {
    const random = seeded(8);
    const even = gatherEvidence(planesOf(painted(50, 40, () => [120, 120, 120])), 2);
    expect(Math.max(...even.steepness.data, ...even.texture.data)).to.be.lessThan(1e-3);
    const half = gatherEvidence(
      planesOf(
        painted(60, 40, (x) => {
          const tone = x < 30 ? 120 : 90 + 60 * random();
          return [tone, tone, tone];
        }),
      ),
      2,
    );
    const mean = (from: number, to: number) => {
      let sum = 0;
      for (let y = 10; y < 30; y++) for (let x = from; x < to; x++) sum += half.texture.data[y * 60 + x];
      return sum;
    };
    expect(mean(40, 55)).to.be.greaterThan(20 * mean(5, 20));
    expect(half.surround.data[20 * 60 + 50]).to.be.greaterThan(5 * half.surround.data[20 * 60 + 5]);
  });
});
