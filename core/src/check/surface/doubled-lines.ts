import type { Rect } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import { findAdditions } from '../corrections/additions.js';
import { unmoved } from '../drawing/match/alignment.js';
import { movedCourse } from '../drawing/match/course.js';
import { courseAsRun, presentLines } from '../drawing/extra/extra-lines.js';
import { measured, type Match } from '../drawing/match/match.js';
import type { FoundLine } from '../registration/found-lines.js';
import { KnownLines } from '../registration/known-lines.js';
import { commonShift, shifted, type CommonShift, type Offset } from './common-shift.js';

/** Lines that stand on the surface twice, the second time shifted: they were gone over after the sheet had slipped. Where they belong. */
export type Doubled = { shift: CommonShift; lines: Match[] };

/** A second line is looked for this far from the first, mm. */
const reachMm = 6;
/** Nearer than this it is one line, gone over, mm. */
const minShiftMm = 0.8;
/** A second line lies on the shifted first within this, mm … */
const sameMm = 0.6;
/** … along so much of it. */
const minShare = 0.5;

/** A line of which less than this share would lie clear of the first does not tell. */
const minClear = 0.25;

/** Fewer lines, or less of them, mm, happen to run beside each other. */
const minLines = 2;
const minLengthMm = 30;

/** The lines that stand twice by one shift, of what lies within a window; null when there are none. */
export function findDoubled(
  found: readonly FoundLine[],
  drawn: KnownLines,
  matches: readonly Match[],
  size: SizeMm,
  window: Rect,
): Doubled | null {
  const present = presentLines(matches).map((match) => atHome(match, drawn));
  const first = new KnownLines(present.map(courseAsRun), size);
  const second = findAdditions(found, first, { window, words: [] }).map(({ points }) => points);
  const shift = commonShift(offsetsOf(second, first));
  if (!shift || Math.hypot(shift.dx, shift.dy) < minShiftMm) return null;
  const known = new KnownLines(second, size);
  const doubled = present.filter((match) => shareSeen(match, shift, known) >= minShare);
  const lengthMm = doubled.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0);
  if (doubled.length < minLines || lengthMm < minLengthMm) return null;
  return { shift, lines: doubled };
}

/**
 * A line where it belongs, if most of it is drawn there: between two lines that were drawn for it, it was taken for one
 * that lies in their middle.
 */
function atHome(match: Match, drawn: KnownLines): Match {
  const { wanted } = match;
  const home = measured(wanted, unmoved(wanted.cx, wanted.cy), drawn);
  return home.drawn >= minShare ? { ...home, status: 'true' } : match;
}

/** How far second lines lie off the first ones that run beside them. */
function offsetsOf(second: readonly Float64Array[], first: KnownLines): Offset[] {
  const offsets: Offset[] = [];
  for (const points of second)
    for (let i = 2; i + 1 < points.length; i += 2) {
      const [x, y] = [points[i], points[i + 1]];
      const angleRad = Math.atan2(y - points[i - 1], x - points[i - 2]);
      const k = first.nearest(x, y, angleRad, reachMm);
      if (k < 0) continue;
      const { away, across } = first.off(k, x, y);
      if (away > reachMm) continue;
      offsets.push({ x, y, nx: -first.ty[k], ny: first.tx[k], offMm: across });
    }
  return offsets;
}

/** A line as it stands the second time, x0, y0 … */
export function secondRun(match: Match, shift: CommonShift): Float64Array {
  const run = courseAsRun(match);
  for (let i = 0; i < run.length; i += 2) [run[i], run[i + 1]] = shifted(shift, run[i], run[i + 1]);
  return run;
}

/** The share of a line that is drawn where a shift would have it, of what would then lie clear of the first. */
function shareSeen({ wanted, move }: Match, shift: CommonShift, second: KnownLines): number {
  const { x, y, angleRad } = movedCourse(wanted.course, move);
  let [seen, clear] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    const [toX, toY] = shifted(shift, x[i], y[i]);
    const across = (toY - y[i]) * Math.cos(angleRad[i]) - (toX - x[i]) * Math.sin(angleRad[i]);
    if (Math.abs(across) < minShiftMm) continue;
    clear++;
    const k = second.nearest(toX, toY, angleRad[i], sameMm);
    if (k >= 0 && second.off(k, toX, toY).away <= sameMm) seen++;
  }
  return clear < minClear * x.length ? 0 : seen / clear;
}
