import { expect } from 'chai';
import type { MapDocument } from '../../documents/index.js';
import { MapMaker } from '../map-maker.js';
import { defaultMapSettings } from '../settings.js';

const [width, height] = [480, 400];
/** The true edge, pixels; 4 of them are a mm. */
const edgeAt = 240;

/**
 * A red half and a green half whose lightness differs a little, under a soft band of shade that lies across the edge and
 * is darkest beside it, as where a thing meets the shadow it casts.
 */
function shaded(): MapDocument {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const x = i % width;
    const light = 1 - 0.45 * Math.exp(-(((x - edgeAt - 10) / 14) ** 2));
    const colour = x < edgeAt ? [196, 96, 84] : [92, 150, 96];
    data.set(
      colour.map((byte) => Math.round(byte * light)),
      3 * i,
    );
  }
  const frame = { x: 0, y: 0, width: width / 4, height: height / 4 };
  return new MapMaker().make({
    picture: { width, height, channels: 3, data },
    pictureKey: 'shaded',
    window: { x: 0, y: 0, width, height },
    placement: { surface: frame, frame },
    settings: { ...defaultMapSettings, mode: 'lines' },
  });
}

describe('the contour of a thing in its own shadow', () => {
  it('lies where the colour changes, not where the shade does', () => {
    const contour = shaded().lines.filter(({ of, points }) => of === 'contour' && points.length > 1);
    const off = contour.flatMap(({ points }) => points.map(([x]) => Math.abs(x - edgeAt / 4)));
    const nearest = contour.filter(({ points }) => points.every(([x]) => Math.abs(x - edgeAt / 4) < 0.3));
    expect(off.length).to.be.greaterThan(0);
    const covered = nearest.reduce(
      (sum, { points }) => sum + Math.abs(points[points.length - 1][1] - points[0][1]),
      0,
    );
    expect(covered).to.be.greaterThan(0.9 * (height / 4));
  });
});
