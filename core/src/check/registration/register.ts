import { composed, inverted, ontoQuad, quadBy, scaling, type Quad } from '../../geometry/index.js';
import { KnownLines } from './known-lines.js';
import { onSheet, poseOf, pulledPose, type Freedom, type Pull, type SheetPose } from './pose.js';
import type { SizeMm } from '../../units/index.js';
import type { PrintedPage } from './printed-page.js';

/** A page found again: which one it is, how the picture lies on it, and how much of what was printed is seen. */
export type Registered = {
  page: PrintedPage;
  known: KnownLines;
  pose: SheetPose;
  /** Share of the length printed that is seen where it should be. */
  seen: number;
  /** How far what is seen lies off in the median, mm. */
  offMm: number;
};

/** A stretch of a drawn line, pixels of the picture, with its direction there. */
export type Sample = { x: number; y: number; aheadX: number; aheadY: number };

/** A first look takes about so many samples, a last one so many. */
const fewSamples = 900;
const manySamples = 6000;

/** How far off a line may be and still be drawn to what is known, mm, step by step, and what may change at each. */
const coarseSteps: readonly [number, Freedom][] = [
  [14, 'similarity'],
  [9, 'similarity'],
  [7, 'plane'],
  [6, 'lens'],
];
// Once most of it lies right, what is still far off at the edges is drawn in by the lens.
const fineSteps: readonly [number, Freedom][] = [
  [12, 'lens'],
  [6, 'lens'],
  [3, 'lens'],
  [1.5, 'lens'],
  [0.8, 'lens'],
  [0.6, 'lens'],
];
const roundsPerStep = 5;

/** Of a page of which so much is seen, and that is so much of what is drawn, no other needs to be tried. */
const surelySeen = 0.9;
const surelyOwn = 0.6;

/** What lies this near to its line is seen, mm. */
const seenMm = 0.8;

/**
 * Finds which page a picture shows, and how it lies: from every start, lines found are drawn to the lines known that
 * run nearest in their direction, further ones first and loosely (iterated closest points, Besl & McKay 1992, with
 * Tukey's weights), then close by with the lens's bending left free.
 *
 * @param found lines found in the picture, pixels: x0, y0 …
 * @param sheet where the sheet lies in the picture, in order round it from any corner; corners that were seen hold the
 * page until it lies about right
 */
export function register(
  picture: { width: number; height: number },
  found: readonly ArrayLike<number>[],
  sheet: SheetCorners,
  pages: readonly PrintedPage[],
): Registered | null {
  const total = found.reduce((sum, points) => sum + points.length / 2, 0);
  const few = samplesOf(found, Math.max(1, total / fewSamples));
  const many = samplesOf(found, Math.max(1, total / manySamples));
  let best: (Registered & { held: Quad | null; own: number }) | null = null;
  for (const page of pages) {
    if (best && best.seen >= surelySeen && best.own >= surelyOwn) break;
    const known = new KnownLines(page.lines, page);
    for (const quad of waysRound(sheet.corners, page)) {
      const held = sheet.seen ? quad : null;
      let pose = poseOf(picture, composed(scaling(page.widthMm, page.heightMm), inverted(ontoQuad(quad))));
      for (const step of coarseSteps) pose = drawnTo(pose, few, known, step, held && cornersHeld(held, page));
      const { seen, offMm } = seenOf(pose, many, known);
      // The marks and words that all sheets bear are all of an empty one: what is drawn has to be the page's too.
      const own = shareOn(pose, many, known);
      if (!best || seen * own > best.seen * best.own) best = { page, known, pose, seen, offMm, held, own };
    }
  }
  if (!best) return null;
  const { held, page, known } = best;
  let { pose } = best;
  for (const step of fineSteps)
    pose = drawnTo(pose, many, known, step, held && step[0] >= heldAboveMm ? cornersHeld(held, page) : null);
  return { page, known, pose, ...seenOf(pose, many, known) };
}

/** Where a sheet lies in a picture, and whether its corners were seen or are only the picture's own. */
export type SheetCorners = { corners: Quad; seen: boolean };

/** The ways a page can lie between corners, as corners from its top left on: those two of the four that keep its ratio best. */
export function waysRound(quad: Quad, { widthMm, heightMm }: SizeMm): Quad[] {
  const side = (i: number, j: number) => Math.hypot(quad[j].x - quad[i].x, quad[j].y - quad[i].y);
  const across = side(0, 1) + side(2, 3);
  const down = side(1, 2) + side(3, 0);
  const asIs = Math.abs(Math.log((across / down) * (heightMm / widthMm)));
  const turned = Math.abs(Math.log((down / across) * (heightMm / widthMm)));
  const first = asIs <= turned ? 0 : 1;
  // Of a page nearly square any side may be up.
  const ways = Math.abs(asIs - turned) < 0.1 ? [0, 1, 2, 3] : [first, first + 2];
  return ways.map((start) => quadBy((k) => quad[(start + k) % 4]));
}

/** Corners that were seen hold the page as much as this share of the lines together, while lines are drawn from further than this, mm. */
const cornersShare = 0.1;
const heldAboveMm = 3;

