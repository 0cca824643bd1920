import { expect } from 'chai';
import fc from 'fast-check';
import type { Plane } from '../raster/index.js';
import { tellDrawing } from './tell-drawing.js';

const width = 450;
const height = 330;
const pxPerMm = 1.5;

/** A picture whose lightness at each place is told by a function of the place, px. */
function pictureOf(lightnessAt: (x: number, y: number) => number): Plane {
  const data = Float32Array.from({ length: width * height }, (_, i) =>
    lightnessAt((i % width) + 0.5, Math.floor(i / width) + 0.5),
  );
  return { width, height, data };
}

/** Two tones with a rim a pixel wide between them; negative inside. */
const inTwoTones = (paper: number, ink: number, inside: (x: number, y: number) => number) =>
  pictureOf((x, y) => {
    const covered = Math.min(1, Math.max(0, 0.5 - inside(x, y)));
    return paper + (ink - paper) * covered;
  });

const outline = (half: number) => (x: number, y: number) =>
  Math.abs(Math.hypot((x - 225) / 1.3, y - 165) - 110) - half;
const net = (x: number, y: number) => 4.5 - Math.abs((((x + 2 * y) / 14) % 2) - 1) * 14;
const disc = (radius: number) => (x: number, y: number) => Math.hypot(x - 200, y - 160) - radius;

describe('line art in two tones', () => {
  it('is a drawing, however thick its lines, large its blacks or dense its net', () => {
    const cases = fc.record({
      inside: fc.constantFrom(outline(3), outline(9), net, (x: number, y: number) =>
        Math.min(outline(3)(x, y), disc(30)(x, y)),
      ),
      tones: fc.constantFrom([100, 0], [96, 30], [12, 90]),
    });
    fc.assert(
      fc.property(cases, ({ inside, tones: [paper = 0, ink = 0] }) => {
        expect(tellDrawing(inTwoTones(paper, ink, inside), pxPerMm).kind).to.equal('drawing');
      }),
      { numRuns: 30 },
    );
  });

  it('is told from a thing with light and shade on a white ground', () => {
    for (const radius of [45, 80, 110]) {
      const inside = disc(radius);
      const ball = pictureOf((x, y) =>
        inside(x, y) > 0 ? 100 : 50 - (40 * (x - 200)) / radius - (20 * (y - 160)) / radius,
      );
      expect(tellDrawing(ball, pxPerMm).kind, `${radius}`).to.equal('photograph');
    }
  });

  it('is not seen in a flat shape, which has an outline and no line', () => {
    for (const radius of [60, 110])
      expect(tellDrawing(inTwoTones(96, 30, disc(radius)), pxPerMm).kind, `${radius}`).to.equal('photograph');
  });

  it('is not seen in a blank sheet or one of faint tones', () => {
    for (const ink of [90, 99]) {
      const faint = tellDrawing(inTwoTones(100, ink, disc(110)), pxPerMm);
      expect(faint.kind, `${ink}`).to.equal('photograph');
    }
  });
});
