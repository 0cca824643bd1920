import type { Segment } from '../../../fit/index.js';
import { polylineLength, stepLength } from '../../../geometry/index.js';
import { courseRad, runsAlong } from '../../corrections/additions.js';
import { keptPieces, asRun, type FoundLine } from '../../registration/found-lines.js';
import type { KnownLines } from '../../registration/known-lines.js';

/** Lines that help drawing run level and upright on their sheet, within this; each is looked for by turns of a step, degrees. */
const maxTurnDeg = 1.5;
const turnStepDeg = 0.1;

/** A stretch runs along such a line when it is turned from it by no more than this, as a sine. */
const maxAslant = Math.sin((8 * Math.PI) / 180);

/** What is drawn this near to such a line, mm, is it: a ruler slips, and paper is not quite flat. */
const withinMm = 1.2;

/** Such a line is seen along at least this share of what is drawn in its direction, and for so long, mm. */
const minSeen = 0.5;
const minLengthMm = 40;

/** Two are no nearer to each other than this, mm. */
const apartMm = 4;

/** One alone may be drawn for a thing; two are a cross or a frame at least. */
const minLines = 2;

/** Where it runs along a line of the map within this, mm, a stroke is that line. */
const belongsMm = 1.2;

/** A shorter piece left over is where a line crosses, mm. */
const minPieceMm = 1.5;

/** A line that the work knows of, a guide or the diagonal of a square, is drawn no further off than this, mm. */
const knownWithinMm = 4;

/** A straight line across the drawing: a place on it, mm, and its unit direction. */
export type StraightLine = { x: number; y: number; tx: number; ty: number };

/**
 * What is drawn without the lines that help drawing, and these: a grid, a frame, centre lines. They are straight, run level or
 * upright across most of the drawing, and there are several of them; or they are known. What runs along a line of the map stays.
 *
 * @param lines what is drawn, mm on the sheet
 * @param drawn the same lines by places
 * @param belongs the lines of the map where they lie on the sheet
 * @param known lines that may have helped, such as the guides of the work, mm on the sheet
 */
export function withoutConstruction(
  lines: readonly FoundLine[],
  drawn: KnownLines,
  belongs: KnownLines,
  known: readonly Segment[] = [],
): { lines: FoundLine[]; construction: StraightLine[] } {
  const isFree = beside(drawn, belongs);
  const unknown = [0, Math.PI / 2].flatMap((angleRad) => linesAlong(angleRad, drawn, isFree));
  const construction = [
    ...(unknown.length < minLines ? [] : unknown),
    ...longest(known).flatMap((segment) => drawnFor(segment, drawn, isFree)),
  ];
  if (construction.length === 0) return { lines: [...lines], construction };
  return { lines: lines.flatMap((line) => piecesBeside(line, construction, belongs)), construction };
}

/** The share of a run (x0, y0 …, mm) that is construction. */
export function shareOfConstruction(points: Float64Array, construction: readonly StraightLine[]): number {
  const count = points.length / 2;
  let along = 0;
  for (let i = 0; i < count; i++) if (isOnOne(points, i, construction)) along++;
  return along / count;
}

/** Of many known lines those looked for. */
const maxKnown = 200;

/** Those long enough to be told, of many the longest. */
const longest = (known: readonly Segment[]): Segment[] =>
  known
    .map((segment) => ({ segment, mm: stepLength(segment[2] - segment[0], segment[3] - segment[1]) }))
    .filter(({ mm }) => mm >= minLengthMm)
    .sort((a, b) => b.mm - a.mm)
    .slice(0, maxKnown)
    .map(({ segment }) => segment);

