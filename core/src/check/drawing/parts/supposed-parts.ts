import type { KnownLines } from '../../registration/known-lines.js';
import { aligned, unmoved, type Similarity } from '../match/alignment.js';
import { together, type Wanted } from '../match/course.js';
import { likelyShifts } from '../match/likely-shifts.js';
import type { Match } from '../match/match.js';
import { areBeside } from '../match/moves-together.js';
import { isSized, movedParts, partBesideMm } from './parts.js';

/** A movement that lines beside each other may have in common. */
export type SupposedPart = {
  move: Similarity;
  /** Lines that were found to have moved so. */
  members: Wanted[];
  /** Lines that may have. */
  lines: Wanted[];
};

/** Less line than this says nothing of what lies beside it, mm. */
const minPartMm = 12;

/** Lines that may have been moved with others, beside these. */
export function linesBeside(matches: readonly Match[], members: readonly Wanted[]): Wanted[] {
  return matches
    .map(({ wanted }) => wanted)
    .filter(
      (line) => !members.includes(line) && members.some((member) => areBeside(member, line, partBesideMm)),
    );
}

/** What moved, and what lies beside it. */
export function partsFound(matches: readonly Match[], drawn: KnownLines): SupposedPart[] {
  return movedParts(matches, drawn)
    .filter(({ lengthMm }) => lengthMm >= minPartMm)
    .map((part) => {
      const members = part.matches.map(({ wanted }) => wanted);
      // How it was turned and sized is told from enough of it only.
      const move = isSized(part) ? part.move : { ...part.move, a: 1, b: 0 };
      return { move, members, lines: linesBeside(matches, members) };
    });
}

/** Lines whose middles lie this near to that of a line that is not where it belongs are looked at with it, mm … */
const aroundMm = 30;
/** … when there are so many, of so much length in all; a longer one than this reaches out of any part, mm. */
const minLines = 4;
const minTogetherMm = 60;
const maxLineMm = 90;

/** Shorter lines are no reason to look, mm; nor is one so near to another that was looked at, nor more than so many. */
const minReasonMm = 4;
const apartMm = 15;
const maxLooks = 12;

/** Lines that moved less than this together are no part, or further than that, mm; and so many movements are tried of each. */
const minMoveMm = 1.2;
const maxMoveMm = 6;
const mostMoves = 2;

const steps = [
  [2, 'similarity'],
  [1.4, 'similarity'],
  [1, 'similarity'],
] as const;

/** Where lines are not where they belong: what all lines around may have in common, whatever was found of each. */
export function partsSupposed(matches: readonly Match[], drawn: KnownLines): SupposedPart[] {
  const looked: Wanted[] = [];
  const astray = matches
    .filter(({ status, wanted }) => status !== 'true' && wanted.lengthMm >= minReasonMm)
    .map(({ wanted }) => wanted)
    .sort((a, b) => b.lengthMm - a.lengthMm);
  for (const line of astray) {
    if (looked.length >= maxLooks) break;
    if (looked.every(({ cx, cy }) => Math.hypot(cx - line.cx, cy - line.cy) >= apartMm)) looked.push(line);
  }
  return looked.flatMap(({ cx, cy }) => {
    const lines = matches
      .map(({ wanted }) => wanted)
      .filter((line) => line.lengthMm <= maxLineMm && Math.hypot(line.cx - cx, line.cy - cy) <= aroundMm);
    const lengthMm = lines.reduce((sum, line) => sum + line.lengthMm, 0);
    if (lines.length < minLines || lengthMm < minTogetherMm) return [];
    const course = together(lines.map((line) => line.course));
    return likelyShifts(course, drawn, () => false, maxMoveMm)
      .filter(({ dx, dy }) => Math.hypot(dx, dy) >= minMoveMm)
      .slice(0, mostMoves)
      .map((shift) => ({
        move: aligned(course, { ...unmoved(cx, cy), ...shift }, drawn, steps),
        members: [],
        lines,
      }));
  });
}
