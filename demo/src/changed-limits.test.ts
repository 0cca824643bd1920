import { expect } from 'chai';
import { defaultMapSettings, MapMaker, type MapSettings } from '@nobrel/core/map';
import sharp from 'sharp';
import { referencePath } from './seed.js';

describe('the map of a still life whose limits are moved', () => {
  it('is the one made afresh, though it takes over what lay where it lies', async function () {
    this.timeout(300_000);
    const path = referencePath('kettle-lantern-and-pears');
    const { data, info } = await sharp(path)
      .resize(900)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width, height } = info;
    const frame = { x: 0, y: 0, width: 300, height: (300 * height) / width };
    const requestWith = (changed: Partial<MapSettings>) => ({
      picture: { width, height, channels: 3 as const, data },
      pictureKey: path,
      window: { x: 0, y: 0, width, height },
      placement: { surface: frame, frame },
      settings: { ...defaultMapSettings, ...changed },
    });
    const maker = new MapMaker();
    maker.make(requestWith({}));
    for (const limits of [
      [25, 45, 60],
      [25.5, 45, 60],
      [25.5, 45, 64],
    ]) {
      const moved = requestWith({ separation: 'by-hand', limits });
      expect(JSON.stringify(maker.make(moved)) === JSON.stringify(new MapMaker().make(moved))).to.equal(true);
    }
  });
});