/** Tells whether a place of what is drawn is on no line of the map; each is looked up once, and only where it is asked for. */
function beside(drawn: KnownLines, belongs: KnownLines): (place: number) => boolean {
  const known = new Int8Array(drawn.count);
  return (i) => {
    if (known[i] === 0) {
      const angleRad = Math.atan2(drawn.ty[i], drawn.tx[i]);
      known[i] = belongs.nearest(drawn.x[i], drawn.y[i], angleRad, belongsMm) < 0 ? 1 : -1;
    }
    return known[i] === 1;
  };
}

/** Places that run one way: how far along it from where the line begins, how far across it, and how long the line is, mm. */
type Places = { along: readonly number[]; across: readonly number[]; extentMm: number };

/** A direction, and how far along it and across it a place lies. */
function frameOf(angleRad: number) {
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  return {
    along: (x: number, y: number) => x * cos + y * sin,
    across: (x: number, y: number) => y * cos - x * sin,
    /** The line that is met so far across, and leans so far from the direction. */
    line: (first: number, offset: number, slope: number): StraightLine => {
      const length = stepLength(1, slope);
      return {
        x: first * cos - offset * sin,
        y: first * sin + offset * cos,
        tx: (cos - slope * sin) / length,
        ty: (sin + slope * cos) / length,
      };
    },
  };
}

/** The long straight lines in one direction, of all that is drawn. */
function linesAlong(angleRad: number, drawn: KnownLines, isFree: (place: number) => boolean): StraightLine[] {
  const frame = frameOf(angleRad);
  let first = Infinity;
  let last = -Infinity;
  const own: number[] = [];
  for (let i = 0; i < drawn.count; i++) {
    const at = frame.along(drawn.x[i], drawn.y[i]);
    first = Math.min(first, at);
    last = Math.max(last, at);
    if (isAlong(drawn, i, frame) && isFree(i)) own.push(i);
  }
  return linesThrough(own, drawn, frame, { first, extentMm: last - first });
}

/** A line that may have helped, as it was drawn; none where it was not. */
function drawnFor(
  [x0, y0, x1, y1]: Segment,
  drawn: KnownLines,
  isFree: (place: number) => boolean,
): StraightLine[] {
  const frame = frameOf(Math.atan2(y1 - y0, x1 - x0));
  const [first, offset] = [frame.along(x0, y0), frame.across(x0, y0)];
  const extentMm = stepLength(x1 - x0, y1 - y0);
  const own: number[] = [];
  for (let i = 0; i < drawn.count; i++) {
    const [x, y] = [drawn.x[i], drawn.y[i]];
    if (Math.abs(frame.across(x, y) - offset) > knownWithinMm) continue;
    const at = frame.along(x, y) - first;
    if (at >= 0 && at <= extentMm && isAlong(drawn, i, frame) && isFree(i)) own.push(i);
  }
  return linesThrough(own, drawn, frame, { first, extentMm }).slice(0, 1);
}

const isAlong = (drawn: KnownLines, i: number, frame: ReturnType<typeof frameOf>) =>
  Math.abs(frame.across(drawn.tx[i], drawn.ty[i])) <= maxAslant;

/** The straight lines that many of the places lie on, those seen longest first. */
function linesThrough(
  own: readonly number[],
  drawn: KnownLines,
  frame: ReturnType<typeof frameOf>,
  { first, extentMm }: { first: number; extentMm: number },
): StraightLine[] {
  if (own.length === 0) return [];
  const along = own.map((i) => frame.along(drawn.x[i], drawn.y[i]) - first);
  const across = own.map((i) => frame.across(drawn.x[i], drawn.y[i]));
  const places = { along, across, extentMm };
  const slope = commonSlope(places);
  return offsetsSeen(places, slope).map((offset) => frame.line(first, offset, slope));
}

