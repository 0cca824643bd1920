import { expect } from 'chai';
import fc from 'fast-check';
import {
  isTraced,
  readMapDocument,
  writeMapDocument,
  type MapDocument,
  type MapLine,
} from '../documents/index.js';
import { signedArea } from '../geometry/index.js';
import type { Picture } from '../raster/index.js';
import {
  disc,
  knownScene,
  nearestEdge,
  photograph,
  rectangle,
  seeded,
  type KnownScene,
} from '../testing/index.js';
import { addedBy } from './weight/budget.js';
import { effortOf, lineLengthMm, usualSpeed } from './weight/effort.js';
import { MapMaker } from './map-maker.js';
import { defaultMapSettings, type MapSettings } from './settings.js';

function makeMap(
  picture: Picture,
  pxPerMm: number,
  settings: Partial<MapSettings> = {},
  maker = new MapMaker(),
): MapDocument {
  const frame = { x: 0, y: 0, width: picture.width / pxPerMm, height: picture.height / pxPerMm };
  return maker.make({
    picture,
    pictureKey: 'picture',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: { width: frame.width, height: frame.height }, frame },
    settings: { ...defaultMapSettings, mode: 'values', pencilMm: 2 / pxPerMm, ...settings },
  });
}

/** Soft blobs of random tone with some grain: junctions, holes and islands of every sort. */
function blobs(seed: number, width: number, height: number): Picture {
  const random = seeded(seed);
  const spots = Array.from({ length: 9 }, () => ({
    x: random() * width,
    y: random() * height,
    radius: (0.08 + 0.3 * random()) * Math.min(width, height),
    tone: Math.floor(random() * 256),
  }));
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    let tone = 128;
    for (const spot of spots) {
      if (Math.hypot((i % width) - spot.x, Math.floor(i / width) - spot.y) < spot.radius) tone = spot.tone;
    }
    data.fill(Math.min(255, Math.max(0, tone + (random() - 0.5) * 16)), 3 * i, 3 * i + 3);
  }
  return { width, height, channels: 3, data };
}

const ends = (line: MapLine, reversed: boolean): [[number, number], [number, number]] => {
  const first = line.points[0];
  const last = line.closed ? first : line.points[line.points.length - 1];
  return reversed ? [last, first] : [first, last];
};

/** Everything a map promises, whatever the picture. */
function expectSoundMap(map: MapDocument): void {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const uses = new Map<string, { forwards: string[]; backwards: string[] }>(
    map.lines.map((line) => [line.id, { forwards: [], backwards: [] }]),
  );
  for (const shape of map.shapes) {
    for (const ring of shape.rings) {
      ring.forEach((use, i) => {
        const line = lines.get(use.line)!;
        const next = ring[(i + 1) % ring.length];
        expect(ends(line, use.reversed)[1], `ring of ${shape.id} closes`).to.deep.equal(
          ends(lines.get(next.line)!, next.reversed)[0],
        );
        uses.get(use.line)![use.reversed ? 'backwards' : 'forwards'].push(shape.id);
      });
    }
  }
  for (const line of map.lines) {
    const { forwards, backwards } = uses.get(line.id)!;
    // A ring keeps its shape on the right, so walked backwards it bounds what lies on the left.
    expect(forwards, `right of ${line.id}`).to.deep.equal(line.right === null ? [] : [line.right]);
    expect(backwards, `left of ${line.id}`).to.deep.equal(line.left === null ? [] : [line.left]);
    expect(line.left).not.to.equal(line.right);
    expect(line.kind === 'frame').to.equal(line.left === null || line.right === null);
  }
  expectEuler(map);
  const total = map.shapes.reduce((sum, shape) => sum + shape.area, 0);
  const frameArea = map.frame.width * map.frame.height;
  expect(Math.abs(total / frameArea - 1), 'areas add up to the frame').to.be.at.most(1e-4);
  expect(readMapDocument(writeMapDocument(map))).to.deep.equal(map);
}

/** V − E + F = 1 + C for a planar map, the outside counted as a face. */
function expectEuler(map: MapDocument): void {
  const vertices = new Map<string, string>();
  const find = (key: string): string => {
    const up = vertices.get(key)!;
    return up === key ? key : find(up);
  };
  for (const line of map.lines) {
    // A closed line has one vertex of its own; others meet at junctions.
    const [a, b] = line.closed ? [line.id, line.id] : ends(line, false).map((point) => point.join());
    for (const key of [a, b]) if (!vertices.has(key)) vertices.set(key, key);
    vertices.set(find(a), find(b));
  }
  const components = [...vertices.keys()].filter((key) => find(key) === key).length;
  expect(vertices.size - map.lines.length + map.shapes.length + 1).to.equal(1 + components);
}

