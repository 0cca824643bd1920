import type { CheckReport, MapDocument } from '../../documents/index.js';
import type { Segment } from '../../fit/index.js';
import { cornersOfRect, polylineLength, stepLength, type Quad } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { findDoubled, secondRun } from '../surface/doubled-lines.js';
import { darknessOf } from '../surface/line-darkness.js';
import { shifted, type CommonShift } from '../surface/common-shift.js';
import { findSlip, type Slip } from '../surface/slip.js';
import type { CheckSubject } from '../subjects.js';
import type { SizeMm } from '../../units/index.js';
import { registrationMarks } from '../registration/registration-marks.js';
import { carriedLines, type FoundLine } from '../registration/found-lines.js';
import type { KnownLines } from '../registration/known-lines.js';
import { aligned, movedBy, unmoved, type Similarity } from './match/alignment.js';
import { withoutConstruction, type StraightLine } from './extra/construction-lines.js';
import { movedCourse, together, wantedLines, type Wanted } from './match/course.js';
import { drawnEllipses, roundEllipse } from './drawn-ellipses.js';
import { DrawingNotFound, notFound } from './place/drawing-not-found.js';
import { withBeyondGrey, withEvenLight } from './even-light.js';
import { extraLines, sheetWindow } from './extra/extra-lines.js';
import { flattened } from './place/flatten.js';
import { matchLines } from './match/match-lines.js';
import type { Match, Tolerance } from './match/match.js';
import { movedParts } from './parts/parts.js';
import { knownOf, knownOfCourse, type PlacedDrawing } from './place/placed-drawing.js';
import { inView, shareInView, wellInView } from './place/place-by-lines.js';
import { placeDrawing, resolutionOf } from './place/place-drawing.js';
import { reportOf } from './report.js';
import { withSlides } from './match/slides.js';
import { usualToleranceMm } from './tolerance.js';

/** A drawing held against its map, and the photograph of it seen square-on in even light, made when it is asked for. */
export type CheckedDrawing = { report: CheckReport; flat: () => Picture };

/** What a check is told besides the photograph and the map. */
export type CheckOptions = {
  /** Corners of the surface in the photograph, pixels, from its top left on clockwise; found when not given. */
  corners?: Quad | null;
  /** Whether the corners were worked out from points of the drawing (`cornersByPoints`), and are only about right. */
  byPoints?: boolean;
  /** How far off a line is still true, mm; what is usual for the size when not given. */
  toleranceMm?: number;
  /** Lines that may have helped drawing, such as a grid and guides, mm on the surface: what is drawn along them is no fault. */
  construction?: readonly Segment[];
  /** Whether it is a drawing, a surface it was transferred to, or one that is being traced on. */
  of?: CheckSubject;
};

/** On a surface that is to be painted shorter marks are to be cleaned away too, mm. */
const minStrayMm = 2.5;

/** Where less of what is seen than this belongs to the map, lines were seen in grain, or in another drawing. */
const minOwn = 0.2;

/**
 * Finds the drawing on a photograph, holds it against its map, and says what lies elsewhere, is missing, or is not on the map.
 *
 * @param levels the photograph and its halves (`pyramid`)
 * @throws DrawingNotFound when the drawing is not seen
 */
export function checkDrawing(
  levels: readonly Picture[],
  map: MapDocument,
  {
    corners = null,
    byPoints = false,
    toleranceMm = usualToleranceMm(map.surface),
    construction = [],
    of = 'drawing',
  }: CheckOptions = {},
): CheckedDrawing {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const wanted = wantedLines(map);
  if (wanted.length === 0) throw new DrawingNotFound('The map has no lines to compare the drawing with.');
  const placed = withConstructionApart(
    placeDrawing(levels, size, wanted, corners && { corners, byPoints }, of === 'under-way'),
    wanted,
    size,
    construction,
  );
  const against = {
    wanted,
    size,
    tolerance: { offMm: toleranceMm },
    isSurface: of !== 'drawing',
    marks: registrationMarks(map),
  };
  const judge = (whole: Similarity) => judged({ ...placed, whole }, against);
  const found = of === 'transfer' ? beforeSlip(placed, wanted, size, judge) : judge(placed.whole);
  if (!found) throw new DrawingNotFound(notFound);
  const pxPerMm = resolutionOf(placed.pose, size);
  const { report } = found;
  const isIn = inView(placed.pose);
  const flat = () => {
    const even = withEvenLight(flattened(levels, placed.pose, size, pxPerMm), pxPerMm);
    const sheet = cornersOfRect({ x: 0, y: 0, width: size.widthMm, height: size.heightMm });
    if (sheet.every(({ x, y }) => isIn(x, y))) return even;
    return withBeyondGrey(even, (x, y) => isIn(x / pxPerMm, y / pxPerMm));
  };
  return { report, flat };
}