/** Each corner of the page on the corner seen, across and down. */
export function cornersHeld(quad: Quad, { widthMm, heightMm }: SizeMm, share = cornersShare): Held {
  const pulls = quad.flatMap(({ x, y }, k): Pull[] => [
    { x, y, nx: 1, ny: 0, offset: k === 1 || k === 2 ? widthMm : 0, weight: 1 },
    { x, y, nx: 0, ny: 1, offset: k >= 2 ? heightMm : 0, weight: 1 },
  ]);
  return { pulls, share };
}

/** Stretches of lines, one of so many points. */
export function samplesOf(lines: readonly ArrayLike<number>[], every: number): Sample[] {
  const samples: Sample[] = [];
  let next = 0;
  for (const points of lines) {
    const count = points.length / 2;
    for (; next < count; next += every) {
      const i = Math.floor(next);
      const [from, to] = [Math.max(0, i - 2), Math.min(count - 1, i + 2)];
      const aheadX = points[2 * to] - points[2 * from];
      const aheadY = points[2 * to + 1] - points[2 * from + 1];
      if (aheadX !== 0 || aheadY !== 0)
        samples.push({ x: points[2 * i], y: points[2 * i + 1], aheadX, aheadY });
    }
    next -= count;
  }
  return samples;
}

/** Where a sample lies on the sheet, and its direction there. */
function laid(pose: SheetPose, { x, y, aheadX, aheadY }: Sample) {
  const at = onSheet(pose, x, y);
  const ahead = onSheet(pose, x + aheadX, y + aheadY);
  return { ...at, angleRad: Math.atan2(ahead.y - at.y, ahead.x - at.x) };
}

/** A line is drawn to one that runs within 20° of its direction: letters and what crosses it are not it. */
const maxAslant = Math.sin((20 * Math.PI) / 180);

/** What holds a pose besides its lines, and how much of it together, as a share of the lines. */
export type Held = { pulls: readonly Pull[]; share: number };

/** The pose with lines drawn to those that are known within a reach. */
export function drawnTo(
  start: SheetPose,
  samples: readonly Sample[],
  known: KnownLines,
  [reachMm, freedom]: readonly [number, Freedom],
  held: Held | null,
): SheetPose {
  let pose = start;
  for (let round = 0; round < roundsPerStep; round++) {
    const pulls: Pull[] = [];
    for (const sample of samples) {
      const { x, y, angleRad } = laid(pose, sample);
      const nearest = known.nearest(x, y, angleRad, reachMm);
      if (nearest < 0) continue;
      const { away } = known.off(nearest, x, y);
      const aslant = Math.abs(
        Math.cos(angleRad) * known.ty[nearest] - Math.sin(angleRad) * known.tx[nearest],
      );
      if (away >= reachMm || aslant > maxAslant) continue;
      const nx = -known.ty[nearest];
      const ny = known.tx[nearest];
      const offset = nx * known.x[nearest] + ny * known.y[nearest];
      pulls.push({ x: sample.x, y: sample.y, nx, ny, offset, weight: (1 - (away / reachMm) ** 2) ** 2 });
    }
    if (pulls.length < 12) return pose;
    if (held) {
      const weight = (held.share * pulls.length) / held.pulls.length;
      pulls.push(...held.pulls.map((pull) => ({ ...pull, weight: weight * pull.weight })));
    }
    const next = pulledPose(pose, pulls, freedom);
    const rests = movesLessThan(restsMm, pose, next);
    pose = next;
    if (rests) break;
  }
  return pose;
}

/** A pose that moves no corner of the picture by more than this has come to rest, mm. */
const restsMm = 0.01;

function movesLessThan(mm: number, from: SheetPose, to: SheetPose): boolean {
  const { x: cx, y: cy } = from.centre;
  return [0, 2 * cx].every((x) =>
    [0, 2 * cy].every((y) => {
      const [a, b] = [onSheet(from, x, y), onSheet(to, x, y)];
      return Math.hypot(b.x - a.x, b.y - a.y) < mm;
    }),
  );
}

/** Share of the samples that lie on known lines of their direction. */
export function shareOn(pose: SheetPose, samples: readonly Sample[], known: KnownLines): number {
  const on = samples.filter((sample) => {
    const { x, y, angleRad } = laid(pose, sample);
    const nearest = known.nearest(x, y, angleRad, seenMm);
    return nearest >= 0 && known.off(nearest, x, y).away <= seenMm;
  });
  return on.length / Math.max(1, samples.length);
}

/** Samples of a line this near to one that is seen count as seen with it. */
const besideSamples = 3;

function seenOf(pose: SheetPose, samples: readonly Sample[], known: KnownLines) {
  const marked = new Uint8Array(known.count);
  const offs: number[] = [];
  for (const sample of samples) {
    const { x, y, angleRad } = laid(pose, sample);
    const nearest = known.nearest(x, y, angleRad, seenMm);
    if (nearest < 0) continue;
    const { away } = known.off(nearest, x, y);
    if (away > seenMm) continue;
    offs.push(away);
    for (let k = -besideSamples; k <= besideSamples; k++)
      if (known.line[nearest + k] === known.line[nearest]) marked[nearest + k] = 1;
  }
  offs.sort((a, b) => a - b);
  return {
    seen: known.count > 0 ? marked.reduce((sum, value) => sum + value, 0) / known.count : 0,
    offMm: offs[offs.length >> 1] ?? Infinity,
  };
}
