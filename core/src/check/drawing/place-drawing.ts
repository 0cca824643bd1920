import { composed, inverted, polylineLength, type Homography } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import type { SizeMm } from '../../units/index.js';
import { carriedLines, findLines, type FoundLine } from '../registration/found-lines.js';
import { KnownLines } from '../registration/known-lines.js';
import { inPicture, onSheet, unitScale, type Freedom, type SheetPose } from '../registration/pose.js';
import { drawnTo, samplesOf, type Sample } from '../registration/register.js';
import { aligned, hitsOf, unmoved, type Course, type Similarity } from './alignment.js';
import { movedCourse, together, type Wanted } from './course.js';
import { DrawingNotFound, notFound } from './drawing-not-found.js';
import { flattened } from './flatten.js';
import {
  asPictured,
  cornersInPicture,
  placePaper,
  type GivenCorners,
  type PaperPose,
} from './place-paper.js';

/** The sheet is looked at with so many pixels a mm, fewer where it is large. */
const readPxPerMm = 6;
const maxPixels = 4e6;

/** Less of the map than this seen on the photograph is another drawing, or none. */
const minSeen = 0.25;
const clearlySeen = 0.6;
/** Among more ink than so many times the map has, most of it is seen by chance: the grain of a table is everywhere. */
const mostInk = 2;
/** … but where it is being traced, a few lines are enough. */
const minSeenUnderWay = 0.01;

/** Where a drawing lies on a photograph, and as a whole on its sheet. */
export type PlacedDrawing = {
  pose: SheetPose;
  found: PaperPose['found'];
  /** From the map to the drawing as a whole. */
  whole: Similarity;
  /** What is drawn, mm on the sheet. */
  lines: FoundLine[];
  seen: number;
};

/** The whole placement is looked for from far to near, mm. */
const wholeSteps = [
  [14, 'similarity'],
  [9, 'similarity'],
  [5, 'similarity'],
  [3, 'similarity'],
  [1.8, 'similarity'],
  [1.2, 'similarity'],
] as const;

/** Lines refine the lens and the plane with the sides of the sheet, mm. */
const fineSteps = [2, 1.2, 0.8] as const;
/** … and do so alone where no side was seen. */
const looseSteps: readonly (readonly [number, Freedom])[] = [
  [6, 'plane'],
  [4, 'lens'],
  [2, 'lens'],
  [1.2, 'lens'],
  [0.8, 'lens'],
];
const fewPlaces = 1500;
const samplePx = 2.5;

/**
 * Finds how the photograph lies on the surface, and how the drawing as a whole lies on it.
 *
 * @param isUnderWay whether only a little may be drawn yet
 */
export function placeDrawing(
  levels: readonly Picture[],
  size: SizeMm,
  wanted: readonly Wanted[],
  given: GivenCorners | null,
  isUnderWay = false,
): PlacedDrawing {
  const [picture] = levels;
  const all = together(wanted.map(({ course }) => course));
  const few = together(
    wanted.map(({ course }) => course),
    Math.max(1, Math.ceil(all.x.length / fewPlaces)),
  );
  let best: (PlacedDrawing & { held: PaperPose['held']; score: number }) | null = null;
  let ways = placePaper(levels, size, given);
  for (;;) {
    const foundIn = linesInPicture(levels, ways[0].pose, size, isUnderWay);
    for (const { pose, found, held } of ways) {
      const lines = carriedLines(foundIn, (x, y) => onSheet(pose, x, y));
      const known = knownOf(lines, size);
      const whole = aligned(few, unmoved(size.widthMm / 2, size.heightMm / 2), known, wholeSteps);
      const seen = seenOf(few, whole, known);
      const score = seen * Math.min(1, (mostInk * all.x.length) / Math.max(1, known.count));
      if (!best || score > best.score) best = { pose, found, whole, lines, seen, held, score };
    }
    if ((best && best.seen >= clearlySeen) || ways[0].found !== 'auto') break;
    // What looked like a sheet may be a book on the table: the drawing may fill the picture.
    ways = asPictured(picture, size);
  }
  if (!best || best.seen < (isUnderWay ? minSeenUnderWay : minSeen)) throw new DrawingNotFound(notFound);
  return refined(best, best.held, all, size);
}

