import { expect } from 'chai';
import fc from 'fast-check';
import type { Picture, Plane } from '../raster/index.js';
import { smoothedRun } from '../geometry/index.js';
import { evened } from './values/light.js';
import { lineOnSurface } from './on-surface.js';
import { MapMaker } from './map-maker.js';
import { stretchesOf } from './boundaries/quality.js';
import { schoolOf, schools } from './schools.js';
import { defaultMapSettings, mapSettingsSchema } from './settings.js';
import { byHand, evenShares, evenSteps } from './values/values.js';

function plane(width: number, height: number, value: (x: number, y: number) => number): Plane {
  const data = Float32Array.from({ length: width * height }, (_, i) =>
    value(i % width, Math.floor(i / width)),
  );
  return { width, height, data };
}

describe('limits between values', () => {
  const histogram = new Float64Array(512);
  histogram.fill(1, 102, 410);

  it('at even steps part the tones there are evenly', () => {
    evenSteps(histogram, 3).forEach((limit, i) => expect(limit).to.be.closeTo(20 + (60 * (i + 1)) / 3, 1));
  });

  it('in even shares give every value as much of the picture', () => {
    const uneven = histogram.slice();
    uneven.fill(3, 102, 256);
    const limits = evenShares(uneven, 4);
    const sum = (from: number, to: number) =>
      uneven.reduce((total, count, i) => total + (i / 5.12 >= from && i / 5.12 < to ? count : 0), 0);
    const ends = [0, ...limits, 100];
    const shares = ends.slice(1).map((end, i) => sum(ends[i], end));
    for (const share of shares) expect(share).to.be.closeTo(sum(0, 100) / 4, 8);
  });

  it('by hand are put in order, and where too few are set the widest gap is halved', () => {
    expect(byHand([70, 20], 3)).to.deep.equal([20, 70]);
    expect(byHand([20], 3)).to.deep.equal([20, 60]);
    expect(byHand([10, 20, 30, 40], 3)).to.deep.equal([10, 20]);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 8 }),
        fc.integer({ min: 2, max: 9 }),
        (set, count) => {
          const limits = byHand(set, count);
          limits.forEach((limit, i) => expect(i === 0 || limit > limits[i - 1]).to.equal(true));
        },
      ),
    );
  });
});

describe('evening the light', () => {
  // A wall lit from the left, 12 L* darker over 120 mm, with a patch 30 L* darker on it.
  const wall = plane(
    480,
    320,
    (x, y) => 80 - x / 40 - (Math.abs(x - 240) < 60 && Math.abs(y - 160) < 60 ? 30 : 0),
  );

  it('makes one wall one tone and keeps the step of what is on it', () => {
    const flat = evened(wall, 4, 15, false);
    const at = (x: number, y: number) => flat.data[y * 480 + x];
    expect(Math.abs(at(20, 20) - at(460, 300))).to.be.at.most(2.5);
    expect(at(160, 160) - at(240, 160)).to.be.closeTo(30, 4);
  });

  it('leaves a picture alone when nothing is allowed', () => {
    expect(evened(wall, 4, 0, false)).to.equal(wall);
  });

  it('keeps what changes faster than the light may', () => {
    const modelled = plane(200, 200, (x) => 20 + x * 0.3);
    const kept = evened(modelled, 4, 5, false);
    expect(kept.data[199] - kept.data[0]).to.be.closeTo(59.7, 2);
  });

  it('in local mode judges each half of an unevenly lit picture by itself', () => {
    const two = plane(400, 200, (x, y) => (x < 200 ? 30 : 70) + (((x >> 5) + (y >> 5)) % 2) * 10);
    const local = evened(two, 2, 0, true);
    const meanOf = (from: number, to: number) => {
      let sum = 0;
      for (let y = 0; y < 200; y++) for (let x = from; x < to; x++) sum += local.data[y * 400 + x];
      return sum / (200 * (to - from));
    };
    expect(Math.abs(meanOf(300, 400) - meanOf(0, 100))).to.be.lessThan(20);
  });
});

