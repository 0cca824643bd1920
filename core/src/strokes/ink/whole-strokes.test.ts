import { expect } from 'chai';
import fc from 'fast-check';
import type { Plane } from '../../raster/index.js';
import {
  renderLightness,
  straightsThrough,
  type DrawingTool,
  type DrawnStroke,
} from '../../testing/index.js';
import { evenPaper } from '../paper/paper.js';
import { leastSoftnessMm, wholeStrokes } from './whole-strokes.js';

const sideMm = 40;

/** Ink of straights side by side, some mm apart at an angle, drawn with a tool and scanned. */
function inkOf(tool: DrawingTool, count: number, apartMm: number, angleRad: number, pxPerMm: number): Plane {
  const [ux, uy] = [Math.cos(angleRad), Math.sin(angleRad)];
  const strokes = Array.from({ length: count }, (_, k): DrawnStroke => {
    const aside = (k - (count - 1) / 2) * apartMm;
    const [cx, cy] = [sideMm / 2 - aside * uy, sideMm / 2 + aside * ux];
    const points = straightsThrough([
      [cx - 12 * ux, cy - 12 * uy],
      [cx + 12 * ux, cy + 12 * uy],
    ]);
    return { points, closed: false, darkness: 1, width: 1, part: 'drawing' };
  });
  const { lightness } = renderLightness(
    { name: 'side by side', widthMm: sideMm, heightMm: sideMm, strokes },
    { tool, paper: 93, contrast: 50, light: 'even', taken: 'scanned', pxPerMm, seed: 2 },
  );
  return evenPaper(lightness, pxPerMm).plane;
}

const angles = fc.double({ min: 0, max: Math.PI, noNaN: true });
const finenesses = fc.constantFrom(4, 5, 6);
const few = { numRuns: 10, seed: 5 };

describe('ink smoothed until strokes are whole', () => {
  it('is hardly smoothed where they are thin and whole, near each other or not', () => {
    const apart = fc.double({ min: 1, max: 5, noNaN: true });
    fc.assert(
      fc.property(angles, finenesses, apart, (angleRad, pxPerMm, apartMm) => {
        const ink = inkOf('pen', 6, apartMm, angleRad, pxPerMm);
        expect(wholeStrokes(ink, pxPerMm).softnessMm).to.equal(leastSoftnessMm);
      }),
      few,
    );
  });

  it('is smoothed further where the tooth of the paper breaks them', () => {
    fc.assert(
      fc.property(angles, finenesses, (angleRad, pxPerMm) => {
        const ink = inkOf('chalk', 4, 7, angleRad, pxPerMm);
        expect(wholeStrokes(ink, pxPerMm).softnessMm).to.be.greaterThan(leastSoftnessMm);
      }),
      few,
    );
  });

  it('is left as it is where nothing is drawn', () => {
    expect(wholeStrokes(inkOf('pen', 0, 1, 0, 5), 5).softnessMm).to.equal(leastSoftnessMm);
  });
});
