import type { SizeMm } from '../../units/index.js';
import { KnownLines } from '../registration/known-lines.js';
import {
  about,
  aligned,
  hitsOf,
  movedBy,
  unmoved,
  type MoveFreedom,
  type Similarity,
  type Taken,
} from './alignment.js';
import type { Wanted } from './course.js';
import { likelyShifts } from './likely-shifts.js';
import { movesTogether } from './moves-together.js';

/** How a line of the map was drawn. */
export type Match = {
  wanted: Wanted;
  /** From where it belongs to where it is drawn. */
  move: Similarity;
  /** Share of its length that is drawn there. */
  drawn: number;
  /** Mean displacement, mm: to the right and down. */
  dx: number;
  dy: number;
  /** Mean and largest distance of what is drawn from where it belongs, mm. */
  off: number;
  worst: number;
  status: 'true' | 'moved' | 'missing' | 'unclear';
};

/** How far off a line is still true, mm. */
export type Tolerance = { offMm: number };

/** What is drawn this near to a line, once it was moved, is that line, mm. */
export const sameMm = 0.8;

/** A line drawn along less than this is missing; along less than that it is unclear. */
const minDrawn = 0.4;
const minClear = 0.55;

const nearSteps: readonly (readonly [number, MoveFreedom])[] = [
  [2.6, 'shift'],
  [1.6, 'shift'],
  [1, 'shift'],
];
const closeSteps: readonly (readonly [number, MoveFreedom])[] = [
  [2, 'shift'],
  [1.2, 'shift'],
];
const turnedSteps: readonly (readonly [number, MoveFreedom])[] = [
  [2, 'similarity'],
  [1.2, 'similarity'],
  [0.9, 'similarity'],
];
/** A shorter line says nothing of its turn and size, mm. */
const minTurnedMm = 12;

/** A line moved by each further mm has to be seen along so much more of its length. */
const shareEachMm = 0.02;

/** Lines this near to each other, mm, may have been put wrongly together. */
const besideMm = 30;

/**
 * Finds each line of the map in the drawing: first those about where they belong, then, of what is not theirs, those
 * further off. What is drawn counts for one line only, the one that explains it best.
 *
 * @param wanted lines of the map as the whole drawing has them
 * @param drawn what is drawn
 */
export function matchLines(
  wanted: readonly Wanted[],
  drawn: KnownLines,
  sheet: SizeMm,
  { offMm }: Tolerance,
): Match[] {
  const owner = new Int32Array(drawn.count).fill(-1);
  const matches = wanted.map((line) =>
    bestOf(line, drawn, [unmoved(line.cx, line.cy)], nearSteps, () => false, drawn),
  );
  const isInPlace = (match: Match) =>
    match.drawn >= minClear && Math.hypot(match.move.dx, match.move.dy) <= offMm && match.off <= offMm;
  claimNearest(matches, drawn, owner, isInPlace);
  const settled = matches.map((match, k) => {
    if (!isInPlace(match)) return false;
    // What is drawn belongs to the line that lies nearer: with too little of its own, this one is not there.
    const own = measured(match.wanted, match.move, drawn, (i) => owner[i] >= 0 && owner[i] !== k);
    return own.drawn >= minDrawn;
  });
  const rest = new KnownLines(
    unclaimedRuns(drawn, (i) => owner[i] >= 0 && settled[owner[i]]),
    sheet,
  );
  settleMoved(matches, settled, rest, drawn);
  return matches.map((match, k) => {
    if (settled[k]) return { ...match, status: isOff(match, offMm) ? 'moved' : 'true' };
    const here = measured(match.wanted, unmoved(match.wanted.cx, match.wanted.cy), drawn, () => false);
    return { ...here, status: isBare(match.wanted, drawn) ? 'missing' : 'unclear' };
  });
}

/** How often lines that are not settled are looked at again, with what was learned beside them. */
const passes = 3;

/** Alone a line is looked for no further off than this share of its length, and a shorter one than this only close by, mm. */
const maxAloneShare = 0.4;
const minAloneMm = 15;
/** One that is closed cannot be mistaken for a piece of another as easily. */
const minClosedMm = 10;

/** What is found further off than this without anything beside it having moved alike has to be seen all the clearer, mm. */
const nearMm = 2;
const shareEachFurtherMm = 0.05;
const maxNeeded = 0.85;
/** What is as long as this may lie on other strokes by chance, mm; half of a longer one hardly does. */
const chanceMm = 30;
/** Movements that differ by no more than this are alike, mm. */
const alikeMm = 1.2;

