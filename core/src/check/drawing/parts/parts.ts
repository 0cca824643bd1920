import { about, aligned, movedBy, movementOf, type Similarity } from '../match/alignment.js';
import { together } from '../match/course.js';
import type { Match } from '../match/match.js';
import { areBeside } from '../match/moves-together.js';
import type { KnownLines } from '../../registration/known-lines.js';

/** Lines that were put, turned or sized wrongly together. */
export type MovedPart = {
  matches: Match[];
  /** About the middle of its lines. */
  move: Similarity;
  lengthMm: number;
};

/** Lines of a part lie within this of another of its lines, mm. */
export const partBesideMm = 14;

/** A line belongs to a part whose movement explains its own within this, mm, in the mean. */
const agreesMm = 0.7;

/** Sizes and turns told from less than this are not sure, mm of line. */
const minSizedMm = 45;

/**
 * Lines that were moved and lie beside each other, gathered as long as one shift, turn and scale explains them; each
 * alone where nothing beside it moved alike.
 */
export function movedParts(matches: readonly Match[], drawn: KnownLines): MovedPart[] {
  const open = matches
    .filter(({ status }) => status === 'moved')
    .sort((a, b) => b.wanted.lengthMm - a.wanted.lengthMm);
  const parts: MovedPart[] = [];
  while (open.length > 0) {
    const [first] = open.splice(0, 1);
    let part: MovedPart = { matches: [first], move: first.move, lengthMm: first.wanted.lengthMm };
    for (let grown = true; grown;) {
      grown = false;
      for (const match of [...open]) {
        if (!part.matches.some((other) => areBeside(other.wanted, match.wanted, partBesideMm))) continue;
        const more = partOf([...part.matches, match], part.move, drawn);
        if (more.matches.some((each) => disagreement(each, more.move) > agreesMm)) continue;
        part = more;
        open.splice(open.indexOf(match), 1);
        grown = true;
      }
    }
    parts.push(partOf(part.matches, part.move, drawn));
  }
  return parts.sort((a, b) => amount(b) - amount(a));
}

/** How much is wrong with a part: what is furthest off, and how much of it there is. */
function amount({ matches }: MovedPart): number {
  return (
    Math.max(...matches.map(({ worst }) => worst)) +
    0.01 * matches.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0)
  );
}

function partOf(matches: Match[], from: Similarity, drawn: KnownLines): MovedPart {
  const course = together(matches.map(({ wanted }) => wanted.course));
  const count = course.x.length;
  const cx = course.x.reduce((sum, x) => sum + x, 0) / count;
  const cy = course.y.reduce((sum, y) => sum + y, 0) / count;
  const lengthMm = matches.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0);
  // Two lines and more are first laid as their own movements say, so that none is drawn to a neighbour's stroke.
  const likely =
    matches.length === 1
      ? from
      : movementOf(matches.map(({ wanted, move }) => ({ course: wanted.course, move })));
  const start = about(likely, cx, cy);
  const steps =
    lengthMm >= minSizedMm
      ? ([
          [1.6, 'similarity'],
          [1, 'similarity'],
        ] as const)
      : ([[1.6, 'shift']] as const);
  return { matches, move: aligned(course, start, drawn, steps), lengthMm };
}

/** How far a line's own movement is from that of a part, across the line, in the mean, mm. */
function disagreement({ wanted, move }: Match, part: Similarity): number {
  const { x, y, angleRad } = wanted.course;
  let sum = 0;
  for (let i = 0; i < x.length; i++) {
    const [ax, ay] = movedBy(move, x[i], y[i]);
    const [bx, by] = movedBy(part, x[i], y[i]);
    sum += Math.abs((bx - ax) * -Math.sin(angleRad[i]) + (by - ay) * Math.cos(angleRad[i]));
  }
  return sum / x.length;
}

/** Whether size and turn of a part can be told. */
export const isSized = ({ lengthMm }: Pick<MovedPart, 'lengthMm'>): boolean => lengthMm >= minSizedMm;
