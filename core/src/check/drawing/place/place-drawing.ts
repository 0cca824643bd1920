import { inverted, polylineLength } from '../../../geometry/index.js';
import type { Picture } from '../../../raster/index.js';
import type { SizeMm } from '../../../units/index.js';
import { carriedLines, findLines, type FoundLine } from '../../registration/found-lines.js';
import { inPicture, onSheet, type SheetPose } from '../../registration/pose.js';
import { drawnTo, samplesOf } from '../../registration/register.js';
import { aligned, unmoved, type Course } from '../match/alignment.js';
import { movedCourse, together, type Wanted } from '../match/course.js';
import {
  findByLines,
  isSurelySeen,
  mostOfMap,
  placedByLines,
  samplePx,
  shareOfMap,
} from './place-by-lines.js';
import { knownOf, knownOfCourse, seenOf, type PlacedDrawing } from './placed-drawing.js';
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
const readPxPerMm = 5;
const maxPixels = 2.8e6;

/** Less of the map than this seen on the photograph is another drawing, or none. */
const minSeen = 0.25;
/** On a sheet of which less is seen than this, the picture is looked at without its sheet too. */
const plainlySeen = 0.45;
/** Among more ink than so many times the map has, most of it is seen by chance: the grain of a table is everywhere. */
const mostInk = 2;
/** … but where it is being traced, a few lines are enough, as long as most of what is drawn is the map's. */
const minSeenUnderWay = 0.01;
const minOfMap = 0.6;

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
const fewPlaces = 1500;

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
  const look = (ways: readonly PaperPose[]): Looked => {
    const foundIn = linesInPicture(levels, ways[0].pose, size, isUnderWay);
    const [best] = ways
      .map((way) => asPlaced(way, foundIn, { few, maxInk: mostInk * all.x.length }, size))
      .sort((a, b) => b.score - a.score);
    return { best, foundIn };
  };
  const bySheet = look(placePaper(levels, size, given));
  const enough = isUnderWay ? minSeenUnderWay : minSeen;
  const isPlain = bySheet.best.seen >= (isUnderWay ? minSeenUnderWay : plainlySeen);
  if (given !== null || (bySheet.best.found === 'auto' && isPlain)) {
    if (bySheet.best.seen < enough) throw new DrawingNotFound(notFound);
    return refined(bySheet.best, all, size);
  }
  // What looked like a sheet may be a book on the table: the drawing may fill the picture, or go beyond it.
  const pictured = bySheet.best.found === 'picture' ? bySheet : look(asPictured(picture, size));
  const best = pictured.best.score > bySheet.best.score ? pictured.best : bySheet.best;
  const placed = best.seen >= enough ? refined(best, all, size) : null;
  const isPictured = placed !== null && best.found === 'picture';
  // What is missing tells nothing while it is being traced: what is drawn does.
  const ofMap =
    isPictured && isUnderWay ? shareOfMap(placed, knownOfCourse(movedCourse(all, placed.whole), size)) : null;
  if (isPictured && (ofMap === null ? isSurelySeen(placed, all) : ofMap >= mostOfMap)) return placed;
  const byLines = findByLines(picture, pictured.foundIn, all, size, isUnderWay);
  if (byLines && (isUnderWay || byLines.seen > best.seen)) return byLines;
  if (!placed || (ofMap !== null && ofMap < minOfMap)) throw new DrawingNotFound(notFound);
  return placed;
}

/** What was made of a picture: the likeliest of several ways it may lie, and the lines found in it, pixels of it. */
type Looked = { best: FirstPlaced; foundIn: FoundLine[] };
type FirstPlaced = PlacedDrawing & { held: PaperPose['held']; score: number };

function asPlaced(
  { pose, found, held }: PaperPose,
  foundIn: FoundLine[],
  { few, maxInk }: { few: Course; maxInk: number },
  size: SizeMm,
): FirstPlaced {
  const lines = carriedLines(foundIn, (x, y) => onSheet(pose, x, y));
  const known = knownOf(lines, size);
  const whole = aligned(few, unmoved(size.widthMm / 2, size.heightMm / 2), known, wholeSteps);
  const seen = seenOf(few, whole, known);
  const score = seen * Math.min(1, maxInk / Math.max(1, known.count));
  return { pose, found, whole, lines, seen, held, score };
}

/** The pose with the lens read from the lines too, as far as these lie about right, and the whole placement with it. */
function refined({ held, ...first }: FirstPlaced, all: Course, size: SizeMm): PlacedDrawing {
  const fromSheet = inverted(first.pose.toSheet);
  const inPhoto = carriedLines(first.lines, (x, y) => inPicture(first.pose, fromSheet, x, y));
  if (!held) return placedByLines(first, inPhoto, all, size);
  const samples = samplesOf(
    inPhoto.map(({ points }) => points),
    samplePx,
  );
  let { pose, whole, lines } = first;
  for (const reachMm of fineSteps) {
    pose = drawnTo(pose, samples, knownOfCourse(movedCourse(all, whole), size), [reachMm, 'lens'], held);
    lines = carriedLines(inPhoto, (x, y) => onSheet(pose, x, y));
    whole = aligned(all, whole, knownOf(lines, size), [[reachMm, 'similarity']]);
  }
  return { ...first, pose, whole, lines };
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
