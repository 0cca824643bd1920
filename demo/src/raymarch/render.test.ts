import { expect } from 'chai';
import sharp from 'sharp';
import { referencePath } from '../seed.js';
import { scenes } from '../scenes/index.js';
import { renderRows } from './render.js';

describe('the made-up references', () => {
  for (const scene of scenes) {
    const small = { ...scene, widthPx: 48, heightPx: Math.round((48 * scene.heightPx) / scene.widthPx) };

    it(`${scene.name} renders the same every time, with darks and lights`, () => {
      const rows = renderRows(small, 0, small.heightPx);
      expect(rows).to.have.length(small.widthPx * small.heightPx * 3);
      expect(renderRows(small, 0, small.heightPx)).to.deep.equal(rows);
      const tones = Array.from(rows).sort((a, b) => a - b);
      const at = (share: number) => tones[Math.floor(share * tones.length)] ?? 0;
      expect(at(0.98) - at(0.05)).to.be.greaterThan(90);
    });

    it(`${scene.name} is kept as a large JPEG that looks like its scene`, async () => {
      const image = sharp(referencePath(scene.name));
      const { width, height, format } = await image.metadata();
      expect([width, height, format]).to.deep.equal([scene.widthPx, scene.heightPx, 'jpeg']);
      expect(Math.max(width, height)).to.be.at.least(2400);
      const kept = await image.resize(small.widthPx, small.heightPx).removeAlpha().raw().toBuffer();
      const rendered = renderRows(small, 0, small.heightPx);
      const off = kept.reduce((sum, value, i) => sum + Math.abs(value - (rendered[i] ?? 0)), 0) / kept.length;
      expect(off).to.be.lessThan(16);
    });
  }
});
