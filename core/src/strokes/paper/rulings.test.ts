import { expect } from 'chai';
import type { Plane } from '../../raster/index.js';
import { findRulings } from './rulings.js';

const width = 600;
const height = 450;
const pxPerMm = 2;

/** Ink of strokes that run level, each from its left to its right end and so many pixels thick. */
function inkOf(strokes: readonly { y: number; from: number; to: number; thick: number }[]): Plane {
  const data = new Float32Array(width * height);
  for (const { y, from, to, thick } of strokes)
    for (let row = y; row < y + thick; row++) data.fill(40, row * width + from, row * width + to);
  return { width, height, data };
}

/** The same, turned to run plumb. */
function turned({ data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out[x * height + y] = data[y * width + x]!;
  return { width: height, height: width, data: out };
}

const sheet = (margin: number) =>
  Array.from({ length: 24 }, (_, k) => ({ y: 10 + 18 * k, from: margin, to: width - margin, thick: 2 }));

describe('lines printed on a paper', () => {
  it('are found from edge to edge, and inside margins, whichever way they run', () => {
    for (const margin of [0, 60]) {
      const [across] = findRulings(inkOf(sheet(margin)), pxPerMm);
      expect(across, `${margin}`).to.deep.include({ runs: 'across' });
      expect(across?.everyMm).to.be.closeTo(9, 0.3);
      const [down] = findRulings(turned(inkOf(sheet(margin))), pxPerMm);
      expect(down, `${margin}`).to.deep.include({ runs: 'down' });
    }
  });

  it('are not found in a thing that has level lines at even distances', () => {
    const slats = sheet(0).slice(8, 14);
    const thing = slats.map((slat) => ({ ...slat, from: 40, to: 560, thick: 5 }));
    expect(findRulings(inkOf(thing), pxPerMm)).to.deep.equal([]);
    const narrow = sheet(0).map((slat) => ({ ...slat, from: 240, to: 330 }));
    expect(findRulings(inkOf(narrow), pxPerMm)).to.deep.equal([]);
  });

  it('are not found on a bare sheet', () => {
    expect(findRulings(inkOf([]), pxPerMm)).to.deep.equal([]);
  });
});
