import type { CheckReport, MapDocument } from '../../documents/index.js';
import { inverted, quadBy, type Quad } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import type { SizeMm } from '../../units/index.js';
import type { Addition } from '../corrections/additions.js';
import { carriedLines, findLines, type FoundLine } from '../registration/found-lines.js';
import { KnownLines } from '../registration/known-lines.js';
import { inPicture, onSheet, type SheetPose } from '../registration/pose.js';
import { drawnTo, samplesOf } from '../registration/register.js';
import {
  aligned,
  hitsOf,
  movedBy,
  scaleOf,
  turnRad,
  unmoved,
  type Course,
  type Similarity,
} from './alignment.js';
import { movedCourse, together, wantedLines, type Wanted } from './course.js';
import { withEvenLight } from './even-light.js';
import { extraLines } from './extra-lines.js';
import { flattened } from './flatten.js';
import { matchLines, type Match } from './match-lines.js';
import { isSized, movedParts, type MovedPart } from './parts.js';
import { asPictured, cornersInPicture, placePaper, type PaperPose } from './place-paper.js';
import { sayPart, sayPlace } from './say-findings.js';
import { withSlides } from './slides.js';
import { usualToleranceMm } from './tolerance.js';

/** A photograph in which the drawing was not found. The message says what to do. */
export class DrawingNotFound extends Error {
  override name = 'DrawingNotFound';
}

/** A drawing held against its map, and the photograph of it seen square-on in even light, made when it is asked for. */
export type CheckedDrawing = { report: CheckReport; flat: () => Picture };

/** What a check is told besides the photograph and the map. */
export type CheckOptions = {
  /** Corners of the surface in the photograph, pixels, from its top left on clockwise; found when not given. */
  corners?: Quad | null;
  /** How far off a line is still true, mm. */
  toleranceMm?: number;
};

/** The sheet is looked at with so many pixels a mm, fewer where it is large. */
const readPxPerMm = 6;
const maxPixels = 4e6;

/** Less of the map than this seen on the photograph is another drawing, or none. */
const minSeen = 0.25;
const clearlySeen = 0.6;
/** … and where less of what is seen than this belongs to the map, lines were seen in grain, or in another drawing. */
const minOwn = 0.2;

const notFound =
  'The drawing was not found in this picture. Take it from above, with the whole sheet in view, in even light; or set the four corners of the sheet by hand.';

/**
 * Finds the drawing on a photograph, holds it against its map, and says what lies elsewhere, is missing, or is not on the map.
 *
 * @param levels the photograph and its halves (`pyramid`)
 * @throws DrawingNotFound when the drawing is not seen
 */
export function checkDrawing(
  levels: readonly Picture[],
  map: MapDocument,
  { corners = null, toleranceMm = usualToleranceMm }: CheckOptions = {},
): CheckedDrawing {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const wanted = wantedLines(map);
  if (wanted.length === 0) throw new DrawingNotFound('The map has no lines to hold the drawing against.');
  const placed = placeDrawing(levels, size, wanted, corners);
  const { pose, whole } = placed;
  const back = undone(whole);
  // Everything is measured with the whole placement taken out: what is drawn is carried back, not the map forward.
  const atHome = carriedLines(placed.lines, back);
  const drawnAtHome = knownOf(atHome, size);
  const found = matchLines(wanted, drawnAtHome, size, { offMm: toleranceMm });
  if (isNoise(found, drawnAtHome)) throw new DrawingNotFound(notFound);
  const matches = withSlides(found, movedParts(found, drawnAtHome), drawnAtHome);
  const parts = movedParts(matches, drawnAtHome);
  const extra = extraLines(atHome, matches, size);
  const report = reported({ placed, matches, parts, extra, size });
  const pxPerMm = resolutionOf(pose, size);
  return { report, flat: () => withEvenLight(flattened(levels, pose, size, pxPerMm), pxPerMm) };
}

function isNoise(matches: readonly Match[], drawn: KnownLines): boolean {
  const own = matches.reduce((sum, { wanted, drawn: share }) => sum + share * wanted.course.x.length, 0);
  return own < minOwn * drawn.count;
}

