/**
 * How true a projection is on the wall: placed by four corners, by nine points through a bent lens, from one photograph,
 * and joined to another position by three and five landmarks; in set-ups of a simulated projector, which shares nothing with
 * what is judged.
 *
 *     node bench/dist/transfer/judge-projections.js [--setups 60]
 */
import { parseArgs } from 'node:util';
import { gaussian, seeded } from '@nobrel/core/camera';
import {
  composed,
  cornersOfRect,
  inverted,
  ontoQuad,
  quadBy,
  type Point,
  type Rect,
} from '@nobrel/core/geometry';
import { photographedWall, squareOn, thrownBy, type SimulatedProjector } from '@nobrel/core/projector';
import {
  carriedAlong,
  placesToJoin,
  dotsFrame,
  fitWall,
  handMm,
  joinPosition,
  pixelOf,
  placeByPhotograph,
  planeFit,
  ProjectionNotSeen,
  setUpAnew,
  wallToPixels,
  type WallFit,
  type WallPair,
  type WallSize,
} from '@nobrel/core/transfer';

const { values } = parseArgs({ options: { setups: { type: 'string', default: '60' } } });
const setups = Number(values.setups);
const screen = { width: 1920, height: 1080 };

/** A number from a stream, between two. */
const between = (random: () => number, from: number, to: number) => from + (to - from) * random();

/** What a hand does: somewhere within a disc. */
function within(random: () => number, radius: number): Point {
  const [turn, far] = [2 * Math.PI * random(), radius * Math.sqrt(random())];
  return { x: far * Math.cos(turn), y: far * Math.sin(turn) };
}

/** A surface, and a projector somewhere before it whose picture holds it. */
function setUp(seed: number, distortion: number): { surface: WallSize; projector: SimulatedProjector } {
  const random = seeded(seed);
  const width = between(random, 1000, 3600);
  const surface = { width, height: width * between(random, 0.5, 0.75) };
  const pictureWidth = 1.3 * Math.max(width, (surface.height * 16) / 9);
  const square = squareOn(surface, pictureWidth, {
    throwRatio: between(random, 1.1, 2),
    lensShift: between(random, 0, 0.5),
    distortion,
  });
  // Beside the middle, turned back towards it.
  const aside = { x: between(random, -0.12, 0.12), y: between(random, -0.1, 0.1) };
  const projector = {
    ...square,
    at: { ...square.at, x: square.at.x + aside.x * square.at.z, y: square.at.y + aside.y * square.at.z },
    yawDeg: (-Math.atan(aside.x) * 180) / Math.PI + between(random, -1, 1),
    pitchDeg: (Math.atan(aside.y) * 180) / Math.PI + between(random, -1, 1),
    rollDeg: between(random, -2, 2),
  };
  return { surface, projector };
}

/** Root of the mean square of what a fit is off by over a surface, pixels. */
function rmsOver(fit: WallFit, projector: SimulatedProjector, { width, height }: WallSize): number {
  const { inPicture } = thrownBy(projector);
  let [sum, count] = [0, 0];
  for (let j = 0; j <= 24; j++)
    for (let i = 0; i <= 36; i++) {
      const [x, y] = [(width * i) / 36, (height * j) / 24];
      const [put, is] = [pixelOf(fit, x, y), inPicture(x, y)];
      sum += (put.x - is.x) ** 2 + (put.y - is.y) ** 2;
      count++;
    }
  return Math.sqrt(sum / count);
}

/** Places of a surface and the pixels a hand finds for them. */
function pairsAt(places: readonly Point[], projector: SimulatedProjector, hand: () => Point): WallPair[] {
  const { inPicture } = thrownBy(projector);
  return places.map((at) => {
    const [px, off] = [inPicture(at.x, at.y), hand()];
    return { at, px: { x: px.x + off.x, y: px.y + off.y } };
  });
}

const latticeOf = ({ width, height }: WallSize, count: number): Point[] =>
  Array.from({ length: count * count }, (_, k) => ({
    x: (width * (k % count)) / (count - 1),
    y: (height * Math.floor(k / count)) / (count - 1),
  }));

/** A plane through the four corners among pairs that lie in a lattice. */
function planeThrough(pairs: readonly WallPair[], surface: WallSize): WallFit {
  const corner = (x: number, y: number) =>
    pairs.find(({ at }) => at.x === x * surface.width && at.y === y * surface.height)?.px ?? { x: 0, y: 0 };
  return planeFit(
    wallToPixels({ x: 0, y: 0, ...surface }, [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)]),
    screen,
  );
}

function byPoints(seed: number, count: 2 | 3, distortion: number): number {
  const { surface, projector } = setUp(seed, distortion);
  const random = seeded(seed + 5000);
  const pairs = pairsAt(latticeOf(surface, count), projector, () => within(random, 0.5));
  const start = planeThrough(pairs, surface);
  return rmsOver(fitWall(pairs, start, setUpAnew, 0.25).fit, projector, surface);
}

