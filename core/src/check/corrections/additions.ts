import { polylineLength, reversedPoints, stepLength, turnBetween, type Rect } from '../../geometry/index.js';
import { keptPieces, asRun, type FoundLine } from '../registration/found-lines.js';
import type { KnownLines } from '../registration/known-lines.js';

/** A line that was drawn onto a sheet, mm: x0, y0 …; a closed one ends where it begins. */
export type Addition = {
  points: Float64Array;
  lengthMm: number;
  widthMm: number;
  /** How dark it is, the darkest lines of the drawing being 1. */
  strength: number;
};

/** A line that runs along a known one within this is that line, mm: drawing over a line changes nothing. */
const sameMm = 0.75;

/** Where what is drawn runs along a known line for no longer than this it only crosses it, mm. */
const crossedMm = 5;

/** A shorter piece is a blot, or the corner where two printed lines meet, mm. */
const minPieceMm = 0.8;

/** Ink spreads into words by so much, mm. */
const besideWordsMm = 0.8;

/** Lines found that are not among those that are known, cut where they run along one of them. */
export function findAdditions(
  found: readonly FoundLine[],
  known: KnownLines,
  { window, words }: { window: Rect; words: readonly Rect[] },
): Addition[] {
  const isOutside = (x: number, y: number) =>
    !isIn(window, x, y, 0) || words.some((box) => isIn(box, x, y, besideWordsMm));
  return found.flatMap((line) => {
    const { closed, widthMm, strength } = line;
    const own = asRun(line);
    const count = own.length / 2;
    const isNew = new Uint8Array(count);
    const outside = new Uint8Array(count);
    for (let i = 0; i < count; i++) {
      const [x, y] = [own[2 * i], own[2 * i + 1]];
      outside[i] = isOutside(x, y) ? 1 : 0;
      isNew[i] = outside[i] || runsAlong(own, i, known, sameMm) ? 0 : 1;
    }
    fillCrossings(own, isNew, outside);
    return keptPieces(own, closed, isNew).flatMap((points) => {
      const lengthMm = polylineLength(points);
      return lengthMm >= minPieceMm ? [{ points, lengthMm, widthMm, strength }] : [];
    });
  });
}

const isIn = ({ x, y, width, height }: Rect, px: number, py: number, beside: number) =>
  px >= x - beside && py >= y - beside && px <= x + width + beside && py <= y + height + beside;

/** The direction of a line is read over so many points to each side. */
const courseArm = 4;

/** The direction of a run (x0, y0 …) at one of its points. */
export function courseRad(points: Float64Array, i: number): number {
  const last = points.length / 2 - 1;
  const [from, to] = [Math.max(0, i - courseArm), Math.min(last, i + courseArm)];
  return Math.atan2(points[2 * to + 1] - points[2 * from + 1], points[2 * to] - points[2 * from]);
}

/** Whether a run goes along a known line within some mm at one of its points. */
export function runsAlong(points: Float64Array, i: number, known: KnownLines, withinMm: number): boolean {
  return known.passesBy(points[2 * i], points[2 * i + 1], courseRad(points, i), withinMm);
}

/** Short stretches along a known line between two that are new are crossings of it. */
function fillCrossings(points: Float64Array, isNew: Uint8Array, outside: Uint8Array): void {
  let last = -1;
  for (let i = 0; i < isNew.length; i++) {
    if (!isNew[i]) continue;
    if (last >= 0 && i > last + 1) {
      const stretch = polylineLength(points.subarray(2 * last, 2 * i + 2));
      if (stretch <= crossedMm && !outside.subarray(last, i).includes(1)) isNew.fill(1, last, i);
    }
    last = i;
  }
}

/** Pieces of a new line end at a line they cross: so wide a gap is closed, mm, where they go on in each other. */
const maxGapMm = 4;
/** Over a narrower gap the way across it says little, mm. */
const closeMm = 1;
const maxGapTurnRad = (35 * Math.PI) / 180;

/** The direction a piece leads on in is read over so many points, but for the last, which the crossing bends. */
const endArm = 14;
const bentPoints = 3;

/** Pieces that go on in each other made one. */
export function joinPieces(additions: readonly Addition[]): Addition[] {
  const pieces = [...additions];
  for (let i = 0; i < pieces.length; i++) {
    for (let onward = findOnward(pieces, i); onward; onward = findOnward(pieces, i)) {
      const [one, other] = [pieces[i], pieces[onward.other]];
      const first = onward.atStart ? reversedPoints(one.points) : one.points;
      const second = onward.toEnd ? reversedPoints(other.points) : other.points;
      const points = Float64Array.of(...first, ...second);
      const share = one.lengthMm / (one.lengthMm + other.lengthMm);
      pieces[i] = {
        points,
        lengthMm: polylineLength(points),
        widthMm: share * one.widthMm + (1 - share) * other.widthMm,
        strength: share * one.strength + (1 - share) * other.strength,
      };
      pieces.splice(onward.other, 1);
      if (onward.other < i) i--;
    }
  }
  return pieces;
}

type Onward = { other: number; atStart: boolean; toEnd: boolean };

/** The piece that goes on nearest in the direction one of the ends of a piece leads in. */
function findOnward(pieces: readonly Addition[], i: number): Onward | null {
  let best: Onward | null = null;
  let least = maxGapMm;
  for (const atStart of [true, false]) {
    const end = endOf(pieces[i], atStart);
    for (let other = 0; other < pieces.length; other++) {
      if (other === i) continue;
      for (const toEnd of [true, false]) {
        const next = endOf(pieces[other], !toEnd);
        const [gx, gy] = [next.x - end.x, next.y - end.y];
        const gap = stepLength(gx, gy);
        const turn = turnBetween(end.dx, end.dy, -next.dx, -next.dy);
        const aside = gap > closeMm ? turnBetween(end.dx, end.dy, gx, gy) : 0;
        if (gap >= least || turn > maxGapTurnRad || aside > maxGapTurnRad) continue;
        best = { other, atStart, toEnd };
        least = gap;
      }
    }
  }
  return best;
}

/** An end of a piece, and the direction it leads on in. */
function endOf({ points }: Addition, atStart: boolean) {
  const last = points.length / 2 - 1;
  const at = (k: number) => 2 * (atStart ? Math.min(last, k) : Math.max(0, last - k));
  const [end, near, far] = [at(0), at(last > endArm ? bentPoints : 0), at(endArm)];
  return {
    x: points[end],
    y: points[end + 1],
    dx: points[near] - points[far],
    dy: points[near + 1] - points[far + 1],
  };
}