/** A drawing of which the lines that helped drawing it are kept apart. */
type ClearedDrawing = PlacedDrawing & { construction: readonly StraightLine[] };

/** A grid, or other lines that helped drawing, taken out of what is drawn. */
function withConstructionApart(
  placed: PlacedDrawing,
  wanted: readonly Wanted[],
  size: SizeMm,
  known: readonly Segment[],
): ClearedDrawing {
  const { lines, whole } = placed;
  const belongs = knownOfCourse(movedCourse(together(wanted.map(({ course }) => course)), whole), size);
  return { ...placed, ...withoutConstruction(lines, knownOf(lines, size), belongs, known) };
}

/** What is said of a drawing when a whole placement is taken out. */
type Judged = { whole: Similarity; report: CheckReport; slip: Slip | null };

/** Where more of the lines than this moved, the whole placement may lie between lines traced before a slip and after it. */
const manyMoved = 0.2;

/** Those traced before a slip lie about where they belong: looked for near there only, mm. */
const nearSteps = [
  [1.5, 'shift'],
  [1.2, 'similarity'],
  [0.9, 'similarity'],
] as const;

/** Of two that explain alike, the one nearer to where lines belong by so many mm counts as one line more. */
const mmForALine = 3;

/**
 * Of a sheet that slipped, the whole placement is that of most lines, or one in the middle. Those traced first are those
 * nearer to where they belong: of the placements that may be, the one is taken that leaves least to single lines.
 */
function beforeSlip(
  { whole, lines }: PlacedDrawing,
  wanted: readonly Wanted[],
  size: SizeMm,
  judge: (whole: Similarity) => Judged | null,
): Judged | null {
  const most = judge(whole);
  if (!most || most.report.summary.moved < manyMoved * wanted.length) return most;
  const all = together(wanted.map(({ course }) => course));
  const others = [
    aligned(all, unmoved(whole.cx, whole.cy), knownOf(lines, size), nearSteps),
    ...(most.slip ? [slippedBy(whole, most.slip.shift)] : []),
  ];
  const told = [most, ...others.map(judge)].filter((one) => one !== null);
  return told.reduce((best, one) => (explainedBy(one) > explainedBy(best) ? one : best));
}

/** How many lines are where they belong or slipped together. */
function explainedBy({ whole, report, slip }: Judged): number {
  const { length: slipped } = slip?.lines ?? [];
  const home = report.lines.filter(({ status }) => status === 'true').length;
  return home + slipped - Math.hypot(whole.dx, whole.dy) / mmForALine;
}

/** A whole placement, and a slip on top of it, as one. */
function slippedBy(whole: Similarity, shift: CommonShift): Similarity {
  const [x, y] = shifted(shift, whole.cx, whole.cy);
  const [toX, toY] = movedBy(whole, x, y);
  const { a, b, cx, cy } = whole;
  const { angleRad } = shift;
  return { cx, cy, dx: toX - cx, dy: toY - cy, a: a - b * angleRad, b: b + a * angleRad };
}

/** What a drawing is held against, and how. */
type Against = {
  wanted: readonly Wanted[];
  size: SizeMm;
  tolerance: Tolerance;
  /** Whether lines may stand twice, or be traced after a slip. */
  isSurface: boolean;
  /** What is printed besides lines, and may have come across: x0, y0 … mm. */
  marks: readonly Float64Array[];
};

