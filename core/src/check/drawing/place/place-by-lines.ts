import {
  composed,
  distance,
  inverted,
  isConvexQuad,
  quadBy,
  type Homography,
} from '../../../geometry/index.js';
import type { SizeMm } from '../../../units/index.js';
import { runsAlong } from '../../corrections/additions.js';
import { carriedLines, type FoundLine } from '../../registration/found-lines.js';
import { KnownLines } from '../../registration/known-lines.js';
import { likelyPoses } from '../../registration/likely-poses.js';
import { inPicture, onSheet, unitScale, type Freedom, type SheetPose } from '../../registration/pose.js';
import { drawnTo, samplesOf, shareOn, type Sample } from '../../registration/register.js';
import { unmoved, type Course } from '../match/alignment.js';
import { knownOf, knownOfCourse, seenOf, type PlacedDrawing } from './placed-drawing.js';

/** Where no side was seen lines place the sheet alone, from further off, mm. */
const looseSteps: readonly (readonly [number, Freedom])[] = [
  [6, 'plane'],
  [4, 'lens'],
  [2, 'lens'],
  [1.2, 'lens'],
  [0.8, 'lens'],
];

/** Lines are looked at by a place every so many pixels. */
export const samplePx = 5;

/**
 * Places a drawing by its lines from about where it lies. Where nothing holds the sheet, how the drawing lies on it cannot be
 * told: all of it is taken out.
 *
 * @param inPhoto lines found, pixels of the picture
 * @param all the places of the map's lines, mm
 */
export function placedByLines(
  first: Pick<PlacedDrawing, 'pose' | 'found' | 'whole'>,
  inPhoto: readonly FoundLine[],
  all: Course,
  size: SizeMm,
): PlacedDrawing {
  const samples = samplesOf(
    inPhoto.map(({ points }) => points),
    samplePx,
  );
  const { cx, cy, dx, dy, a, b } = first.whole;
  const whole: Homography = [a, -b, cx + dx - a * cx + b * cy, b, a, cy + dy - b * cx - a * cy, 0, 0, 1];
  const known = knownOfCourse(all, size);
  const start = { ...first.pose, toSheet: composed(unitScale(inverted(whole)), first.pose.toSheet) };
  const drawn = looseSteps.reduce((now, step) => drawnTo(now, samples, known, step, null), start);
  const pose = isPlausible(drawn, size) ? drawn : start;
  const lines = carriedLines(inPhoto, (x, y) => onSheet(pose, x, y));
  const still = unmoved(size.widthMm / 2, size.heightMm / 2);
  return { found: first.found, pose, lines, whole: still, seen: seenOf(all, still, knownOf(lines, size)) };
}

/** Whether half of a line's points lie on the surface. */
function liesOn({ points }: FoundLine, { widthMm, heightMm }: SizeMm): boolean {
  let on = 0;
  for (let i = 0; i < points.length; i += 2)
    if (points[i] >= 0 && points[i + 1] >= 0 && points[i] <= widthMm && points[i + 1] <= heightMm) on++;
  return on >= points.length / 4;
}

/** From a way that is only likely, lines are drawn in from far off, mm. */
const farSteps: readonly (readonly [number, Freedom])[] = [
  [14, 'similarity'],
  [9, 'similarity'],
  [7, 'plane'],
  [6, 'lens'],
  [3, 'lens'],
  [1.5, 'lens'],
];

/** A first look takes about so many samples. */
const fewSamples = 600;

/** By lines alone so much of what the picture can show has to be seen, and of the whole drawing at least so much. */
const minSeenInView = 0.6;
const minSeenAtAll = 0.2;

/**
 * Finds a drawing by its lines alone: no edge of its sheet is seen, since it fills the picture, goes beyond it, or lies beside
 * another.
 *
 * @param inPhoto lines found, pixels of the picture
 * @param isUnderWay whether only some of it may be drawn yet: then what is drawn tells, not what is missing
 * @returns null when what is seen is not surely the drawing
 */
export function findByLines(
  picture: { width: number; height: number },
  inPhoto: readonly FoundLine[],
  all: Course,
  size: SizeMm,
  isUnderWay = false,
): PlacedDrawing | null {
  const known = knownOfCourse(all, size);
  const runs = inPhoto.map(({ points }) => points);
  const total = runs.reduce((sum, points) => sum + points.length / 2, 0);
  const samples = samplesOf(runs, Math.max(1, total / fewSamples));
  const drawn = new DrawnInPicture(picture, runs, all, size);
  const [best] = likelyPoses(picture, placesOf(samples), all, size)
    .map((start) => farSteps.reduce((now, step) => drawnTo(now, samples, known, step, null), start))
    .filter((pose) => isPlausible(pose, size))
    .map((pose) => ({
      pose,
      worth: shareOn(pose, samples, known) * (isUnderWay ? 1 : drawn.shareSeen(pose)),
    }))
    .sort((a, b) => b.worth - a.worth);
  if (!best) return null;
  const still = unmoved(size.widthMm / 2, size.heightMm / 2);
  const placed = placedByLines({ pose: best.pose, found: 'picture', whole: still }, inPhoto, all, size);
  // What lies beside the surface is something else: another sheet, a book, the grain of the table.
  const lines = placed.lines.filter((line) => liesOn(line, size));
  const found = { ...placed, lines };
  const isSure = isUnderWay
    ? found.seen >= minTraced && shareOfMap(found, known) >= mostOfMap
    : isSurelySeen(placed, all) && isOfMap(found, all, known);
  return isSure ? found : null;
}

/** A look at what is seen takes about so many places of the drawing, each found within so many mm. */
const lookedAt = 500;
const seenMm = 1.5;