/** The slope by which the places gather most on few lines, a mm wide (a Hough transform). */
function commonSlope({ along, across, extentMm }: Places): number {
  const steps = Math.round(maxTurnDeg / turnStepDeg);
  const slopeOf = (step: number) => Math.tan((step * turnStepDeg * Math.PI) / 180);
  let least = Infinity;
  let largest = -Infinity;
  for (let i = 0; i < across.length; i++) {
    least = Math.min(least, across[i]);
    largest = Math.max(largest, across[i]);
  }
  // However it slopes, a line is met beyond what is drawn by no more than this.
  const beyond = Math.ceil(extentMm * slopeOf(steps)) + 1;
  const bins = new Int32Array(Math.ceil(largest - least) + 2 * beyond + 1);
  let best = 0;
  let most = -1;
  for (let step = -steps; step <= steps; step++) {
    const slope = slopeOf(step);
    bins.fill(0);
    for (let i = 0; i < along.length; i++) bins[Math.round(across[i] - slope * along[i] - least) + beyond]++;
    // Of slopes alike, the straighter one.
    const gathered = bins.reduce((sum, count) => sum + count * count, 0) * (1 - 1e-3 * Math.abs(step));
    if (gathered > most) {
      most = gathered;
      best = slope;
    }
  }
  return best;
}

/** Whether a line is seen is told by stretches of this length, mm. */
const stretchMm = 2;

/** Where lines of a slope begin that are seen along enough of the drawing. */
function offsetsSeen({ along, across, extentMm }: Places, slope: number): number[] {
  const order = Array.from(along, (_, i) => i);
  const offsetOf = (i: number) => across[i] - slope * along[i];
  order.sort((a, b) => offsetOf(a) - offsetOf(b));
  const candidates: { offset: number; seenMm: number }[] = [];
  const stretches = new Map<number, number>();
  const count = (i: number, by: number) => {
    const stretch = Math.floor(along[i] / stretchMm);
    const now = (stretches.get(stretch) ?? 0) + by;
    if (now > 0) stretches.set(stretch, now);
    else stretches.delete(stretch);
  };
  // A window as wide as such a line, moved over all offsets.
  for (let from = 0, to = 0; from < order.length; from++) {
    const least = offsetOf(order[from]);
    while (to < order.length && offsetOf(order[to]) <= least + withinMm) count(order[to++], 1);
    const seenMm = stretches.size * stretchMm;
    if (seenMm >= Math.max(minLengthMm, minSeen * extentMm))
      candidates.push({ offset: (least + offsetOf(order[to - 1])) / 2, seenMm });
    count(order[from], -1);
  }
  candidates.sort((a, b) => b.seenMm - a.seenMm);
  const offsets: number[] = [];
  for (const { offset } of candidates)
    if (offsets.every((other) => Math.abs(other - offset) >= apartMm)) offsets.push(offset);
  return offsets;
}

/** What of a line is none of the construction. */
function piecesBeside(
  line: FoundLine,
  construction: readonly StraightLine[],
  belongs: KnownLines,
): FoundLine[] {
  const run = asRun(line);
  const isKept = Uint8Array.from({ length: run.length / 2 }, (_, i) =>
    isOnOne(run, i, construction) && !runsAlong(run, i, belongs, belongsMm) ? 0 : 1,
  );
  if (!isKept.includes(0)) return [line];
  return keptPieces(run, line.closed, isKept)
    .filter((piece) => polylineLength(piece) >= minPieceMm)
    .map((piece) => ({ ...line, points: piece, closed: false }));
}

/** Whether a run lies on a line of the construction at a point, and goes its way. */
function isOnOne(run: Float64Array, i: number, construction: readonly StraightLine[]): boolean {
  const [px, py] = [run[2 * i], run[2 * i + 1]];
  const near = construction.filter(({ x, y, tx, ty }) => Math.abs((px - x) * ty - (py - y) * tx) <= withinMm);
  if (near.length === 0) return false;
  const angleRad = courseRad(run, i);
  const [dx, dy] = [Math.cos(angleRad), Math.sin(angleRad)];
  return near.some(({ tx, ty }) => Math.abs(dx * ty - dy * tx) <= maxAslant);
}
