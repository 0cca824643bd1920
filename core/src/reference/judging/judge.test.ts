import { expect } from 'chai';
import { labOfSrgb } from '../../colour/index.js';
import type { Picture } from '../../raster/index.js';
import { gaussian, photograph, rectangle, seeded } from '../../testing/index.js';
import { sharpShare } from './focus.js';
import { judge, sharesBetween } from './judge.js';
import { noiseOf } from './noise.js';
import { placesWhere, referenceNotes } from '../notes.js';
import { averageErrorAt, showAverageError } from '../looking/views.js';

function filled(width: number, height: number, tone: (x: number, y: number) => readonly number[]): Picture {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) data.set(tone(i % width, Math.floor(i / width)), i * 3);
  return { width, height, channels: 3, data };
}

describe('judging a picture', () => {
  it('counts its tones', () => {
    const picture = filled(100, 50, (x) => (x < 25 ? [20, 20, 20] : [200, 200, 200]));
    const { histogram } = judge(picture);
    expect(histogram.reduce((sum, share) => sum + share, 0)).to.be.closeTo(1, 1e-9);
    expect(histogram[Math.floor(labOfSrgb(20, 20, 20).lightness)]).to.be.closeTo(0.25, 1e-9);
    expect(sharesBetween(histogram, [50]).map((share) => share.toFixed(2))).to.deep.equal(['0.25', '0.75']);
    expect(sharesBetween(histogram, [])).to.have.length(1);
  });

  it('marks what is blown out and blocked up, where it is', () => {
    const picture = filled(400, 200, (x, y) =>
      x < 100 && y < 100 ? [255, 255, 254] : x >= 300 ? [0, 1, 2] : [120, 130, 140],
    );
    const { blown, blocked } = judge(picture);
    expect(blown.share).to.be.closeTo(1 / 8, 0.002);
    expect(blocked.share).to.be.closeTo(1 / 4, 0.002);
    for (const { x, y, width, height } of blown.places) {
      expect(x + width).to.be.below(0.26);
      expect(y + height).to.be.below(0.53);
    }
    expect(blocked.places[0].x).to.be.closeTo(0.75, 0.02);
    // A saturated colour is not blown out: one channel still tells it apart.
    expect(judge(filled(64, 64, () => [255, 255, 0])).blown.share).to.equal(0);
  });

  it('measures blur where there are edges', () => {
    for (const blurPx of [1, 2, 4]) {
      const pxPerMm = 10;
      const shapes = [30, 75, 120].map((x) => ({
        distance: rectangle(x, 60, 15, 40),
        lightness: 25,
        blurMm: blurPx / pxPerMm,
      }));
      const picture = photograph({ widthMm: 150, heightMm: 120, ground: 80, shapes }, pxPerMm, 1);
      const found = judge(picture)
        .focus.blurPx.filter((blur) => blur !== null)
        .sort((a, b) => a - b);
      expect(found).to.have.length.above(20);
      expect(found[found.length >> 1]).to.be.closeTo(blurPx, 0.3 * blurPx);
    }
  });

  it('tells a blurred side of a picture from a sharp one', () => {
    const edge = (x: number, blurMm: number) => ({
      distance: rectangle(x, 60, 20, 45),
      lightness: 25,
      blurMm,
    });
    const scene = { widthMm: 150, heightMm: 120, ground: 80, shapes: [edge(35, 0.12), edge(115, 0.6)] };
    const { focus } = judge(photograph(scene, 10));
    const blurred = placesWhere(focus, (blur) => blur !== null && blur > 3);
    expect(blurred.length).to.be.above(4);
    for (const { x, width } of blurred) expect(x + width).to.be.above(0.5);
    expect(sharpShare(focus, 3)).to.be.within(0.3, 0.7);
    expect(sharpShare({ columns: 1, rows: 1, blurPx: [null] }, 3)).to.equal(null);
  });

  it('measures grain, not texture', () => {
    const random = seeded(3);
    const picture = filled(400, 300, (x) => {
      const base = 118 + 60 * Math.sin(x / 40);
      const value = Math.round(base + 6 * gaussian(random));
      return [value, value, value];
    });
    // Six steps of sRGB are about 2.3 L* in the middle of the scale.
    expect(noiseOf(picture)).to.be.within(1.9, 2.9);
    expect(noiseOf(filled(400, 300, (x) => [x % 256, x % 256, x % 256]))).to.be.below(0.3);
    expect(noiseOf(filled(5, 5, () => [9, 9, 9]))).to.equal(0);
  });

  it('says how wrong a plain average of red, green and blue is', () => {
    // Pure blue is dark, L* 32, and averages to a grey of L* 36; yellow is light, 97, and averages to 70.
    expect(averageErrorAt(Uint8Array.of(0, 0, 255), 0)).to.be.closeTo(36 - 32, 1);
    expect(averageErrorAt(Uint8Array.of(255, 255, 0), 0)).to.be.closeTo(70 - 97, 1);
    expect(averageErrorAt(Uint8Array.of(90, 90, 90), 0)).to.be.closeTo(0, 0.1);
    const { averageError } = judge(filled(64, 64, (x) => (x < 32 ? [255, 255, 0] : [90, 90, 90])));
    expect(averageError.mean).to.be.closeTo(13.5, 1);
    expect(averageError.worst).to.be.within(25, 28);
  });

  it('shows that error warm where too light, cool where too dark', () => {
    const data = Uint8Array.of(0, 0, 255, 255, 255, 0, 90, 90, 90);
    showAverageError(data, 3, 3);
    expect(data[0]).to.be.above(data[2]);
    expect(data[5]).to.be.above(data[3]);
    expect([...data.slice(6)]).to.deep.equal([250, 250, 250]);
  });

  it('is told in notes with the figure, the reason and the place', () => {
    const picture = filled(400, 200, (x) => (x < 100 ? [255, 255, 255] : [120, 130, 140]));
    const notes = referenceNotes(
      {
        decisions: { permission: 'own' },
        size: picture,
        pxPerMm: 4,
        pencilMm: 0.5,
        judgement: judge(picture),
        cornerFault: null,
        ratioReckoned: false,
      },
      'mm',
    );
    const blown = notes.find(({ id }) => id === 'reference-blown')!;
    expect(blown.says).to.match(/^25 % of it is blown out/);
    expect(blown.why).to.match(/nothing can be mapped there/);
    expect(blown.places?.length).to.be.above(0);
    expect(notes.find(({ id }) => id === 'reference-grain')?.weight).to.equal('plain');
  });

  it('copes with pictures that are hardly any', () => {
    expect(judge(filled(1, 1, () => [3, 4, 5])).histogram).to.have.length(100);
    expect(judge(filled(2000, 1, () => [3, 4, 5])).focus.blurPx.every((blur) => blur === null)).to.equal(
      true,
    );
  });
});