/** What is drawn on a picture, to be asked how much of a map is seen there. */
class DrawnInPicture {
  private readonly perPx: number;
  private readonly lines: KnownLines;
  private readonly places: number[];

  constructor(
    picture: { width: number; height: number },
    runs: readonly Float64Array[],
    private readonly all: Course,
    size: SizeMm,
  ) {
    // About in mm, so that lines are looked up as densely as on a sheet.
    this.perPx = Math.max(size.widthMm, size.heightMm) / Math.max(picture.width, picture.height);
    this.lines = new KnownLines(
      runs.map((run) => run.map((value) => value * this.perPx)),
      { widthMm: picture.width * this.perPx, heightMm: picture.height * this.perPx },
    );
    const every = Math.max(1, Math.floor(all.x.length / lookedAt));
    this.places = [...all.x.keys()].filter((i) => i % every === 0);
  }

  /** How much of what the picture shows of the map is drawn, less where it shows little. */
  shareSeen(pose: SheetPose): number {
    const fromSheet = inverted(pose.toSheet);
    const [width, height] = sizeOf(pose);
    let [inView, seen] = [0, 0];
    for (const i of this.places) {
      const { x, y, angleRad } = this.all;
      const at = inPicture(pose, fromSheet, x[i], y[i]);
      if (at.x < 0 || at.y < 0 || at.x >= width || at.y >= height) continue;
      inView++;
      const ahead = inPicture(pose, fromSheet, x[i] + Math.cos(angleRad[i]), y[i] + Math.sin(angleRad[i]));
      const angle = Math.atan2(ahead.y - at.y, ahead.x - at.x);
      const reach = seenMm * this.perPx * Math.hypot(ahead.x - at.x, ahead.y - at.y);
      const nearest = this.lines.nearest(this.perPx * at.x, this.perPx * at.y, angle, reach);
      if (nearest >= 0) seen++;
    }
    return inView === 0 ? 0 : (seen / inView) * Math.sqrt(inView / this.places.length);
  }
}

/** Whether so much is seen of what the picture can show that it is surely the drawing, where only its lines tell. */
export function isSurelySeen({ pose, seen }: PlacedDrawing, all: Course): boolean {
  return seen >= Math.max(minSeenAtAll, minSeenInView * shareInView(pose, all));
}

/** Where less is seen than this share of what can be, so much of what is drawn there has to belong to the map. */
const mostSeen = 0.8;
const minOfMap = 0.33;

/** Whether what is drawn is the map's: amid many lines that have nothing to do with it, some lie on it by chance. */
const isOfMap = (placed: PlacedDrawing, all: Course, known: KnownLines): boolean =>
  placed.seen >= mostSeen * shareInView(placed.pose, all) || shareOfMap(placed, known) >= minOfMap;

/** The share of what is drawn that runs along lines of the map. */
export function shareOfMap({ lines }: PlacedDrawing, known: KnownLines): number {
  let [on, count] = [0, 0];
  for (const { points } of lines) {
    count += points.length / 2;
    for (let i = 0; i < points.length / 2; i++) if (runsAlong(points, i, known, seenMm)) on++;
  }
  return count === 0 ? 0 : on / count;
}

/** Of a drawing under way nearly all that is drawn is the map's, and so much of the map is drawn that it does not lie so by chance. */
export const mostOfMap = 0.85;
const minTraced = 0.1;

const placesOf = (samples: readonly Sample[]) => ({
  x: samples.map(({ x }) => x),
  y: samples.map(({ y }) => y),
  angleRad: samples.map(({ aheadX, aheadY }) => Math.atan2(aheadY, aheadX)),
});

/** A picture shows no more of what is about the surface than so many times its long side, and across both ways no less than that. */
const maxShown = 4;
const minShown = 0.1;

/** Whether a picture may lie so: lines that have little to do with a drawing can fold it over, or stretch it without end. */
function isPlausible(pose: SheetPose, size: SizeMm): boolean {
  const [width, height] = sizeOf(pose);
  const corners = quadBy((k) => onSheet(pose, k === 1 || k === 2 ? width : 0, k >= 2 ? height : 0));
  const long = Math.max(size.widthMm, size.heightMm);
  return (
    isConvexQuad(corners) &&
    corners.every(
      (corner, k) =>
        distance(corner, corners[0]) < maxShown * long &&
        distance(corner, corners[(k + 1) % 4]) > minShown * long,
    )
  );
}

/** Whether a place of the surface is in the picture, and so far from its rim, pixels. */
export function inView(pose: SheetPose, rimPx = 0): (x: number, y: number) => boolean {
  const fromSheet = inverted(pose.toSheet);
  const [width, height] = sizeOf(pose);
  return (x, y) => {
    const at = inPicture(pose, fromSheet, x, y);
    return at.x >= rimPx && at.y >= rimPx && at.x < width - rimPx && at.y < height - rimPx;
  };
}

/** At the very rim of a picture strokes are cut off, and not read: this share of its long side. */
const rimShare = 0.012;

/** The sides of the picture, pixels. */
const sizeOf = ({ centre }: SheetPose): [number, number] => [2 * centre.x, 2 * centre.y];

/** Whether a place of the surface is in the picture, and not at its very rim. */
export const wellInView = (pose: SheetPose): ((x: number, y: number) => boolean) =>
  inView(pose, rimShare * Math.max(...sizeOf(pose)));

/** The share of a course that the picture shows well within its rim. */
export function shareInView(pose: SheetPose, { x, y }: Course): number {
  const isIn = wellInView(pose);
  return x.filter((_, i) => isIn(x[i], y[i])).length / x.length;
}