describe('a map of any picture', () => {
  it('has closed shapes, each boundary once with two sides, areas that add up, and obeys Euler', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 8, max: 110 }),
        fc.integer({ min: 8, max: 110 }),
        fc.integer({ min: 2, max: 7 }),
        fc.constantFrom('straight' as const, 'curved' as const),
        (seed, width, height, values, path) => {
          expectSoundMap(
            makeMap(blobs(seed, width, height), 4, { values, path, minShapeMm2: 1, quietMm: 0.4 }),
          );
        },
      ),
      { numRuns: 80 },
    );
  });

  it('is the same for the same picture, made anew or from what is remembered', () => {
    const picture = blobs(5, 160, 120);
    const maker = new MapMaker();
    const first = makeMap(picture, 4, { values: 3 }, maker);
    makeMap(picture, 4, { values: 5, quietMm: 2 }, maker);
    makeMap(picture, 4, { values: 3, path: 'straight', toleranceMm: 1 }, maker);
    expect(makeMap(picture, 4, { values: 3 }, maker)).to.deep.equal(first);
    expect(makeMap(picture, 4, { values: 3 })).to.deep.equal(first);
  });

  const plain = (width: number, height: number, tone: number): Picture => ({
    width,
    height,
    channels: 3,
    data: new Uint8Array(width * height * 3).fill(tone),
  });
  /** Rows of dark strokes a few pixels thick, as print has them. */
  const print: Picture = {
    ...plain(240, 160, 0),
    data: Uint8Array.from({ length: 240 * 160 * 3 }, (_, k) => {
      const [x, y] = [Math.floor(k / 3) % 240, Math.floor(k / 720)];
      const stroke = (x * 7 + Math.floor(x / 9) * 13) % 9 < 3 || (y % 14 > 6 && y % 14 < 9);
      return y % 14 < 10 && stroke ? 25 : 240;
    }),
  };
  const odd: [string, Picture][] = [
    ['print', print],
    ['uniformly grey', plain(80, 60, 119)],
    ['all black', plain(80, 60, 0)],
    ['two pixels', plain(2, 1, 200)],
    ['one pixel', plain(1, 1, 200)],
    ['a 1 : 30 strip', blobs(3, 300, 10)],
    ['transparent', { width: 40, height: 40, channels: 4, data: new Uint8Array(40 * 40 * 4) }],
  ];
  for (const [name, picture] of odd) {
    it(`is made of a picture that is ${name}`, () =>
      expectSoundMap(makeMap(picture, 4, { reference: 'photograph' })));
  }

  it('of pure noise ends, with no more shapes than fit', () => {
    const random = seeded(9);
    const noise: Picture = {
      ...plain(300, 200, 0),
      data: Uint8Array.from({ length: 300 * 200 * 3 }, () => random() * 256),
    };
    const map = makeMap(noise, 4, { minShapeMm2: 20 });
    expectSoundMap(map);
    // Highlights and darkest accents may be a quarter of the smallest shape.
    expect(map.shapes.length).to.be.at.most((75 * 50) / 5);
  });

  it('refuses a frame without room', () => {
    expect(() => makeMap({ ...plain(4, 4, 9) }, Infinity)).to.throw(RangeError, /no room/);
  });
});

