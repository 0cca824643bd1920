import { composed, distance, inverted, isConvexQuad, quadBy, type Homography } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import { carriedLines, type FoundLine } from '../registration/found-lines.js';
import { likelyPoses } from '../registration/likely-poses.js';
import { inPicture, onSheet, unitScale, type Freedom, type SheetPose } from '../registration/pose.js';
import { drawnTo, samplesOf, shareOn, type Sample } from '../registration/register.js';
import { unmoved, type Course } from './alignment.js';
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
const samplePx = 2.5;

/** Where nothing holds the sheet, how the drawing lies on it cannot be told: all of it is taken out. */
export function placedByLines(
  first: PlacedDrawing,
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
  return { ...first, pose, lines, whole: still, seen: seenOf(all, still, knownOf(lines, size)) };
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
 * Finds a drawing by its lines alone: no edge of its sheet is seen, since it fills the picture, goes beyond it, or is on a wall.
 *
 * @param inPhoto lines found, pixels of the picture
 * @returns null when what is seen is not surely the drawing
 */
export function findByLines(
  picture: { width: number; height: number },
  inPhoto: readonly FoundLine[],
  all: Course,
  size: SizeMm,
): PlacedDrawing | null {
  const known = knownOfCourse(all, size);
  const runs = inPhoto.map(({ points }) => points);
  const total = runs.reduce((sum, points) => sum + points.length / 2, 0);
  const samples = samplesOf(runs, Math.max(1, total / fewSamples));
  const [best] = likelyPoses(picture, placesOf(samples), all, size)
    .map((start) => farSteps.reduce((now, step) => drawnTo(now, samples, known, step, null), start))
    .filter((pose) => isPlausible(pose, size))
    .map((pose) => ({ pose, on: shareOn(pose, samples, known) * shareInView(pose, picture, all) ** 0.5 }))
    .sort((a, b) => b.on - a.on);
  if (!best) return null;
  const still = unmoved(size.widthMm / 2, size.heightMm / 2);
  const lines = carriedLines(inPhoto, (x, y) => onSheet(best.pose, x, y));
  const placed = placedByLines(
    { pose: best.pose, found: 'picture', whole: still, lines, seen: 0 },
    inPhoto,
    all,
    size,
  );
  return isSurelySeen(placed, picture, all) ? placed : null;
}

/** Whether so much is seen of what the picture can show that it is surely the drawing, where only its lines tell. */
export function isSurelySeen(
  { pose, seen }: PlacedDrawing,
  picture: { width: number; height: number },
  all: Course,
): boolean {
  return seen >= Math.max(minSeenAtAll, minSeenInView * shareInView(pose, picture, all));
}

const placesOf = (samples: readonly Sample[]) => ({
  x: samples.map(({ x }) => x),
  y: samples.map(({ y }) => y),
  angleRad: samples.map(({ aheadX, aheadY }) => Math.atan2(aheadY, aheadX)),
});

/** A picture shows no more of what is about the surface than so many times its long side. */
const maxShown = 4;

/** Whether a picture may lie so: lines that have little to do with a drawing can fold it over, or stretch it without end. */
function isPlausible(pose: SheetPose, size: SizeMm): boolean {
  const [width, height] = [2 * pose.centre.x, 2 * pose.centre.y];
  const corners = quadBy((k) => onSheet(pose, k === 1 || k === 2 ? width : 0, k >= 2 ? height : 0));
  const reach = maxShown * Math.max(size.widthMm, size.heightMm);
  return isConvexQuad(corners) && corners.every((corner) => distance(corner, corners[0]) < reach);
}

/** Whether a place of the surface is in the picture. */
export function inView(
  pose: SheetPose,
  picture: { width: number; height: number },
): (x: number, y: number) => boolean {
  const fromSheet = inverted(pose.toSheet);
  return (x, y) => {
    const at = inPicture(pose, fromSheet, x, y);
    return at.x >= 0 && at.y >= 0 && at.x < picture.width && at.y < picture.height;
  };
}

function shareInView(pose: SheetPose, picture: { width: number; height: number }, { x, y }: Course): number {
  const isIn = inView(pose, picture);
  return x.reduce((sum, _, i) => sum + (isIn(x[i], y[i]) ? 1 : 0), 0) / x.length;
}
