import KDBush from 'kdbush';
import type { Truth, TrueSample } from './truth.js';

/** A drawn line, mm. */
export type DrawnLine = { points: ArrayLike<number>; closed: boolean };

/** How a drawing compares with what a person would draw. Shares are 0–1. */
export type Judgement = {
  /** Share of the true contours found: all that can be seen, and by how strong they are. */
  recall: number;
  strong: number;
  middling: number;
  weak: number;
  /** Of those that differ in hue only. */
  hue: number;
  /** Share of the drawn length that lies on nothing, and on texture. */
  wrong: number;
  onTexture: number;
  f: number;
  /** Share of the outer contours of things that is covered, and of things covered to nine tenths. */
  outer: number;
  whole: number;
  /** Gaps of over 3 mm in a metre of contour. */
  gapsPerMetre: number;
  /** Ends in the air in a metre drawn; share of lines under 5 mm. */
  danglingPerMetre: number;
  shortLines: number;
  metres: number;
};

/** Where every drawn and every true place stands, for pictures. */
export type JudgedPlaces = {
  found: TrueSample[];
  missed: TrueSample[];
  right: { x: number; y: number }[];
  wrong: { x: number; y: number; textured: boolean }[];
};

/** A true place is found when a line lies this near, in nearly the same direction. */
const foundWithinMm = 0.8;
const foundCosine = Math.cos((25 * Math.PI) / 180);

/** A drawn place is wrong when further than this from everything. */
const wrongFromMm = 2;

/** A contour that differs less than this cannot be seen (ΔE2000). */
const visible = 3;
const middlingFrom = 8;
const strongFrom = 20;

const gapMm = 3;
const shortMm = 5;
const wholeShare = 0.9;

type DrawnSample = { x: number; y: number; dx: number; dy: number; length: number };

/** Judges a drawing against the truth of its scene. */
export function judge(lines: readonly DrawnLine[], truth: Truth): Judgement & { places: JudgedPlaces } {
  const drawn = lines.flatMap(samplesOf);
  const all = truth.contours.flat();
  const seen = all.filter((sample) => sample.deltaE >= visible);
  const near = indexed(drawn);
  const isFound = (sample: TrueSample) =>
    near
      .within(sample.x, sample.y, foundWithinMm)
      .some((i) => Math.abs(drawn[i].dx * sample.dx + drawn[i].dy * sample.dy) >= foundCosine);
  const found = new Set(seen.filter(isFound));
  const share = (of: readonly TrueSample[]) =>
    of.length === 0 ? NaN : of.filter((sample) => found.has(sample)).length / of.length;
  const truthNear = indexed(all);
  const right: JudgedPlaces['right'] = [];
  const wrong: JudgedPlaces['wrong'] = [];
  let metres = 0;
  let wrongMm = 0;
  let textureMm = 0;
  for (const { x, y, length } of drawn) {
    metres += length / 1000;
    if (truthNear.within(x, y, wrongFromMm).length > 0 || truth.mayBe(x, y)) {
      right.push({ x, y });
      continue;
    }
    const textured = truth.textured(x, y);
    wrong.push({ x, y, textured });
    wrongMm += length;
    if (textured) textureMm += length;
  }
  const recall = share(seen);
  const wrongShare = metres === 0 ? 0 : wrongMm / 1000 / metres;
  return {
    recall,
    strong: share(seen.filter(({ deltaE }) => deltaE > strongFrom)),
    middling: share(seen.filter(({ deltaE }) => deltaE > middlingFrom && deltaE <= strongFrom)),
    weak: share(seen.filter(({ deltaE }) => deltaE <= middlingFrom)),
    hue: share(seen.filter(({ deltaE, deltaL }) => deltaL < 8 && deltaE > 15)),
    wrong: wrongShare,
    onTexture: metres === 0 ? 0 : textureMm / 1000 / metres,
    f: (2 * recall * (1 - wrongShare)) / (recall + 1 - wrongShare),
    ...wholeness(seen, found),
    gapsPerMetre: gaps(truth, found) / ((seen.length * truth.spacingMm) / 1000),
    danglingPerMetre: metres === 0 ? 0 : dangling(lines, truth) / metres,
    shortLines:
      lines.length === 0 ? 0 : lines.filter((line) => lengthOf(line) < shortMm).length / lines.length,
    metres,
    places: { found: [...found], missed: seen.filter((sample) => !found.has(sample)), right, wrong },
  };
}