describe('a map of a scene whose truth is known', () => {
  const pxPerMm = 6;
  const settings: Partial<MapSettings> = { minShapeMm2: 4, quietMm: 0.7 };

  /** Distances of the drawn boundaries from the true ones, in steps of a tenth of a millimetre. */
  function distances(map: MapDocument): { hard: number[]; soft: number[] } {
    const off = { hard: [] as number[], soft: [] as number[] };
    for (const line of map.lines.filter((candidate) => candidate.kind === 'boundary')) {
      const points = line.closed ? [...line.points, line.points[0]] : line.points;
      for (let i = 1; i < points.length; i++) {
        const [ax, ay] = points[i - 1];
        const [bx, by] = points[i];
        const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / 0.1));
        for (let k = 0; k < steps; k++) {
          const t = (k + 0.5) / steps;
          const { offMm, shape } = nearestEdge(knownScene, ax + (bx - ax) * t, ay + (by - ay) * t);
          (shape.blurMm > 1 ? off.soft : off.hard).push(offMm);
        }
      }
    }
    return off;
  }
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const p95 = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)];

  for (const noise of [0, 12]) {
    describe(noise === 0 ? 'clean' : `with grain of ${noise} steps`, () => {
      const picture = photograph(knownScene, pxPerMm, noise);
      const map = makeMap(picture, pxPerMm, settings);

      it('finds every shape once and nothing else', () => {
        expect(map.shapes).to.have.length(knownScene.shapes.length + 1);
        expect(map.lines.filter((line) => line.kind === 'boundary')).to.have.length(6);
        expectSoundMap(map);
      });

      it('lies within 0.04 mm of hard edges in the mean and 0.10 mm at the 95th percentile', () => {
        const { hard, soft } = distances(map);
        expect(mean(hard)).to.be.at.most(0.04);
        expect(p95(hard)).to.be.at.most(0.1);
        expect(mean(soft)).to.be.at.most(0.25);
      });

      it('tells the soft edge from the hard ones', () => {
        const quality = new Map(
          ['soft', 'hard', 'lost'].map((edge) => [
            edge,
            map.lines.filter((line) => line.kind === 'boundary' && line.edge === edge).length,
          ]),
        );
        expect(Object.fromEntries(quality)).to.deep.equal({ soft: 1, hard: 5, lost: 0 });
        const soft = map.lines.find((line) => line.edge === 'soft')!;
        // A Gaussian blur of 2 mm takes 2.563 times that from 10 to 90 percent.
        expect(soft.softness).to.be.closeTo(5.13, 1);
        // Grain in encoded values lightens the darks a little on the whole.
        expect(soft.contrast).to.be.closeTo(55, noise === 0 ? 3 : 8);
      });

      it('measures the areas', () => {
        const areas = map.shapes.map((shape) => shape.area).sort((a, b) => b - a);
        for (const wanted of [Math.PI * 25 ** 2, 56 * 44 - Math.PI * 100, Math.PI * 100]) {
          expect(
            areas.some((area) => Math.abs(area / wanted - 1) < 0.01),
            `${wanted} mm²`,
          ).to.equal(true);
        }
      });

      it('follows in straights within the tolerance, with few joints', () => {
        const straight = makeMap(picture, pxPerMm, { ...settings, path: 'straight', toleranceMm: 0.25 });
        expect(Math.max(...distances(straight).hard)).to.be.at.most(0.4);
        const drawn = straight.lines.filter((line) => line.kind === 'boundary');
        const joints = drawn.reduce((sum, line) => sum + line.points.length, 0);
        expect(joints / effortOf(straight).metres).to.be.at.most(150);
      });
    });
  }

  it('of which nothing is told apart has values, and no shadows of things that are not there', () => {
    const map = makeMap(photograph(knownScene, pxPerMm), pxPerMm, { ...settings, detail: 0 });
    const of = new Set(map.lines.flatMap((line) => line.of ?? []));
    expect([...of]).to.deep.equal(['value']);
  });

  it('knows the values', () => {
    const map = makeMap(photograph(knownScene, pxPerMm), pxPerMm, settings);
    expect(map.values).to.have.length(4);
    [12, 30, 55, 85].forEach((wanted, i) => expect(map.values[i].lightness).to.be.closeTo(wanted, 3.5));
  });

  it('joins shapes under the smallest size to what they resemble most', () => {
    const map = makeMap(photograph(knownScene, pxPerMm), pxPerMm, { ...settings, minShapeMm2: 120 });
    // The accent of 7 mm² is gone, the stem of 88 mm² is dark enough to stay.
    expect(map.shapes).to.have.length(knownScene.shapes.length);
    expect(Math.min(...map.shapes.map((shape) => shape.area))).to.be.greaterThan(30);
  });

  it('draws the outer ring clockwise on the page and holes the other way', () => {
    const map = makeMap(photograph(knownScene, pxPerMm), pxPerMm, settings);
    const lines = new Map(map.lines.map((line) => [line.id, line]));
    for (const shape of map.shapes) {
      shape.rings.forEach((ring, i) => {
        const points = ring.flatMap((use) => {
          const run = lines.get(use.line)!.points;
          return use.reversed ? [...run].reverse() : run;
        });
        expect(signedArea(points.flat()) > 0, `${shape.id} ring ${i}`).to.equal(i === 0);
      });
    }
  });
});