/** The pose with the lens read from the lines too, as far as these lie about right, and the whole placement with it. */
function refined(first: PlacedDrawing, held: PaperPose['held'], all: Course, size: SizeMm): PlacedDrawing {
  const fromSheet = inverted(first.pose.toSheet);
  const inPhoto = carriedLines(first.lines, (x, y) => inPicture(first.pose, fromSheet, x, y));
  const samples = samplesOf(
    inPhoto.map(({ points }) => points),
    samplePx,
  );
  if (!held) return placedByLines(first, samples, inPhoto, all, size);
  let { pose, whole, lines } = first;
  for (const reachMm of fineSteps) {
    pose = drawnTo(pose, samples, knownOfCourse(movedCourse(all, whole), size), [reachMm, 'lens'], held);
    lines = carriedLines(inPhoto, (x, y) => onSheet(pose, x, y));
    whole = aligned(all, whole, knownOf(lines, size), [[reachMm, 'similarity']]);
  }
  return { ...first, pose, whole, lines };
}

/** Where nothing holds the sheet, how the drawing lies on it cannot be told: all of it is taken out. */
function placedByLines(
  first: PlacedDrawing,
  samples: readonly Sample[],
  inPhoto: readonly FoundLine[],
  all: Course,
  size: SizeMm,
): PlacedDrawing {
  const { cx, cy, dx, dy, a, b } = first.whole;
  const whole: Homography = [a, -b, cx + dx - a * cx + b * cy, b, a, cy + dy - b * cx - a * cy, 0, 0, 1];
  const known = knownOfCourse(all, size);
  const start = { ...first.pose, toSheet: composed(unitScale(inverted(whole)), first.pose.toSheet) };
  const pose = looseSteps.reduce((now, step) => drawnTo(now, samples, known, step, null), start);
  const lines = carriedLines(inPhoto, (x, y) => onSheet(pose, x, y));
  return { ...first, pose, lines, whole: unmoved(size.widthMm / 2, size.heightMm / 2) };
}

function linesInPicture(
  levels: readonly Picture[],
  pose: SheetPose,
  size: SizeMm,
  isUnderWay: boolean,
): FoundLine[] {
  const pxPerMm = resolutionOf(pose, size);
  const flat = flattened(levels, pose, size, pxPerMm);
  const fromSheet = inverted(pose.toSheet);
  const found = findLines(flat, pxPerMm);
  const lines = isUnderWay ? clearOfGrain(found, minLongMm * pxPerMm) : found;
  return carriedLines(lines, (x, y) => inPicture(pose, fromSheet, x / pxPerMm, y / pxPerMm));
}

/** Strokes this long are no grain of the paper, mm, and no line is fainter than this share of them. */
const minLongMm = 10;
const minOfLong = 0.4;

/** The lines without the grain of the paper, which is taken for a drawing where there is hardly any other. */
function clearOfGrain(lines: readonly FoundLine[], minLongPx: number): FoundLine[] {
  const long = lines
    .filter(({ points }) => polylineLength(points) >= minLongPx)
    .map(({ darkness }) => darkness)
    .sort((a, b) => a - b);
  if (long.length === 0) return [...lines];
  return lines.filter(({ darkness }) => darkness >= minOfLong * long[Math.floor(0.75 * long.length)]);
}

/** Pixels a mm the sheet is looked at with: no more than the photograph has. */
export function resolutionOf(pose: SheetPose, size: SizeMm): number {
  const corners = cornersInPicture(pose, size);
  const across = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y) / size.widthMm;
  const down = Math.hypot(corners[3].x - corners[0].x, corners[3].y - corners[0].y) / size.heightMm;
  return Math.min(readPxPerMm, Math.max(across, down), Math.sqrt(maxPixels / (size.widthMm * size.heightMm)));
}

/** Lines found, to be asked for by place and direction. */
export const knownOf = (lines: readonly FoundLine[], size: SizeMm): KnownLines =>
  new KnownLines(
    lines.map(({ points, closed }) => (closed ? Float64Array.of(...points, points[0], points[1]) : points)),
    size,
  );

/** A course as known lines: cut where its places are further apart than it steps. */
function knownOfCourse({ x, y }: Course, size: SizeMm): KnownLines {
  const runs: number[][] = [];
  for (let i = 0; i < x.length; i++) {
    if (i === 0 || Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) > 0.8) runs.push([]);
    runs[runs.length - 1].push(x[i], y[i]);
  }
  return new KnownLines(
    runs.filter((run) => run.length >= 4).map((run) => Float64Array.from(run)),
    size,
  );
}

/** Share of a course that is drawn within 1 mm. */
function seenOf(course: Course, whole: Similarity, drawn: KnownLines): number {
  let seen = 0;
  for (const _ of hitsOf(course, whole, drawn, 1, () => false)) seen++;
  return seen / course.x.length;
}