/** The mean of each figure over some judgements; figures that do not apply are left out. */
export function meanJudgement(of: readonly Judgement[]): Judgement {
  const mean = (key: keyof Judgement) => {
    const values = of.map((one) => one[key]).filter((value) => !Number.isNaN(value));
    return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  };
  return {
    recall: mean('recall'),
    strong: mean('strong'),
    middling: mean('middling'),
    weak: mean('weak'),
    hue: mean('hue'),
    wrong: mean('wrong'),
    onTexture: mean('onTexture'),
    f: mean('f'),
    outer: mean('outer'),
    whole: mean('whole'),
    gapsPerMetre: mean('gapsPerMetre'),
    danglingPerMetre: mean('danglingPerMetre'),
    shortLines: mean('shortLines'),
    metres: mean('metres'),
  };
}

/** Ground and wall are objects 0 and 1; what stands before them are the things. */
const firstThing = 2;

/** A thing that shows less outer contour than this is hardly seen, mm. */
const minContourMm = 10;

function wholeness(seen: readonly TrueSample[], found: ReadonlySet<TrueSample>) {
  const byThing = new Map<number, { all: number; found: number }>();
  let all = 0;
  let covered = 0;
  for (const sample of seen) {
    if (!sample.objects) continue;
    const got = found.has(sample) ? 1 : 0;
    all++;
    covered += got;
    for (const object of sample.objects) {
      if (object < firstThing) continue;
      const own = byThing.get(object) ?? { all: 0, found: 0 };
      own.all++;
      own.found += got;
      byThing.set(object, own);
    }
  }
  const things = [...byThing.values()].filter((own) => own.all * 0.5 >= minContourMm);
  return {
    outer: all === 0 ? NaN : covered / all,
    whole:
      things.length === 0
        ? NaN
        : things.filter((own) => own.found >= wholeShare * own.all).length / things.length,
  };
}

function gaps({ contours, spacingMm }: Truth, found: ReadonlySet<TrueSample>): number {
  let count = 0;
  for (const run of contours) {
    let missing = 0;
    for (const sample of run) {
      if (sample.deltaE < visible || found.has(sample)) missing = 0;
      else if (++missing === Math.ceil(gapMm / spacingMm)) count++;
    }
  }
  return count;
}

/** Ends that meet no other line nor the picture's border. */
function dangling(lines: readonly DrawnLine[], { widthMm, heightMm }: Truth): number {
  const reach = 0.3;
  const places: { x: number; y: number; line: number }[] = [];
  lines.forEach(({ points }, line) => {
    for (let i = 0; i < points.length; i += 2) places.push({ x: points[i], y: points[i + 1], line });
  });
  const near = indexed(places);
  let count = 0;
  lines.forEach(({ points, closed }, line) => {
    if (closed) return;
    for (const at of [0, points.length - 2]) {
      const [x, y] = [points[at], points[at + 1]];
      const onRim = Math.min(x, y, widthMm - x, heightMm - y) < 1;
      if (onRim || near.within(x, y, reach).some((i) => places[i].line !== line)) continue;
      count++;
    }
  });
  return count;
}

function lengthOf({ points, closed }: DrawnLine): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2) {
    sum += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  }
  const n = points.length;
  return closed ? sum + Math.hypot(points[0] - points[n - 2], points[1] - points[n - 1]) : sum;
}

const stepMm = 0.25;

function samplesOf({ points, closed }: DrawnLine): DrawnSample[] {
  const out: DrawnSample[] = [];
  const n = points.length / 2;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n;
    const [ax, ay] = [points[2 * i], points[2 * i + 1]];
    const [x, y] = [points[2 * j] - ax, points[2 * j + 1] - ay];
    const length = Math.hypot(x, y);
    if (length === 0) continue;
    const steps = Math.ceil(length / stepMm);
    for (let k = 0; k < steps; k++) {
      const t = (k + 0.5) / steps;
      out.push({ x: ax + t * x, y: ay + t * y, dx: x / length, dy: y / length, length: length / steps });
    }
  }
  return out;
}

function indexed(points: readonly { x: number; y: number }[]): KDBush {
  const index = new KDBush(Math.max(1, points.length));
  if (points.length === 0) index.add(-1e9, -1e9);
  for (const { x, y } of points) index.add(x, y);
  index.finish();
  return index;
}
