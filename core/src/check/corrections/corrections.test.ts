import { expect } from 'chai';
import fc from 'fast-check';
import { scanCorrected } from '../../camera/index.js';
import { inverted, transformed, type Homography } from '../../geometry/index.js';
import { pyramid } from '../../reference/index.js';
import type { Picture } from '../../raster/index.js';
import {
  drawingScene,
  judgeCorrections,
  lineOf,
  mapWith,
  seeded,
  sheetsOf,
  sketchMap,
  type Rendering,
} from '../../testing/index.js';
import { findAdditions, joinPieces, type Addition } from './additions.js';
import type { FoundLine } from '../registration/found-lines.js';
import { printedPages, readCorrectedSheet, SheetNotFound } from '../index.js';
import { KnownLines } from '../registration/known-lines.js';
import { LinesAt } from '../registration/lines-at.js';
import { onSheet, poseOf, pulledPose, type Pull } from '../registration/pose.js';
import { findStrikes } from './strikes.js';

const sheet = { widthMm: 200, heightMm: 150 };

/** Points along straights, as closely as strokes are found. */
function run(...places: [number, number][]): Float64Array {
  const points: number[] = [];
  places.slice(1).forEach(([bx, by], i) => {
    const [ax, ay] = places[i];
    const steps = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / 0.17));
    for (let k = i === 0 ? 0 : 1; k <= steps; k++)
      points.push(ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps);
  });
  return Float64Array.from(points);
}

function arc(x: number, y: number, radius: number, from: number, to: number): Float64Array {
  return Float64Array.from({ length: 2 * 101 }, (_, i) => {
    const angle = from + ((to - from) * (i >> 1)) / 100;
    return i % 2 === 0 ? x + radius * Math.cos(angle) : y + radius * Math.sin(angle);
  });
}

const added = (points: Float64Array): Addition => {
  let lengthMm = 0;
  for (let i = 2; i < points.length; i += 2)
    lengthMm += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  return { points, lengthMm, widthMm: 0.4, strength: 1 };
};

describe('lines that are known', () => {
  const place = fc.tuple(
    fc.double({ min: 5, max: 195, noNaN: true }),
    fc.double({ min: 5, max: 145, noNaN: true }),
  );

  it('are found nearest to a spot, in its direction', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 6 }), place, (ends, [x, y]) => {
        const lines = ends.map(([a, b]) => run(a, b)).filter((line) => line.length > 8);
        fc.pre(lines.length > 0);
        const known = new KnownLines(lines, sheet);
        const own = Math.floor(x + y) % known.count;
        const angle = Math.atan2(known.ty[own], known.tx[own]);
        const found = known.nearest(x, y, angle, 300);
        const offOf = (k: number) => Math.hypot(known.x[k] - x, known.y[k] - y);
        expect(offOf(found)).to.be.at.most(offOf(own) + 1e-9);
        const turn = Math.abs(Math.sin(Math.atan2(known.ty[found], known.tx[found]) - angle));
        expect(turn).to.be.at.most(0.5 + 1e-9);
      }),
    );
  });

  it('are none far off the sheet, nor where nothing runs that way', () => {
    const known = new KnownLines([run([20, 20], [180, 20])], sheet);
    expect(known.nearest(-100, 20, 0, 15)).to.equal(-1);
    expect(known.nearest(100, 20, Math.PI / 2, 15)).to.equal(-1);
    expect(known.off(known.nearest(100, 22, 0.1, 15), 100, 22).across).to.be.closeTo(2, 1e-9);
  });
});

describe('the pose of a photograph', () => {
  it('is drawn to lines until they lie on what is known, the bending of the lens with it', () => {
    const random = seeded(4);
    const size = { width: 2000, height: 1500 };
    const truth: Homography = [0.1, 0.004, -8, -0.003, 0.1, 5, 2e-6, -3e-6, 1];
    const true1 = { ...poseOf(size, truth), bend: [-0.04, 0.006] as const };
    const pulls: Pull[] = Array.from({ length: 200 }, () => {
      const [x, y] = [2000 * random(), 1500 * random()];
      const angle = 2 * Math.PI * random();
      const [nx, ny] = [Math.cos(angle), Math.sin(angle)];
      const at = onSheet(true1, x, y);
      return { x, y, nx, ny, offset: nx * at.x + ny * at.y, weight: 1 };
    });
    let pose = poseOf(size, [0.1, 0, 0, 0, 0.1, 0, 0, 0, 1]);
    for (let k = 0; k < 4; k++) pose = pulledPose(pose, pulls, 'similarity');
    for (let k = 0; k < 12; k++) pose = pulledPose(pose, pulls, 'lens');
    for (const { x, y } of pulls.slice(0, 20)) {
      const [is, was] = [onSheet(pose, x, y), onSheet(true1, x, y)];
      expect(Math.hypot(is.x - was.x, is.y - was.y)).to.be.below(0.02);
    }
    expect(pose.bend[0]).to.be.closeTo(-0.04, 0.005);
  });
});