/**
 * Finds lines elsewhere, among what belongs to none that is in place. Lines that lie together are first tried as one,
 * and what moved shows where what lies beside it may have moved: so lines are settled from the surest on, and looked at again.
 */
function settleMoved(matches: Match[], settled: boolean[], rest: KnownLines, drawn: KnownLines): void {
  const owner = new Int32Array(rest.count).fill(-1);
  const isTaken: Taken = (i) => owner[i] >= 0;
  const together = movesTogether(
    matches.filter((_, k) => !settled[k]).map(({ wanted }) => wanted),
    rest,
  );
  for (let pass = 0; pass < passes; pass++) {
    const tried = matches.flatMap(({ wanted }, k) => {
      if (settled[k]) return [];
      const still = unmoved(wanted.cx, wanted.cy);
      const backed = [...(together.get(wanted) ?? []), ...movesBeside(wanted, matches, settled)];
      const alone =
        pass === 0 && wanted.lengthMm >= (wanted.closed ? minClosedMm : minAloneMm)
          ? likelyShifts(wanted.course, rest, isTaken)
          : [];
      const starts = [
        still,
        ...backed,
        ...alone
          .filter(({ dx, dy }) => Math.hypot(dx, dy) <= maxAloneShare * wanted.lengthMm)
          .map((shift) => ({ ...still, ...shift })),
      ];
      const match = bestOf(wanted, rest, starts, closeSteps, isTaken, drawn);
      return [{ k, match, needed: neededShare(match, backed) }];
    });
    // The surest first: of two that lie on one stroke alike, the one that has less far to go.
    const sureness = ({ match, needed }: (typeof tried)[number]) =>
      (match.drawn + minClear - needed) * match.wanted.lengthMm;
    tried.sort((a, b) => sureness(b) - sureness(a));
    for (const { k, match, needed } of tried) {
      const now = measured(match.wanted, match.move, rest, isTaken);
      if (now.drawn < minClear || now.drawn + hiddenCounts * shareHidden(match.wanted, now, drawn) < needed)
        continue;
      matches[k] = now;
      for (const hit of hitsOf(match.wanted.course, match.move, rest, sameMm, isTaken))
        mark(owner, rest, hit.drawn, k);
      settled[k] = true;
    }
  }
}

/** How much of a line has to be seen to be believed: more, the further off it is, unless something beside it moved alike. */
function neededShare({ move, wanted }: Match, backed: readonly Similarity[]): number {
  const by = Math.hypot(move.dx, move.dy);
  if (by <= nearMm || backed.some(({ dx, dy }) => Math.hypot(dx - move.dx, dy - move.dy) <= alikeMm))
    return minClear;
  const each = shareEachFurtherMm * Math.min(1, chanceMm / wanted.lengthMm);
  return Math.min(maxNeeded, minClear + each * (by - nearMm));
}

export const isOff = ({ dx, dy, off }: Match, offMm: number) => Math.hypot(dx, dy) > offMm || off > offMm;

/** Where less of a line than this share has anything drawn within so many mm, whichever way it runs, the paper is bare. */
const maxBare = 0.65;
const inkNearMm = 0.8;
/** Of a shorter line that cannot be told, mm: its neighbours' strokes cover it. */
const minMissingMm = 4;

/** Whether the paper is bare where a line belongs: where other lines' ink runs over it, it cannot be told that it is missing. */
function isBare({ course: { x, y }, lengthMm }: Wanted, drawn: KnownLines): boolean {
  if (lengthMm < minMissingMm) return false;
  let near = 0;
  for (let i = 0; i < x.length; i++) if (drawn.nearest(x[i], y[i], null, inkNearMm) >= 0) near++;
  return near < maxBare * x.length;
}

/** Movements of lines nearby that were found elsewhere. */
function movesBeside(line: Wanted, matches: readonly Match[], settled: readonly boolean[]): Similarity[] {
  return matches.flatMap(({ wanted, move }, k) => {
    if (!settled[k] || wanted === line || Math.hypot(move.dx, move.dy) < 1) return [];
    if (Math.hypot(wanted.cx - line.cx, wanted.cy - line.cy) > besideMm) return [];
    return [about(move, line.cx, line.cy)];
  });
}

/** Ink that runs another way, where lines meet and cross, hides a line: it counts so much as one that is seen. */
const hiddenCounts = 0.8;

/** The share of a line, moved, that is not seen, but where other ink would hide it. */
function shareHidden(line: Wanted, { move, drawn }: Match, all: KnownLines): number {
  const { x, y } = line.course;
  let inked = 0;
  for (let i = 0; i < x.length; i++)
    if (all.nearest(...movedBy(move, x[i], y[i]), null, inkNearMm) >= 0) inked++;
  return Math.max(0, inked / x.length - drawn);
}

