import { expect } from 'chai';
import fc from 'fast-check';
import { greyByteOfLightness, labOfSrgb, lightnessOfLuminance, luminanceOfLightness } from './lab.js';
import { lightnessPlane } from './lightness-table.js';
import { decodeSrgb, encodeSrgb } from './srgb.js';

describe('colour', () => {
  it('knows the reference colours of CIE L*a*b*', () => {
    const known: [number[], number[]][] = [
      [
        [255, 255, 255],
        [100, 0, 0],
      ],
      [
        [0, 0, 0],
        [0, 0, 0],
      ],
      [
        [255, 0, 0],
        [53.24, 80.09, 67.2],
      ],
      [
        [0, 255, 0],
        [87.73, -86.18, 83.18],
      ],
      [
        [0, 0, 255],
        [32.3, 79.19, -107.86],
      ],
      [
        [119, 119, 119],
        [50.03, 0, 0],
      ],
    ];
    for (const [[r, g, b], [lightness, a, bStar]] of known) {
      const lab = labOfSrgb(r, g, b);
      expect(lab.lightness).to.be.closeTo(lightness, 0.05);
      expect(lab.a).to.be.closeTo(a, 0.1);
      expect(lab.b).to.be.closeTo(bStar, 0.1);
    }
  });

  it('goes to linear light and lightness and back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (value) => {
        expect(encodeSrgb(decodeSrgb(value))).to.be.closeTo(value, 1e-6);
        expect(luminanceOfLightness(lightnessOfLuminance(value))).to.be.closeTo(value, 1e-9);
      }),
    );
  });

  it('reads lightness from its table within a hundredth', () => {
    const luminance = Float32Array.from({ length: 5000 }, (_, i) => i / 4999);
    const plane = lightnessPlane(luminance);
    luminance.forEach((y, i) => expect(plane[i]).to.be.closeTo(lightnessOfLuminance(y), 0.01));
  });

  it('finds the grey of a lightness', () => {
    for (let byte = 0; byte < 256; byte++) {
      expect(greyByteOfLightness(labOfSrgb(byte, byte, byte).lightness)).to.equal(byte);
    }
  });
});
