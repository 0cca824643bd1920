import { expect } from 'chai';
import fc from 'fast-check';
import { polylineLength } from '../../geometry/index.js';
import type { MapLine } from '../../documents/index.js';
import type { KnownStroke } from '../../strokes/index.js';
import { MapMaker } from '../map-maker.js';
import { defaultMapSettings, type MapSettings } from '../settings.js';
import { edgeStretches } from './stroke-edges.js';

const pxPerMm = 6;
const side = 100 * pxPerMm;

/** A sheet on which each place, mm, is darkened by so many grey levels. */
function sheet(darkAt: (x: number, y: number) => number) {
  const data = new Uint8Array(side * side * 3);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const grain = 2 * Math.sin(12.9898 * x) * Math.cos(78.233 * y);
      const grey = 235 + grain - darkAt((x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm);
      data.fill(grey, 3 * (y * side + x), 3 * (y * side + x) + 3);
    }
  return { width: side, height: side, channels: 3 as const, data };
}

function linesOf(picture: ReturnType<typeof sheet>, change: Partial<MapSettings>): MapLine[] {
  const frame = { x: 0, y: 0, width: 100, height: 100 };
  return new MapMaker().make({
    picture,
    pictureKey: 'sheet',
    window: { x: 0, y: 0, width: side, height: side },
    placement: { surface: { width: 100, height: 100 }, frame },
    settings: { ...defaultMapSettings, reference: 'drawing', darkerThan: 0.1, ...change },
  }).lines;
}

const lengthOf = ({ points, closed }: MapLine) => polylineLength(points.flat(), closed);
const near = (off: number) => Math.abs(off) < 0.35;

/** Firm at 0, and evenly fainter until 1. */
const fading = (share: number) => 160 - 110 * Math.min(1, Math.max(0, share));

/** A level line that fades from x = 40 to 60 mm, one broken from x = 45 on, a firm one, and a ring that fades to the right. */
const picture = sheet((x, y) => {
  const along = x > 10 && x < 90;
  if (along && near(y - 20)) return fading((x - 40) / 20);
  if (along && near(y - 40)) return x < 45 || x % 2.6 < 1.6 ? 160 : 0;
  if (along && near(y - 90)) return 160;
  if (near(Math.hypot(x - 50, y - 65) - 18)) return fading((x - 40) / 20);
  return 0;
});

describe('edges of strokes', () => {
  it('are hard, and lines whole, when none is asked to be soft', () => {
    const lines = linesOf(picture, {});
    expect(lines.map(({ edge }) => edge)).to.deep.equal(Array(lines.length).fill('hard'));
    expect(lines.filter(({ closed }) => closed)).to.have.length(1);
  });

  it('turn soft where a stroke grows faint, and where bare paper breaks it', () => {
    const lines = linesOf(picture, { softUnder: 0.75 });
    const at = (y: number) => lines.filter(({ points }) => points.every(([, py]) => Math.abs(py - y) < 2));
    for (const y of [20, 40]) {
      const own = at(y).sort((a, b) => (a.points[0]?.[0] ?? 0) - (b.points[0]?.[0] ?? 0));
      expect([...new Set(own.map(({ edge }) => edge))], `${y}`).to.have.members(['hard', 'soft']);
      const soft = own.filter(({ edge }) => edge === 'soft').reduce((sum, line) => sum + lengthOf(line), 0);
      expect(soft, `${y}`).to.be.closeTo(y === 20 ? 39 : 45, 5);
    }
    expect(at(90).map(({ edge }) => edge)).to.deep.equal(['hard']);
    const faint = at(20).find(({ edge }) => edge === 'soft');
    expect(faint?.strength).to.be.within(0.25, 0.55);
    const ring = lines.filter(({ points }) =>
      points.every(([x, y]) => Math.abs(Math.hypot(x - 50, y - 65) - 18) < 1),
    );
    expect(ring.map(({ edge }) => edge)).to.have.members(['hard', 'soft']);
    const softened = ring
      .filter(({ edge }) => edge === 'soft')
      .reduce((sum, line) => sum + lengthOf(line), 0);
    expect(softened / ring.reduce((sum, line) => sum + lengthOf(line), 0)).to.be.within(0.4, 0.6);
    expect(new Set(lines.map(({ id }) => id)).size).to.equal(lines.length);
  });

  it('part a stroke into stretches that together are the whole of it', () => {
    const stroke = fc.record({
      darkness: fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 4, maxLength: 80 }),
      closed: fc.boolean(),
      softUnder: fc.option(fc.double({ min: 0.05, max: 1, noNaN: true })),
      step: fc.integer({ min: 1, max: 60 }),
    });
    fc.assert(
      fc.property(stroke, ({ darkness, closed, softUnder, step }) => {
        const n = darkness.length;
        const points = Float64Array.from({ length: 2 * n }, (_, k) => {
          const angle = (2 * Math.PI * (k >> 1)) / n;
          return ((n * step) / 6) * (k % 2 === 0 ? Math.cos(angle) : Math.sin(angle));
        });
        const known: KnownStroke = {
          points,
          closed,
          free: [true, true],
          widths: new Float64Array(n).fill(3),
          darkness: Float64Array.from(darkness),
          strength: 0.8,
          lengthPx: polylineLength(points, closed),
          rim: false,
          kind: 'drawing',
        };
        const stretches = edgeStretches(known, { points, closed }, softUnder, 6);
        const total = stretches.reduce((sum, { run }) => sum + polylineLength(run.points, run.closed), 0);
        expect(total).to.be.closeTo(known.lengthPx, 1e-6 * known.lengthPx + 1e-9);
        if (stretches.length === 1) expect(stretches[0]?.run.closed).to.equal(closed);
        else
          for (const { run } of stretches) {
            expect(run.closed).to.equal(false);
            expect(polylineLength(run.points)).to.be.at.least(36 - 1e-6);
          }
        stretches.forEach(({ edge }, i) => {
          if (i > 0) expect(edge).not.to.equal(stretches[i - 1]?.edge);
        });
      }),
    );
  });
});