describe('what is drawn onto a sheet', () => {
  const window = { x: 0, y: 0, width: 200, height: 150 };
  const printed = [run([20, 75], [180, 75]), arc(100, 75, 40, 0, 2 * Math.PI)];
  const known = new KnownLines(printed, sheet);
  const found = (points: Float64Array): FoundLine => ({
    points,
    closed: false,
    widthMm: 0.4,
    strength: 1,
    darkness: 50,
  });
  const additionsOf = (...lines: Float64Array[]) =>
    joinPieces(
      findAdditions(lines.map(found), known, { window, words: [{ x: 5, y: 5, width: 30, height: 4 }] }),
    );

  it('is nothing where lines run along the print, however they were drawn over', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.6, max: 0.6, noNaN: true }), (off) => {
        expect(
          additionsOf(run([30, 75 + off], [170, 75 + off]), arc(100, 75, 40 + off, 0.2, 6)),
        ).to.deep.equal([]);
      }),
      { numRuns: 20 },
    );
  });

  it('goes on over lines it crosses, and is cut where it runs along one', () => {
    const across = additionsOf(run([80, 20], [80, 130]));
    expect(across).to.have.length(1);
    expect(across[0].lengthMm).to.be.closeTo(110, 1);
    const leaving = additionsOf(run([30, 75], [110, 75], [150, 20]));
    expect(leaving).to.have.length(1);
    expect(leaving[0].lengthMm).to.be.within(60, 69);
  });

  it('does not count beside the drawing, nor in words', () => {
    expect(additionsOf(run([8, 6], [30, 6]), run([8, 8], [30, 8]), run([-20, 40], [-4, 40]))).to.deep.equal(
      [],
    );
  });

  it('is one line again where it was found in pieces', () => {
    const pieces = additionsOf(run([60, 20], [60, 33]), run([60, 35.5], [60, 60]), run([64, 60], [90, 60]));
    expect(pieces.map(({ lengthMm }) => Math.round(lengthMm))).to.have.members([40, 26]);
  });
});

describe('striking out', () => {
  const lines = new LinesAt([run([20, 50], [180, 50]), run([20, 100], [180, 100])]);
  const struckBy = (...points: Float64Array[]) => {
    const { struck, strikes } = findStrikes(points.map(added), lines);
    return { struck: [...struck], strikes: [...strikes].sort((a, b) => a - b) };
  };

  it('is done by a cross, two strokes, or a zigzag, also where they were found in pieces', () => {
    const cross = [run([96, 46], [104, 54]), run([96, 54], [104, 46])];
    expect(struckBy(...cross)).to.deep.equal({ struck: [0], strikes: [0, 1] });
    expect(struckBy(run([99, 46], [101, 54]), run([102, 46], [104, 54]))).to.deep.equal({
      struck: [0],
      strikes: [0, 1],
    });
    const zigzag = run([90, 46], [93, 54], [96, 46], [99, 54], [102, 46]);
    expect(struckBy(zigzag)).to.deep.equal({ struck: [0], strikes: [0] });
    const arms = [
      run([96, 46], [99.6, 49.6]),
      run([100.4, 50.4], [104, 54]),
      run([96, 54], [99.6, 50.4]),
      run([100.4, 49.6], [104, 46]),
    ];
    expect(struckBy(...arms)).to.deep.equal({ struck: [0], strikes: [0, 1, 2, 3] });
  });

  it('is not done by one stroke, by lines that end on a line, by a ring, or by a bow that crosses twice', () => {
    expect(struckBy(run([100, 44], [103, 56])).struck).to.deep.equal([]);
    const ending = [94, 97, 100, 103].map((x) => run([x, 42], [x + 1, 50]));
    expect(struckBy(...ending).struck).to.deep.equal([]);
    expect(struckBy(arc(100, 50, 4, 0, 2 * Math.PI)).struck).to.deep.equal([]);
    expect(struckBy(arc(100, 52, 6, Math.PI, 2 * Math.PI)).struck).to.deep.equal([]);
    // Long lines are drawing, however they cross.
    expect(struckBy(run([60, 20], [66, 120]), run([64, 20], [70, 120])).struck).to.deep.equal([]);
  });

  it('counts a straight stroke that cuts a bend of its line twice', () => {
    const bent = new LinesAt([arc(100, 50, 10, Math.PI, 2 * Math.PI)]);
    const { struck } = findStrikes([run([91, 38], [109, 47]), run([97, 35], [98, 46])].map(added), bent);
    expect([...struck]).to.deep.equal([0]);
  });

  it('takes both lines where strokes go through both, and leaves others alone', () => {
    const near = new LinesAt([run([20, 50], [180, 50]), run([20, 53], [180, 53]), run([20, 90], [180, 90])]);
    const { struck } = findStrikes([run([97, 45], [105, 58]), run([97, 58], [105, 45])].map(added), near);
    expect([...struck]).to.have.members([0, 1]);
  });
});