/**
 * The movement that lays most of a line on what is drawn, of several to begin with.
 *
 * @param all everything that is drawn, taken or not: what may hide a line
 */
function bestOf(
  line: Wanted,
  drawn: KnownLines,
  starts: readonly Similarity[],
  steps: readonly (readonly [number, MoveFreedom])[],
  taken: Taken,
  all: KnownLines,
): Match {
  let best: { match: Match; score: number } | null = null;
  for (const start of starts) {
    const shifted = aligned(line.course, start, drawn, steps, taken);
    const moves = [shifted];
    if (line.slide) moves.push(slidBack(shifted, line.slide));
    if (line.lengthMm >= minTurnedMm) moves.push(aligned(line.course, shifted, drawn, turnedSteps, taken));
    for (const move of moves) {
      const match = measured(line, move, drawn, taken);
      const score =
        match.drawn +
        hiddenCounts * shareHidden(line, match, all) -
        shareEachMm * Math.hypot(move.dx, move.dy);
      // A turn has to be worth it: ends of a line are easily pulled aside.
      if (!best || score > best.score + (move.b === 0 ? 0 : 0.04)) best = { match, score };
    }
  }
  return best?.match ?? measured(line, unmoved(line.cx, line.cy), drawn, taken);
}

/** A movement without what slides a line along itself. */
export function slidBack(move: Similarity, [ux, uy]: readonly [number, number]): Similarity {
  const along = move.dx * ux + move.dy * uy;
  return { ...move, dx: move.dx - along * ux, dy: move.dy - along * uy };
}

/** How much of a line is drawn where it was moved to, and how far that is from where it belongs. */
export function measured(wanted: Wanted, move: Similarity, drawn: KnownLines, taken: Taken): Match {
  const { course } = wanted;
  let [dx, dy, off, worst, count] = [0, 0, 0, 0, 0];
  for (const { i, drawn: k, x, y, across } of hitsOf(course, move, drawn, sameMm, taken)) {
    const right = x + across * drawn.ty[k] - course.x[i];
    const down = y - across * drawn.tx[k] - course.y[i];
    dx += right;
    dy += down;
    off += Math.hypot(right, down);
    worst = Math.max(worst, Math.hypot(right, down));
    count++;
  }
  const mean = (sum: number) => (count > 0 ? sum / count : 0);
  return {
    wanted,
    move,
    drawn: count / course.x.length,
    dx: mean(dx),
    dy: mean(dy),
    off: mean(off),
    worst,
    status: 'unclear',
  };
}

/** A sample that is drawn for a line is so with those beside it on its stroke. */
const besideSamples = 1;

function mark(owner: Int32Array, drawn: KnownLines, at: number, line: number): void {
  for (let k = -besideSamples; k <= besideSamples; k++)
    if (drawn.line[at + k] === drawn.line[at] && owner[at + k] < 0) owner[at + k] = line;
}

/** Gives what is drawn to the lines in place, each sample to the one nearest to it. */
function claimNearest(
  matches: readonly Match[],
  drawn: KnownLines,
  owner: Int32Array,
  isInPlace: (match: Match) => boolean,
): void {
  const nearest = new Float32Array(owner.length).fill(Infinity);
  matches.forEach((match, line) => {
    if (!isInPlace(match)) return;
    for (const { i, drawn: k, x, y, away } of hitsOf(
      match.wanted.course,
      match.move,
      drawn,
      sameMm,
      () => false,
    )) {
      // By where the line belongs: one that had to be moved onto it comes second.
      const belongs = Math.hypot(x - match.wanted.course.x[i], y - match.wanted.course.y[i]) + away;
      for (let beside = -besideSamples; beside <= besideSamples; beside++) {
        const at = k + beside;
        if (drawn.line[at] !== drawn.line[k] || belongs >= nearest[at]) continue;
        nearest[at] = belongs;
        owner[at] = line;
      }
    }
  });
}

/** What is drawn and belongs to no line yet, as runs. */
function unclaimedRuns(drawn: KnownLines, taken: Taken): Float64Array[] {
  const runs: number[][] = [];
  for (let i = 0; i < drawn.count; i++) {
    if (taken(i)) continue;
    const goesOn = i > 0 && drawn.line[i] === drawn.line[i - 1] && !taken(i - 1);
    if (!goesOn) runs.push([]);
    runs[runs.length - 1].push(drawn.x[i], drawn.y[i]);
  }
  return runs.filter((run) => run.length >= 4).map((run) => Float64Array.from(run));
}