describe('thin lines', () => {
  // A wire 0.4 mm wide across one even shape: too thin to be a shape of its own.
  const wire: KnownScene = {
    widthMm: 80,
    heightMm: 60,
    ground: 80,
    shapes: [
      { distance: rectangle(40, 30, 32, 0.2, 0.4), lightness: 25, blurMm: 0.12 },
      { distance: disc(66, 12, 8), lightness: 30, blurMm: 0.12 },
    ],
  };
  const picture = photograph(wire, 5, 4);
  const settings: Partial<MapSettings> = { values: 2, minShapeMm2: 40, quietMm: 1.2 };

  it('are drawn once, down the middle, beside the shapes', () => {
    const map = makeMap(picture, 5, { ...settings, mode: 'both' });
    const details = map.lines.filter((line) => line.kind === 'detail');
    expect(details).to.have.length(1);
    expect(lineLengthMm(details[0])).to.be.closeTo(64, 5);
    for (const [x, y] of details[0].points) {
      // Distance from the wire's axis, its own direction.
      expect(Math.abs(-Math.sin(0.4) * (x - 40) + Math.cos(0.4) * (y - 30))).to.be.at.most(0.15);
    }
    expect(details[0].left).to.equal(details[0].right);
    expect(map.shapes.length).to.be.greaterThan(1);
  });

  it('are not looked for in a map of values, and stand without shapes in a map of lines', () => {
    expect(makeMap(picture, 5, settings).lines.some((line) => line.kind === 'detail')).to.equal(false);
    const map = makeMap(picture, 5, { ...settings, mode: 'lines' });
    expect(map.shapes).to.deep.equal([]);
    expect(map.lines.filter((line) => line.kind === 'detail')).to.have.length(1);
    expect(readMapDocument(writeMapDocument(map))).to.deep.equal(map);
  });
});

describe('effort and budget', () => {
  const picture = photograph(knownScene, 4);
  const full = makeMap(picture, 4, { minShapeMm2: 4 });

  it('counts lines, metres and minutes of what is traced', () => {
    const boundaries = full.lines.filter((line) => line.kind === 'boundary');
    const lengthMm = boundaries.reduce((sum, line) => sum + lineLengthMm(line), 0);
    const { lines, metres, minutes } = effortOf(full);
    expect(lines).to.equal(boundaries.length);
    expect(metres).to.be.closeTo(lengthMm / 1000, 1e-9);
    const seconds = lengthMm / usualSpeed.mmPerSecond + boundaries.length * usualSpeed.secondsPerLift;
    expect(minutes).to.be.closeTo(seconds / 60, 1e-9);
  });

  it('leaves out for want of time what is worth least, but never the silhouette or the big masses', () => {
    const busy = blobs(21, 320, 240);
    const all = makeMap(busy, 2, { values: 5, minShapeMm2: 4, quietMm: 1 });
    const stays = all.lines.filter((line) => line.part === 'silhouette' || line.part === 'mass');
    expect(stays.length).to.be.greaterThan(0);
    const whole = effortOf(all).minutes;
    const least = effortOf({ ...all, lines: stays }).minutes;
    expect(least).to.be.lessThan(whole);
    const minutes = (least + whole) / 2;
    const map = makeMap(busy, 2, { values: 5, minShapeMm2: 4, quietMm: 1, minutes });
    expect(effortOf(map).minutes).to.be.at.most(minutes);
    const late = map.lines.filter((line) => line.leftOut === 'time');
    expect(late.length).to.be.greaterThan(0);
    expect(late.every((line) => line.part === 'inner')).to.equal(true);
    // Shapes still need the lines left out.
    expectSoundMap(map);
    // Half a minute still is a drawing: the outermost boundaries are whole.
    const hurried = makeMap(busy, 2, { values: 5, minShapeMm2: 4, quietMm: 1, minutes: 0.01 });
    expect(hurried.lines.filter((line) => line.part !== 'inner' && line.kept === false)).to.deep.equal([]);
    expect(effortOf(hurried).minutes).to.be.closeTo(least, 1e-9);
  });

  it('draws in less time a part of what it draws in more', () => {
    const busy = blobs(21, 320, 240);
    const drawn = (minutes: number) =>
      makeMap(busy, 2, { values: 5, minShapeMm2: 4, quietMm: 1, minutes })
        .lines.filter(isTraced)
        .map(({ id }) => id);
    let before: string[] = [];
    for (const minutes of [1, 2, 3, 4, 6, 9]) {
      const now = drawn(minutes);
      expect(now).to.include.members(before);
      before = now;
    }
  });

  it('says what more minutes would add', () => {
    const busy = blobs(21, 320, 240);
    const settings = { values: 5, minShapeMm2: 4, quietMm: 1 };
    const map = makeMap(busy, 2, { ...settings, minutes: 1 });
    const budget = { minutes: 1, minWeight: 0 };
    const more = addedBy(map, budget, 5);
    const then = makeMap(busy, 2, { ...settings, minutes: 6 });
    const drawn = (of: MapDocument) => of.lines.filter(isTraced).map((line) => line.id);
    expect(more).to.have.members(drawn(then).filter((id) => !drawn(map).includes(id)));
    expect(addedBy(map, { ...budget, minutes: null }, 5)).to.deep.equal([]);
  });
});