/** What is drawn held against the map, the whole placement taken out; null where it has hardly anything to do with it. */
function judged(
  placed: ClearedDrawing,
  { wanted, size, tolerance, isSurface, marks }: Against,
): Judged | null {
  // Everything is measured with the whole placement taken out: what is drawn is carried back, not the map forward.
  const home = undone(placed.whole);
  const atHome = carriedLines(placed.lines, home);
  const window = sheetWindow(size, home);
  const construction = placed.construction.map(({ x, y, tx, ty }) => {
    const [a, b] = [home(x, y), home(x + tx, y + ty)];
    const length = stepLength(b.x - a.x, b.y - a.y);
    return { ...a, tx: (b.x - a.x) / length, ty: (b.y - a.y) / length };
  });
  const drawnAtHome = knownOf(atHome, size);
  const beyond = wanted.filter(
    ({ course }) => shareInView(placed.pose, movedCourse(course, placed.whole)) < minInView,
  );
  const shown = wanted.filter((line) => !beyond.includes(line));
  const found = matchLines(shown, drawnAtHome, size, { ...tolerance, strokeMm: usualWidthMm(atHome) });
  if (isNoise(found, drawnAtHome)) return null;
  const doubled = isSurface ? findDoubled(atHome, drawnAtHome, found, size, window) : null;
  const once = found.map((match) => doubled?.lines.find((line) => line.wanted === match.wanted) ?? match);
  const isIn = wellInView(placed.pose);
  const isShown = (x: number, y: number) => isIn(...movedBy(placed.whole, x, y));
  const slid = withSlides(once, movedParts(once, drawnAtHome), drawnAtHome, tolerance, isShown);
  const ellipses = drawnEllipses(slid, drawnAtHome);
  // One that is much too flat or too round is there, though not as the line it is.
  const matches = slid.map((match) =>
    match.status === 'missing' && ellipses.some(({ id }) => id === match.wanted.id)
      ? { ...match, status: 'unclear' as const }
      : match,
  );
  const again = [
    ...marks,
    ...(doubled?.lines.map((match) => secondRun(match, doubled.shift)) ?? []),
    ...ellipses.map(({ drawn }) => closedRun(roundEllipse(drawn))),
    // What is seen of a line that goes on beyond the picture is that line.
    ...beyond.map(({ course: { x, y } }) => Float64Array.from([...x].flatMap((at, i) => [at, y[i]]))),
  ];
  const slip = isSurface ? findSlip(matches) : null;
  const report = reportOf({
    placed,
    matches,
    beyond,
    parts: movedParts(matches, drawnAtHome),
    extra: extraLines(atHome, matches, {
      size,
      window,
      again,
      construction,
      ...(isSurface ? { minMm: minStrayMm } : {}),
    }),
    ellipses,
    slip,
    doubled,
    darkness: matches.map((match) => darknessOf(match, drawnAtHome, atHome)),
    size,
  });
  return { whole: placed.whole, report, slip };
}

/** How wide strokes are, half of what is drawn being wider, mm. */
function usualWidthMm(lines: readonly FoundLine[]): number {
  const sized = lines
    .map(({ points, widthMm }) => ({ widthMm, lengthMm: polylineLength(points) }))
    .sort((a, b) => a.widthMm - b.widthMm);
  const halfMm = sized.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 2;
  let narrowerMm = 0;
  for (const { widthMm, lengthMm } of sized) {
    narrowerMm += lengthMm;
    if (narrowerMm >= halfMm) return widthMm;
  }
  return 0;
}

/** A line of which the picture shows less than this is not judged. */
const minInView = 0.6;

const closedRun = (places: readonly (readonly [number, number])[]) =>
  Float64Array.from([...places, ...places.slice(0, 1)].flat());

function isNoise(matches: readonly Match[], drawn: KnownLines): boolean {
  const own = matches.reduce((sum, { wanted, drawn: share }) => sum + share * wanted.course.x.length, 0);
  return own < minOwn * drawn.count;
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
