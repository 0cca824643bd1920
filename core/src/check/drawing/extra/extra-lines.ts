import { distanceToSegment, stepLength, type Rect } from '../../../geometry/index.js';
import type { SizeMm } from '../../../units/index.js';
import { findAdditions, joinPieces, runsAlong, type Addition } from '../../corrections/additions.js';
import type { FoundLine } from '../../registration/found-lines.js';
import { KnownLines } from '../../registration/known-lines.js';
import { shareOfConstruction, type StraightLine } from './construction-lines.js';
import { movedCourse } from '../match/course.js';
import type { Match } from '../match/match.js';

/** A shorter line is a slip of the pencil, mm. */
const minExtraMm = 5;

/** Lines fainter than this, as a share of the drawing, are construction lines and the rims of smudges. */
const minExtraStrength = 0.3;

/** So near the edge of the sheet it is the edge that is seen, mm. */
const rimMm = 3;

/** What runs beside a line within this for most of its length was drawn for it: gone over again, mm. */
const besideMm = 1.9;
const mostlyBeside = 0.6;
/** What lies on ink of the map's lines nearly everywhere, within this whichever way it runs, is ink that ran together between them. */
const onInkMm = 0.8;
const nearlyAllOnInk = 0.85;

/** Lines of the map that are drawn, wherever. */
export const presentLines = (matches: readonly Match[]): Match[] =>
  matches.filter(({ status, drawn }) => status !== 'missing' && drawn > 0);

/** A line where it was drawn, as x0, y0 … */
export function courseAsRun({ wanted, move }: Match): Float64Array {
  const { x, y } = movedCourse(wanted.course, move);
  return Float64Array.from(Array.from(x, (_, i) => [x[i], y[i]]).flat());
}

/**
 * What of a sheet is looked at: all but its rim.
 *
 * @param home carries a place of the sheet to where it belongs when the whole drawing lies elsewhere on it
 */
export function sheetWindow(
  { widthMm, heightMm }: SizeMm,
  home: (x: number, y: number) => { x: number; y: number },
): Rect {
  const [left, top, right, bottom] = [rimMm, rimMm, widthMm - rimMm, heightMm - rimMm];
  const [topLeft, topRight] = [home(left, top), home(right, top)];
  const [bottomLeft, bottomRight] = [home(left, bottom), home(right, bottom)];
  const x = Math.max(topLeft.x, bottomLeft.x);
  const y = Math.max(topLeft.y, topRight.y);
  return {
    x,
    y,
    width: Math.min(topRight.x, bottomRight.x) - x,
    height: Math.min(bottomLeft.y, bottomRight.y) - y,
  };
}

/** Where lines that belong to none of the map's are looked for, and what is known besides. */
export type ExtraSearch = {
  size: SizeMm;
  /** What of the sheet is looked at, mm. */
  window: Rect;
  /** Lines known besides, x0, y0 … mm: those of the map as they stand a second time. */
  again: readonly Float64Array[];
  /** Lines that helped drawing, mm. */
  construction: readonly StraightLine[];
  /** What is shorter is left out, mm. */
  minMm?: number;
};

/** What is drawn that belongs to no line of the map, nor goes over one again. */
export function extraLines(
  found: readonly FoundLine[],
  matches: readonly Match[],
  { size, window, again, construction, minMm = minExtraMm }: ExtraSearch,
): Addition[] {
  const known = new KnownLines([...presentLines(matches).map(courseAsRun), ...again], size);
  const clear = found.filter(({ strength }) => strength >= minExtraStrength);
  const extra = joinPieces(findAdditions(clear, known, { window, words: [] }))
    .filter(({ points, lengthMm }) => lengthMm >= minMm && !isOfMap(points, known))
    .filter(({ points }) => shareOfConstruction(points, construction) < mostlyBeside)
    .sort((a, b) => b.lengthMm - a.lengthMm);
  const ofGrid = extra.filter(isLikeGrid);
  return ofGrid.length < minOfGrid ? extra : extra.filter((line) => !ofGrid.includes(line));
}

/** Pieces of a faint grid run level or upright within this, stray from straight by no more than this, mm, and are fainter than drawing. */
const maxGridAslant = Math.sin((5.5 * Math.PI) / 180);
const maxGridBowMm = 1.2;
const maxGridStrength = 0.75;

/** So many pieces alike are a grid of which no line is seen far enough to be told by itself. */
const minOfGrid = 4;

function isLikeGrid({ points, strength }: Addition): boolean {
  const [x0, y0, x1, y1] = [...points.subarray(0, 2), ...points.subarray(-2)];
  const chordMm = stepLength(x1 - x0, y1 - y0);
  const aslant = Math.min(Math.abs(x1 - x0), Math.abs(y1 - y0)) / chordMm;
  if (strength > maxGridStrength || !(aslant <= maxGridAslant)) return false;
  for (let i = 0; i < points.length; i += 2)
    if (distanceToSegment(points[i], points[i + 1], x0, y0, x1, y1) > maxGridBowMm) return false;
  return true;
}

/** Whether what is drawn goes along lines of the map again, or is ink that ran together between them. */
function isOfMap(points: Float64Array, known: KnownLines): boolean {
  let [beside, onInk] = [0, 0];
  const count = points.length / 2;
  for (let i = 0; i < count; i++) {
    if (runsAlong(points, i, known, besideMm)) beside++;
    if (known.passesBy(points[2 * i], points[2 * i + 1], null, onInkMm)) onInk++;
  }
  return beside >= mostlyBeside * count || onInk >= nearlyAllOnInk * count;
}
