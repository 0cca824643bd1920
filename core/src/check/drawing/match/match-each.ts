import type { SizeMm } from '../../../units/index.js';
import { KnownLines } from '../../registration/known-lines.js';
import {
  about,
  hitsOf,
  unmoved,
  type Hit,
  type MoveFreedom,
  type Similarity,
  type Taken,
} from './alignment.js';
import { bestMove, seenOrHidden } from './best-move.js';
import type { Wanted } from './course.js';
import { likelyShifts } from './likely-shifts.js';
import { asFound, measured, sameMm, shareInked, type Match, type Tolerance } from './match.js';
import { movesTogether } from './moves-together.js';

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
/** A line lies off where it belongs when so much more of it is seen there, as a share. */
const minNearer = 0.15;
/** … but lines no further apart than this, mm, or than a stroke is wide, are one stroke, which stands for both. */
const minSharedMm = 0.8;
/** Lines this near to each other, mm, may have been put wrongly together. */
const besideMm = 30;

/**
 * Finds each line of the map in the drawing: first those about where they belong, then, of what is not theirs, those
 * further off. What is drawn counts for one line only, the one that explains it best.
 *
 * @param wanted lines of the map as the whole drawing has them
 * @param drawn what is drawn
 */
export function matchEach(
  wanted: readonly Wanted[],
  drawn: KnownLines,
  sheet: SizeMm,
  { offMm, strokeMm = 0 }: Tolerance,
): Match[] {
  const sharedMm = Math.max(minSharedMm, strokeMm);
  const owner = new Int32Array(drawn.count).fill(-1);
  const search = { drawn, taken: () => false, all: drawn };
  const matches = wanted.map((line) => {
    const still = unmoved(line.cx, line.cy);
    const near = bestMove(line, [still], nearSteps, search);
    // A short line is easily drawn to a neighbour's stroke: one that is seen about as well where it belongs lies there.
    const there = measured(line, still, drawn);
    return there.drawn >= near.drawn - minNearer ? there : near;
  });
  const isInPlace = (match: Match) =>
    match.drawn >= minDrawn &&
    Math.hypot(match.move.dx, match.move.dy) <= offMm &&
    match.off <= offMm &&
    (match.drawn >= minClear || seenOrHidden(match, drawn) >= minClear);
  const nearestMm = claimNearest(matches, drawn, owner, isInPlace);
  const settled = matches.map((match, k) => {
    if (!isInPlace(match)) return false;
    // What is drawn belongs to the line that lies nearer: with too little of its own, this one is not there …
    const isOwn = ({ drawn: at, ...hit }: Hit) =>
      owner[at] < 0 || owner[at] === k || nearestMm[at] + belongsMm(match, hit) <= sharedMm;
    const hits = hitsOf(match.wanted.course, match.move, drawn, sameMm);
    return hits.filter(isOwn).length >= minDrawn * match.wanted.course.x.length;
  });
  const rest = new KnownLines(
    drawn.runsWhere((i) => owner[i] < 0 || !settled[owner[i]]),
    sheet,
  );
  settleMoved(matches, settled, rest, drawn);
  return matches.map((match, k) => {
    if (settled[k]) return asFound(match, offMm);
    const here = measured(match.wanted, unmoved(match.wanted.cx, match.wanted.cy), drawn);
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
/** … and so much of it itself, whatever other ink hides. */
const minSeen = 0.44;
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
      const match = bestMove(wanted, starts, closeSteps, { drawn: rest, taken: isTaken, all: drawn });
      return [{ k, match, needed: neededShare(match, backed) }];
    });
    // The surest first: of two that lie on one stroke alike, the one that has less far to go.
    const sureness = ({ match, needed }: (typeof tried)[number]) =>
      (match.drawn + minClear - needed) * match.wanted.lengthMm;
    tried.sort((a, b) => sureness(b) - sureness(a));
    for (const { k, match, needed } of tried) {
      const now = measured(match.wanted, match.move, rest, isTaken);
      if (now.drawn < minSeen || seenOrHidden(now, drawn) < needed) continue;
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

/** Where less of a line than this share has anything drawn beside it, whichever way it runs, the paper is bare. */
const maxBare = 0.65;
/** Of a shorter line that cannot be told, mm: its neighbours' strokes cover it. */
const minMissingMm = 4;

/** Whether the paper is bare where a line belongs: where other lines' ink runs over it, it cannot be told that it is missing. */
function isBare(line: Wanted, drawn: KnownLines): boolean {
  return line.lengthMm >= minMissingMm && shareInked(line, unmoved(line.cx, line.cy), drawn) < maxBare;
}

/** Movements of lines nearby that were found elsewhere. */
function movesBeside(line: Wanted, matches: readonly Match[], settled: readonly boolean[]): Similarity[] {
  return matches.flatMap(({ wanted, move }, k) => {
    if (!settled[k] || wanted === line || Math.hypot(move.dx, move.dy) < 1) return [];
    if (Math.hypot(wanted.cx - line.cx, wanted.cy - line.cy) > besideMm) return [];
    return [about(move, line.cx, line.cy)];
  });
}

/** A sample that is drawn for a line is so with those beside it on its stroke. */
const besideSamples = 1;

function mark(owner: Int32Array, drawn: KnownLines, at: number, line: number): void {
  for (let k = -besideSamples; k <= besideSamples; k++)
    if (drawn.line[at + k] === drawn.line[at] && owner[at + k] < 0) owner[at + k] = line;
}

/**
 * Gives what is drawn to the lines in place, each sample to the one nearest to it.
 *
 * @param owner the line of each sample, −1 for none; written
 * @returns how far each sample lies from where its line belongs, mm
 */
function claimNearest(
  matches: readonly Match[],
  drawn: KnownLines,
  owner: Int32Array,
  isInPlace: (match: Match) => boolean,
): Float32Array {
  const nearestMm = new Float32Array(owner.length).fill(Infinity);
  matches.forEach((match, line) => {
    if (!isInPlace(match)) return;
    for (const { drawn: k, ...hit } of hitsOf(match.wanted.course, match.move, drawn, sameMm)) {
      const belongs = belongsMm(match, hit);
      for (let beside = -besideSamples; beside <= besideSamples; beside++) {
        const at = k + beside;
        if (drawn.line[at] !== drawn.line[k] || belongs >= nearestMm[at]) continue;
        nearestMm[at] = belongs;
        owner[at] = line;
      }
    }
  });
  return nearestMm;
}

/** How far off what is drawn is from where the line belongs, mm: one that had to be moved onto it comes second. */
function belongsMm({ wanted: { course } }: Match, { i, x, y, away }: Omit<Hit, 'drawn'>): number {
  return Math.hypot(x - course.x[i], y - course.y[i]) + away;
}