function byPhotograph(seed: number): number | null {
  const random = seeded(seed + 9000);
  const { surface, projector } = setUp(seed, between(random, -0.01, 0.01));
  const far = 1.5 * surface.width;
  const { picture } = photographedWall(
    { ...projector, focusMm: projector.focusMm * between(random, 0.98, 1.02) },
    {
      surface,
      marked: random() < 0.5 ? 'tape' : 'panel',
      colour: [0.62, 0.6, 0.56],
      unevenness: between(random, 0, 0.08),
      roomLight: between(random, 0.12, 0.5),
      seed,
    },
    dotsFrame(screen),
    {
      megapixels: 12,
      at: {
        x: surface.width / 2 + between(random, -0.3, 0.3) * far,
        y: surface.height / 2 + between(random, -0.15, 0.15) * far,
        z: far,
      },
      rollDeg: between(random, -4, 4),
      filled: between(random, 0.7, 0.82),
      distortion: between(random, -0.008, 0.008),
      noise: between(random, 0.002, 0.01),
      seed,
    },
  );
  try {
    return rmsOver(placeByPhotograph(picture, surface, screen).fit, projector, surface);
  } catch (error) {
    if (error instanceof ProjectionNotSeen) return null;
    throw error;
  }
}

/** What a joint is off by at the far edge and within the overlap, and what was said it would be, over many hands, mm. */
function byJoint(seed: number, count: 3 | 5) {
  const random = seeded(seed + 13_000);
  const width = between(random, 900, 1600);
  const first: Rect = { x: 0, y: 0, width, height: (width * 9) / 16 };
  const second: Rect = { ...first, x: width * between(random, 0.6, 0.7) };
  const projector = squareOn(first, width / 0.94, { lensShift: between(random, 0, 0.4) });
  const { inPicture } = thrownBy(projector);
  const corners = quadBy((k) => {
    const place = cornersOfRect(first)[k] ?? { x: 0, y: 0 };
    return inPicture(place.x, place.y);
  });
  const placed = planeFit(
    composed(ontoQuad(corners), inverted(ontoQuad(quadBy((k) => cornersOfRect(first)[k] ?? { x: 0, y: 0 })))),
    screen,
  );
  const start = carriedAlong(placed, first, second);
  const overlap = { ...first, x: second.x, width: first.width - second.x };
  const landmarks = placesToJoin(
    Array.from({ length: 40 }, () => ({
      x: between(random, overlap.x, overlap.x + overlap.width),
      y: between(random, overlap.y, overlap.y + overlap.height),
    })),
    count,
    second,
  );
  const far = cornersOfRect(second).slice(1, 3);
  const asked = [...landmarks, ...far];
  const was = asked.map(() => 0);
  const said = asked.map(() => 0);
  let edge = 0;
  const hands = 100;
  for (let hand = 0; hand < hands; hand++) {
    // Moved along on a stand and levelled again.
    const moved: SimulatedProjector = {
      ...projector,
      at: {
        x: projector.at.x + second.x + 4 * gaussian(random),
        y: projector.at.y + 2 * gaussian(random),
        z: projector.at.z * (1 + 0.002 * gaussian(random)),
      },
      yawDeg: 0.05 * gaussian(random),
      pitchDeg: 0.05 * gaussian(random),
      rollDeg: 0.2 * gaussian(random),
    };
    const perMm = screen.width / (width / 0.94);
    const pairs = pairsAt(landmarks, moved, () => within(random, handMm * perMm));
    const joined = joinPosition(start, pairs, second);
    const wall = thrownBy(moved);
    const off = (place: Point) => {
      const px = pixelOf(joined.fit, place.x, place.y);
      const seen = wall.onWall(px.x, px.y);
      return (seen.x - place.x) ** 2 + (seen.y - place.y) ** 2;
    };
    asked.forEach((place, k) => {
      was[k] = (was[k] ?? 0) + off(place) / hands;
      said[k] = (said[k] ?? 0) + joined.expectedMm(place) ** 2 / hands;
    });
    for (let k = 0; k <= 10; k++)
      edge += off({ x: second.x + width, y: (second.height * k) / 10 }) / (11 * hands);
  }
  const worst = (of: readonly number[]) => ({
    joint: Math.sqrt(Math.max(...of.slice(0, -2))),
    far: Math.sqrt(Math.max(...of.slice(-2))),
  });
  return { was: worst(was), said: worst(said), edge: Math.sqrt(edge) };
}

const seeds = Array.from({ length: setups }, (_, k) => k + 1);
const say = (what: string, all: readonly number[], unit: string) => {
  const sorted = [...all].sort((a, b) => a - b);
  const at = (share: number) => (sorted[Math.floor(share * (sorted.length - 1))] ?? NaN).toFixed(2);
  console.log(
    `${what}: median ${at(0.5)}, nine in ten within ${at(0.9)}, at most ${at(1)} ${unit} (${all.length}).`,
  );
};

say(
  'Four corners',
  seeds.map((seed) => byPoints(seed, 2, 0)),
  'pixels',
);
say(
  'Nine points, lens bent by 1 %',
  seeds.map((seed) => byPoints(seed, 3, seed % 2 ? 0.01 : -0.01)),
  'pixels',
);
for (const count of [3, 5] as const) {
  const joints = seeds.map((seed) => byJoint(seed, count));
  const name = `Joint by ${count} landmarks`;
  say(
    `${name}, worst in the overlap`,
    joints.map(({ was }) => was.joint),
    'mm',
  );
  say(
    '… along the far edge',
    joints.map(({ edge }) => edge),
    'mm',
  );
  say(
    '… at the worse far corner',
    joints.map(({ was }) => was.far),
    'mm',
  );
  say(
    '… said over what it was, in the overlap',
    joints.map(({ was, said }) => said.joint / was.joint),
    '',
  );
  say(
    '… and at the far corner',
    joints.map(({ was, said }) => said.far / was.far),
    '',
  );
}
const photographed = seeds.map(byPhotograph);
say(
  'One photograph',
  photographed.flatMap((px) => px ?? []),
  'pixels',
);
console.log(`${photographed.filter((px) => px === null).length} photographs were refused.`);
