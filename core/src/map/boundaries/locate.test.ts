import { expect } from 'chai';
import { lightnessOfLuminance } from '../../colour/index.js';
import type { Plane } from '../../raster/index.js';
import { gaussian, seeded } from '../../testing/index.js';
import { solveJunctions } from './junctions.js';
import { inLinearLight, locateArc } from './locate.js';
import { median } from '../../raster/index.js';
import { outside, planarMap } from './planar-map.js';
import type { LabelledRaster } from '../values/regions.js';
import { normalsOf } from '../../geometry/index.js';

const size = 200;

/** Share of light at a signed distance from an edge, blurred by a lens (logistic stand-in for the error function). */
const share = (distance: number, blurPx: number) => 1 / (1 + Math.exp((1.702 * distance) / blurPx));

type Edge = {
  distance: (x: number, y: number) => number;
  blurPx: number;
  noise?: number;
  misplacedPx?: number;
};

/** A picture of one edge, dark inside, with the regions cut some pixels beside it. */
function pictureOf({ distance, blurPx, noise = 0, misplacedPx = 0 }: Edge): {
  luminance: Plane;
  regions: LabelledRaster;
} {
  const random = seeded(11);
  const data = new Float32Array(size * size);
  const label = new Int32Array(size * size);
  for (let i = 0; i < data.length; i++) {
    const d = distance((i % size) + 0.5, Math.floor(i / size) + 0.5);
    data[i] = 0.6 - 0.5 * share(d, blurPx) + noise * gaussian(random);
    label[i] = d < misplacedPx ? 1 : 0;
  }
  return {
    luminance: { width: size, height: size, data },
    regions: { width: size, height: size, label, count: 2, step: 1 },
  };
}

const disc = (x: number, y: number) => Math.hypot(x - 100, y - 100) - 60;
const tones = [lightnessOfLuminance(0.1), lightnessOfLuminance(0.6)];

function located(edge: Edge) {
  const { luminance, regions } = pictureOf(edge);
  const arc = planarMap(regions).arcs.find(({ left, right }) => left !== outside && right !== outside)!;
  const { points, contrast, softnessPx } = locateArc(
    arc,
    { ground: inLinearLight(luminance), expected: tones[1] - tones[0] },
    regions,
    4,
  );
  return { points, contrast: median(contrast), softnessPx: median(softnessPx) };
}

/** Mean of the distances of a run of points from the true edge. */
function meanOff(points: Float64Array, distance: Edge['distance']): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) sum += Math.abs(distance(points[i], points[i + 1]));
  return sum / (points.length / 2);
}

describe('placing a boundary', () => {
  const cases: [string, Edge, number][] = [
    ['a hard edge', { distance: disc, blurPx: 0.7 }, 0.08],
    ['a hard edge the regions missed by two pixels', { distance: disc, blurPx: 0.7, misplacedPx: 2 }, 0.1],
    ['a hard edge in grain', { distance: disc, blurPx: 0.7, noise: 0.04 }, 0.25],
    ['a soft edge the regions missed by four pixels', { distance: disc, blurPx: 6, misplacedPx: -4 }, 0.5],
  ];
  for (const [name, edge, limit] of cases) {
    it(`finds ${name} to ${limit} pixels in the mean`, () => {
      expect(meanOff(located(edge).points, edge.distance)).to.be.at.most(limit);
    });
  }

  it('of a thing does not follow a stronger step beside it further than it may', () => {
    // Nothing is seen of the contour; the rim of a shadow lies two and a half pixels further out.
    const { luminance, regions } = pictureOf({ distance: disc, blurPx: 0.7 });
    const faint = pictureOf({ distance: (x, y) => disc(x, y) - 2.5, blurPx: 0.7 }).luminance.data;
    const arc = planarMap(regions).arcs.find(({ left, right }) => left !== outside && right !== outside)!;
    const judged = { ground: inLinearLight({ ...luminance, data: faint }), expected: 30 };
    const free = locateArc(arc, judged, regions, 4);
    expect(meanOff(free.points, disc)).to.be.greaterThan(2);
    const held = locateArc(arc, judged, regions, 4, { maxShiftMm: 0.1 });
    // Two looks at 0.1 mm, 4 pixels a mm.
    expect(meanOff(held.points, disc)).to.be.at.most(0.9);
  });

  it('is not drawn into a form that turns away beside it', () => {
    // A step at 100, and a slope that goes on to its left as on the side of a jar.
    const { luminance, regions } = pictureOf({ distance: (x) => x - 100, blurPx: 1 });
    const data = luminance.data.map((_, i) => {
      const off = (i % size) + 0.5 - 100;
      return 0.4 + 0.15 * (1 - share(off, 1)) + (off < 0 ? 0.012 * Math.max(off, -30) : 0);
    });
    const arc = planarMap(regions).arcs.find(({ left, right }) => left !== outside && right !== outside)!;
    const { points } = locateArc(
      arc,
      { ground: inLinearLight({ ...luminance, data }), expected: 25 },
      regions,
      4,
    );
    expect(meanOff(points, (x) => x - 100)).to.be.at.most(0.5);
  });

  it('measures contrast and width of the step', () => {
    const hard = located({ distance: disc, blurPx: 0.7 });
    expect(hard.contrast).to.be.closeTo(tones[1] - tones[0], 1.5);
    const soft = located({ distance: disc, blurPx: 5 });
    // The logistic stand-in takes 2·ln 9 / 1.702 times its blur from 10 to 90 percent.
    expect(soft.softnessPx).to.be.closeTo((2 * Math.log(9) * 5) / 1.702, 2);
    expect(hard.softnessPx).to.be.lessThan(4);
  });

  it('calls a limit inside a gradation soft, as little of the step happens there', () => {
    const gradation = located({ distance: (x) => x - 100, blurPx: 45 });
    expect(gradation.softnessPx).to.be.greaterThan(15);
  });

  it('has its normals on the right of the way', () => {
    const normals = normalsOf(Float64Array.of(0, 0, 1, 0, 2, 0, 3, 0), false);
    expect([normals[0], normals[1]].map((value) => Math.round(value) + 0)).to.deep.equal([0, 1]);
  });
});