describe('edge quality along an arc', () => {
  const arc = (soft: (i: number) => number, contrast: (i: number) => number, n = 240) => ({
    points: Float64Array.from({ length: 2 * n }, (_, k) => (k % 2 === 0 ? k / 2 : 0)),
    softnessPx: Float32Array.from({ length: n }, (_, i) => soft(i)),
    contrast: Float32Array.from({ length: n }, (_, i) => contrast(i)),
  });
  const limits = { softFromMm: 1.5, lostUnder: 4 };

  it('is divided where it turns from hard to soft and to lost', () => {
    const found = stretchesOf(
      arc(
        (i) => (i < 80 ? 2 : 16),
        (i) => (i < 160 ? 40 : 1),
      ),
      false,
      4,
      limits,
    );
    expect(found.map(({ edge }) => edge)).to.deep.equal(['hard', 'soft', 'lost']);
    expect(found[0].to).to.be.closeTo(80 / 239, 0.03);
    expect(found[0].to).to.equal(found[1].from);
    expect(found[2].to).to.equal(1);
  });

  it('is not divided by a short stretch or by one barely different', () => {
    expect(
      stretchesOf(
        arc(
          (i) => (i > 100 && i < 112 ? 16 : 2),
          () => 40,
        ),
        false,
        4,
        limits,
      ),
    ).to.have.length(1);
    expect(
      stretchesOf(
        arc(
          (i) => (i < 120 ? 5.6 : 6.4),
          () => 40,
        ),
        false,
        4,
        limits,
      ),
    ).to.have.length(1);
  });

  it('goes on over the seam of a closed arc', () => {
    const n = 240;
    const ring = {
      ...arc(
        (i) => (i < 40 || i >= 200 ? 16 : 2),
        () => 40,
        n,
      ),
      points: Float64Array.from({ length: 2 * n }, (_, k) => {
        const angle = (Math.PI * 2 * Math.floor(k / 2)) / n;
        return 38 * (k % 2 === 0 ? Math.cos(angle) : Math.sin(angle));
      }),
    };
    const found = stretchesOf(ring, true, 4, limits);
    expect(found.map(({ edge }) => edge).sort()).to.deep.equal(['hard', 'soft']);
    const seam = found.find(({ edge }) => edge === 'soft')!;
    expect(seam.to).to.be.greaterThan(1);
    expect(found.reduce((sum, { from, to }) => sum + to - from, 0)).to.be.closeTo(1, 1e-6);
  });
});

describe('schools', () => {
  it('set only what can be set, and are known again by what they set', () => {
    for (const school of schools) {
      const settings = { ...defaultMapSettings, ...school.sets };
      expect(mapSettingsSchema.parse(settings)).to.deep.equal(settings);
      expect(schoolOf(settings)?.id).to.equal(school.id);
      expect(schoolOf({ ...settings, pencilMm: 0.9 })?.id).to.equal(school.id);
      expect(schoolOf({ ...settings, toleranceMm: 7 })).to.equal(null);
    }
  });
});

describe('a line on the surface', () => {
  it('is fainter the softer it is drawn, and hidden by opaque paint', () => {
    const off = (...args: Parameters<typeof lineOnSurface>) => {
      const { line, ground } = lineOnSurface(...args);
      return ground - line;
    };
    expect(off(95, 'faint', 'none')).to.be.lessThan(off(95, 'middling', 'none'));
    expect(off(95, 'middling', 'dark')).to.be.lessThan(off(95, 'middling', 'pale'));
    expect(lineOnSurface(95, 'firm', 'opaque')).to.include({ followed: false, shows: false });
    expect(lineOnSurface(95, 'firm', 'dark').followed).to.equal(true);
  });
});

describe('smoothing a run', () => {
  it('keeps a straight straight and the ends in place', () => {
    const run = Float64Array.from({ length: 40 }, (_, i) => (i % 2 === 0 ? i / 2 : 3));
    expect([...smoothedRun(run, false, 2)].map((value) => Math.round(value * 1e6) / 1e6)).to.deep.equal([
      ...run,
    ]);
  });
});

describe('colours', () => {
  // Two halves of one lightness, red and green, and a third of the same red.
  const colour: Picture = {
    width: 240,
    height: 120,
    channels: 3,
    data: Uint8Array.from({ length: 240 * 120 * 3 }, (_, i) => {
      const x = Math.floor(i / 3) % 240;
      return (x < 80 || x >= 160 ? [200, 80, 80] : [62, 136, 62])[i % 3];
    }),
  };
  const make = (change: object) =>
    new MapMaker().make({
      picture: colour,
      pictureKey: 'colours',
      window: { x: 0, y: 0, width: 240, height: 120 },
      placement: { surface: { width: 60, height: 30 }, frame: { x: 0, y: 0, width: 60, height: 30 } },
      settings: {
        ...defaultMapSettings,
        mode: 'values',
        values: 2,
        separation: 'by-hand',
        limits: [20],
        ...change,
      },
    });

  it('of one value divide a shape when asked, by lines of their own kind', () => {
    expect(make({}).shapes).to.have.length(1);
    const divided = make({ colourSplit: 15 });
    expect(divided.shapes).to.have.length(3);
    const between = divided.lines.filter(({ colour: apart }) => apart !== undefined);
    expect(between).to.have.length(2);
    for (const line of between) {
      expect(line.edge).to.equal('hard');
      for (const [x] of line.points) expect(Math.min(Math.abs(x - 20), Math.abs(x - 40))).to.be.at.most(0.3);
    }
  });

  it('are drawn as lines beside the values when asked', () => {
    const edges = make({ colourEdges: true }).lines.filter(({ kind }) => kind === 'detail');
    expect(edges).to.have.length(2);
    for (const line of edges) expect(line.colour).to.be.greaterThan(15);
  });
});