type PlacedDrawing = {
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
const fewPlaces = 1500;
const samplePx = 2.5;

/** Finds how the photograph lies on the surface, and how the drawing as a whole lies on it. */
function placeDrawing(
  levels: readonly Picture[],
  size: SizeMm,
  wanted: readonly Wanted[],
  corners: Quad | null,
): PlacedDrawing {
  const [picture] = levels;
  const all = together(wanted.map(({ course }) => course));
  const few = together(
    wanted.map(({ course }) => course),
    Math.max(1, Math.ceil(all.x.length / fewPlaces)),
  );
  let best: (PlacedDrawing & { held: PaperPose['held'] }) | null = null;
  let ways = placePaper(levels, size, corners);
  for (;;) {
    const foundIn = linesInPicture(levels, ways[0].pose, size);
    for (const { pose, found, held } of ways) {
      const lines = carriedLines(foundIn, (x, y) => onSheet(pose, x, y));
      const known = knownOf(lines, size);
      const whole = aligned(few, unmoved(size.widthMm / 2, size.heightMm / 2), known, wholeSteps);
      const seen = seenOf(few, whole, known);
      if (!best || seen > best.seen) best = { pose, found, whole, lines, seen, held };
    }
    if ((best && best.seen >= clearlySeen) || ways[0].found !== 'auto') break;
    // What looked like a sheet may be a book on the table: the drawing may fill the picture.
    ways = asPictured(picture, size);
  }
  if (!best || best.seen < minSeen) throw new DrawingNotFound(notFound);
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
  let { pose, whole, lines } = first;
  for (const reachMm of fineSteps) {
    const target = held ? movedCourse(all, whole) : all;
    pose = drawnTo(pose, samples, knownOfCourse(target, size), [reachMm, 'lens'], held);
    lines = carriedLines(inPhoto, (x, y) => onSheet(pose, x, y));
    // Where nothing holds the sheet, how the drawing lies on it cannot be told: all of it is taken out.
    if (held) whole = aligned(all, whole, knownOf(lines, size), [[reachMm, 'similarity']]);
    else whole = unmoved(size.widthMm / 2, size.heightMm / 2);
  }
  return { ...first, pose, whole, lines };
}

function linesInPicture(levels: readonly Picture[], pose: SheetPose, size: SizeMm): FoundLine[] {
  const pxPerMm = resolutionOf(pose, size);
  const flat = flattened(levels, pose, size, pxPerMm);
  const fromSheet = inverted(pose.toSheet);
  return carriedLines(findLines(flat, pxPerMm), (x, y) =>
    inPicture(pose, fromSheet, x / pxPerMm, y / pxPerMm),
  );
}

/** Pixels a mm the sheet is looked at with: no more than the photograph has. */
function resolutionOf(pose: SheetPose, size: SizeMm): number {
  const corners = cornersInPicture(pose, size);
  const across = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y) / size.widthMm;
  const down = Math.hypot(corners[3].x - corners[0].x, corners[3].y - corners[0].y) / size.heightMm;
  return Math.min(readPxPerMm, Math.max(across, down), Math.sqrt(maxPixels / (size.widthMm * size.heightMm)));
}

const knownOf = (lines: readonly FoundLine[], size: SizeMm): KnownLines =>
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

/** Takes a movement back. */
function undone(move: Similarity): (x: number, y: number) => { x: number; y: number } {
  const squared = move.a * move.a + move.b * move.b;
  return (x, y) => {
    const [u, v] = [x - move.cx - move.dx, y - move.cy - move.dy];
    return {
      x: move.cx + (move.a * u + move.b * v) / squared,
      y: move.cy + (move.a * v - move.b * u) / squared,
    };
  };
}

const degrees = (angleRad: number) => (angleRad * 180) / Math.PI;

function reported({
  placed: { pose, found, whole },
  matches,
  parts,
  extra,
  size,
}: {
  placed: PlacedDrawing;
  matches: readonly Match[];
  parts: readonly MovedPart[];
  extra: readonly Addition[];
  size: SizeMm;
}): CheckReport {
  const seen = matches.filter(({ status }) => status === 'true' || status === 'moved');
  const offs = seen.map(({ off }) => off).sort((a, b) => a - b);
  const lengthMm = seen.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0);
  const corners = cornersInPicture(pose, size);
  const pixels = quadBy((k) => corners[k]).map(({ x, y }): [number, number] => [x, y]);
  return {
    format: 'nobrel-check',
    version: 1,
    units: 'mm',
    paper: {
      found: found === 'picture' ? 'lines' : found,
      corners: [pixels[0], pixels[1], pixels[2], pixels[3]],
    },
    placement: { dx: whole.dx, dy: whole.dy, angleDeg: degrees(turnRad(whole)), scale: scaleOf(whole) },
    lines: matches.map(({ wanted, status, drawn, dx, dy, off, worst }) => ({
      id: wanted.id,
      status,
      drawn,
      dx,
      dy,
      off,
      worst,
    })),
    parts: parts.map((part) => {
      const { move } = part;
      const sized = isSized(part);
      const said = {
        dx: move.dx,
        dy: move.dy,
        scale: sized ? scaleOf(move) : 1,
        angleDeg: sized ? degrees(turnRad(move)) : 0,
      };
      const says = sayPart(
        part.matches.length,
        sayPlace(...movedBy(move, move.cx, move.cy), size),
        said,
        'mm',
      );
      return { lines: part.matches.map(({ wanted }) => wanted.id), ...said, says, x: move.cx, y: move.cy };
    }),
    extra: extra.map(({ points, lengthMm: length }) => ({ points: thinned(points), length })),
    summary: {
      meanOff:
        lengthMm > 0 ? seen.reduce((sum, { wanted, off }) => sum + wanted.lengthMm * off, 0) / lengthMm : 0,
      p95Off: offs[Math.floor(0.95 * offs.length)] ?? 0,
      moved: matches.filter(({ status }) => status === 'moved').length,
      missing: matches.filter(({ status }) => status === 'missing').length,
      extra: extra.length,
    },
  };
}

/** Lines that are not on the map are given by points about this far apart, mm. */
const pointEveryMm = 0.8;

function thinned(run: Float64Array): [number, number][] {
  const kept: [number, number][] = [];
  for (let i = 0; i < run.length; i += 2) {
    const last = kept[kept.length - 1];
    const isEnd = i === 0 || i === run.length - 2;
    if (isEnd || Math.hypot(run[i] - last[0], run[i + 1] - last[1]) >= pointEveryMm)
      kept.push([run[i], run[i + 1]]);
  }
  return kept;
}
