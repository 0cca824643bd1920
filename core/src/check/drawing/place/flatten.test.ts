import { expect } from 'chai';
import { scaling } from '../../../geometry/index.js';
import { pyramid } from '../../../reference/index.js';
import { poseOf } from '../../registration/pose.js';
import { flattened } from './flatten.js';

/** A picture with a soft dark line down and one across, at given places, pixels. */
function crossed(width: number, height: number, x: number, y: number) {
  const data = new Uint8ClampedArray(4 * width * height).fill(255);
  const dark = (off: number) => 150 * Math.exp(-(off * off) / 18);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const value = 240 - Math.max(dark(column + 0.5 - x), dark(row + 0.5 - y));
      data.fill(value, 4 * (row * width + column), 4 * (row * width + column) + 3);
    }
  return { width, height, channels: 4, data } as const;
}

describe('a flattened sheet', () => {
  it('has everything where it lies, of odd sides too, however much smaller it is', () => {
    const [width, height, pxPerMm] = [1203, 1007, 10];
    const picture = crossed(width, height, 900, 800);
    const pose = poseOf(picture, scaling(1 / pxPerMm, 1 / pxPerMm));
    for (const wantedPxPerMm of [10, 6, 3]) {
      const flat = flattened(pyramid(picture), pose, { widthMm: 120, heightMm: 100 }, wantedPxPerMm);
      const middleOf = (count: number, valueAt: (i: number) => number) => {
        let [sum, total] = [0, 0];
        for (let i = 0; i < count; i++) {
          const weight = Math.max(0, 200 - valueAt(i));
          sum += weight * (i + 0.5);
          total += weight;
        }
        return sum / total / wantedPxPerMm;
      };
      const row = Math.round(20 * wantedPxPerMm) * flat.width;
      const column = Math.round(20 * wantedPxPerMm);
      expect(middleOf(flat.width, (i) => flat.data[4 * (row + i)])).to.be.closeTo(90, 0.02);
      expect(middleOf(flat.height, (i) => flat.data[4 * (i * flat.width + column)])).to.be.closeTo(80, 0.02);
    }
  });
});
