import type { KnownLines } from '../../registration/known-lines.js';
import { aligned, unmoved, type MoveFreedom, type Similarity, type Taken } from './alignment.js';
import type { Wanted } from './course.js';
import { measured, shareInked, type Match } from './match.js';

const turnedSteps: readonly (readonly [number, MoveFreedom])[] = [
  [2, 'similarity'],
  [1.2, 'similarity'],
  [0.9, 'similarity'],
];
/** A shorter line says nothing of its turn and size, mm. */
const minTurnedMm = 12;

/** A line moved by each further mm has to be seen along so much more of its length. */
const shareEachMm = 0.02;

/** Ink that runs another way, where lines meet and cross, hides a line: it counts so much as one that is seen. */
const hiddenCounts = 0.8;

/** The share of a line that is seen where it was moved to, and what other ink hides of it for the better part. */
export function seenOrHidden({ wanted, move, drawn }: Match, all: KnownLines): number {
  return drawn + hiddenCounts * Math.max(0, shareInked(wanted, move, all) - drawn);
}

/** What a line is looked for in. */
export type Searched = {
  /** What is drawn and may be the line, but for what is taken. */
  drawn: KnownLines;
  taken: Taken;
  /** Everything that is drawn: what may hide a line. */
  all: KnownLines;
};

/**
 * The movement that lays most of a line on what is drawn.
 *
 * @param starts movements to begin with
 * @param steps how far off what is drawn may be, mm, and what may change, from far to near
 */
export function bestMove(
  line: Wanted,
  starts: readonly Similarity[],
  steps: readonly (readonly [number, MoveFreedom])[],
  { drawn, taken, all }: Searched,
): Match {
  let best: { match: Match; score: number } | null = null;
  for (const start of starts) {
    const shifted = aligned(line.course, start, drawn, steps, taken);
    const moves = [shifted];
    if (line.slide) moves.push(slidBack(shifted, line.slide));
    if (line.lengthMm >= minTurnedMm) moves.push(aligned(line.course, shifted, drawn, turnedSteps, taken));
    for (const move of moves) {
      const match = measured(line, move, drawn, taken);
      const score = seenOrHidden(match, all) - shareEachMm * Math.hypot(move.dx, move.dy);
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