describe('a corrected sheet', () => {
  const look = { light: 'uneven', pxPerMm: 5, seed: 8 } as const;
  const onTable = { taken: 'photographed', table: 45 } as const;

  /** A page of a drawing, corrected by hand and taken. */
  function taken(scene: number, kind: 'outline' | 'mirrored', which: number, rest: Partial<Rendering> = {}) {
    const map = sketchMap(drawingScene(scene, false));
    const set = sheetsOf(map, { kind, paper: 'a4' });
    const pages = printedPages(set);
    const printed = pages[which];
    const page = set.page(which);
    const { made, picture } = scanCorrected(map, { page, ...printed }, 50 + scene, { ...look, ...rest });
    return { map, pages, made, picture };
  }

  for (const [kind, which, rest] of [
    ['outline', 0, onTable],
    ['mirrored', 1, { light: 'even' }],
  ] as const) {
    it(`is found with which page it is, and every change on it: ${kind}`, () => {
      const { map, pages, made, picture } = taken(5, kind, which, rest);
      const read = readCorrectedSheet(pyramid(picture), map, pages);
      expect(read.label).to.equal(pages[which].label);
      expect(read.seen).to.be.above(0.95);
      expect(read.offMm).to.be.below(0.1);
      const { found, wrong, says, offMm } = judgeCorrections(made, read);
      expect(made.added.length + made.struck.length).to.be.above(4);
      expect(found, says.join('; ')).to.equal(made.added.length + made.struck.length);
      expect(wrong, says.join('; ')).to.equal(0);
      expect(offMm.sort((a, b) => a - b)[Math.floor(0.9 * offMm.length)]).to.be.below(0.3);
    });
  }

  it('is not taken for an empty one, whose few marks all sheets bear', () => {
    // All of it lies in the lower half: the sheets above it are empty but for what joins them.
    const low = sketchMap(drawingScene(5, false));
    const map = {
      ...low,
      surface: { width: 300, height: 640 },
      frame: { x: 0, y: 0, width: 300, height: 640 },
    };
    map.lines = low.lines.map((line) => ({
      ...line,
      points: line.points.map(([x, y]): [number, number] => [x, y + 400]),
    }));
    const set = sheetsOf(map, { kind: 'outline', paper: 'a4' });
    const pages = printedPages(set);
    const which = pages
      .map(({ lines }) => lines.length)
      .reduce((best, n, i, all) => (n > all[best] ? i : best), 0);
    expect(which).to.be.above(0);
    const { picture } = scanCorrected(map, { page: set.page(which), ...pages[which] }, 3, look);
    expect(readCorrectedSheet(pyramid(picture), map, pages).label).to.equal(pages[which].label);
  });

  it('is found upside down', () => {
    const { map, pages, picture } = taken(5, 'outline', 0);
    const { width, height, data } = picture;
    const turned = new Uint8ClampedArray(data.length);
    for (let i = 0; i < width * height; i++)
      turned.set(data.subarray(4 * i, 4 * i + 4), 4 * (width * height - 1 - i));
    const read = readCorrectedSheet(pyramid({ ...picture, data: turned }), map, pages);
    expect(read.label).to.equal(pages[0].label);
    expect(read.seen).to.be.above(0.95);
  });

  it('is refused in words when it is another, or none', () => {
    const { map, pages } = taken(5, 'outline', 0);
    const blank = (value: number): Picture => ({
      width: 600,
      height: 800,
      channels: 3,
      data: new Uint8Array(600 * 800 * 3).fill(value),
    });
    const random = seeded(1);
    const noise = { ...blank(0), data: Uint8Array.from({ length: 600 * 800 * 3 }, () => 256 * random()) };
    const other = taken(2, 'outline', 0).picture;
    for (const picture of [blank(255), blank(0), noise, other])
      expect(() => readCorrectedSheet(pyramid(picture), map, pages)).to.throw(SheetNotFound, /Scan it/);
    expect(() => readCorrectedSheet(pyramid(other), map, [])).to.throw(SheetNotFound, /outline/);
  });
});

describe('printed pages', () => {
  it('say where the surface lies on each, mirrored or not', () => {
    const map = mapWith(300, 240, [
      lineOf([
        [10, 20],
        [290, 220],
      ]),
    ]);
    for (const kind of ['outline', 'mirrored'] as const) {
      const pages = printedPages(sheetsOf(map, { kind, paper: 'a4' }));
      expect(pages.length).to.be.above(1);
      for (const { fromSurface: at, lines, window } of pages) {
        const to: Homography = [at.a, at.b, at.c, at.d, at.e, at.f, 0, 0, 1];
        expect(Math.sign(at.a)).to.equal(kind === 'mirrored' ? -1 : 1);
        // The line that was printed lies on the map's own line.
        const back = inverted(to);
        const slanting = lines.reduce((best, line) =>
          Math.min(Math.abs(line[2] - line[0]), Math.abs(line[3] - line[1])) >
          Math.min(Math.abs(best[2] - best[0]), Math.abs(best[3] - best[1]))
            ? line
            : best,
        );
        const { x, y } = transformed(back, slanting[0], slanting[1]);
        expect((x - 10) / 280).to.be.closeTo((y - 20) / 200, 1e-6);
        expect(window.width).to.be.above(100);
      }
    }
  });
});