describe('junctions', () => {
  it('lie where straight boundaries that meet there lead', () => {
    // Three sectors that meet at a point between pixel corners.
    const [cx, cy] = [100.4, 99.7];
    const sector = (x: number, y: number) => {
      const turn = (Math.atan2(y - cy, x - cx) + 2 * Math.PI + 0.5) % (2 * Math.PI);
      return turn < 2.2 ? 0 : turn < 4.1 ? 1 : 2;
    };
    const light = [0.1, 0.35, 0.7];
    const label = new Int32Array(size * size);
    const data = new Float32Array(size * size);
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        label[y * size + x] = sector(x + 0.5, y + 0.5);
        let sum = 0;
        for (let k = 0; k < 16; k++) sum += light[sector(x + (k % 4) / 4 + 0.125, y + (k >> 2) / 4 + 0.125)];
        data[y * size + x] = sum / 16;
      }
    }
    const regions: LabelledRaster = {
      width: size,
      height: size,
      label,
      count: 3,
      step: 1,
    };
    const map = planarMap(regions);
    const lightness = light.map(lightnessOfLuminance);
    const arcs = map.arcs.map((arc) =>
      arc.left === outside || arc.right === outside
        ? {
            points: Float64Array.from(arc.points),
            contrast: new Float32Array(arc.points.length / 2),
            softnessPx: new Float32Array(arc.points.length / 2),
          }
        : locateArc(
            arc,
            {
              ground: inLinearLight({ width: size, height: size, data }),
              expected: Math.abs(lightness[arc.left] - lightness[arc.right]),
            },
            regions,
            4,
          ),
    );
    solveJunctions(map, arcs, { width: size, height: size, step: 1 });
    const inner = map.junctions.findIndex(({ x, y }) => Math.hypot(x - cx, y - cy) < 3);
    const meeting = map.arcs.flatMap((arc, i) => {
      const { points } = arcs[i];
      if (arc.from === inner) return [[points[0], points[1]]];
      return arc.to === inner ? [[points[points.length - 2], points[points.length - 1]]] : [];
    });
    expect(meeting).to.have.length(3);
    for (const [x, y] of meeting) expect(Math.hypot(x - cx, y - cy)).to.be.at.most(0.35);
    expect(new Set(meeting.map(String)).size, 'all three end at one point').to.equal(1);
    // Junctions on the picture's border stay on it.
    map.junctions.forEach(({ x, y }, i) => {
      const end = map.arcs.findIndex((arc) => arc.from === i);
      if (end < 0 || i === inner) return;
      const [px, py] = arcs[end].points;
      if (x === 0 || x === size) expect(px).to.equal(x);
      if (y === 0 || y === size) expect(py).to.equal(y);
    });
  });
});
