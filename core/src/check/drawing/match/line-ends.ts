import { minAlong, sampleMm, type KnownLines } from '../../registration/known-lines.js';
import { movedBy, turnRad, type Similarity } from './alignment.js';
import type { Wanted } from './course.js';
import { sameMm } from './match.js';

/** Ends are looked for this far from where they belong, in steps of so much, mm. */
const reachMm = 8;
const stepMm = 0.25;

/** What is drawn covers the paper along itself no further than this from a sample of it, mm: a little over half way to the next. */
const coversMm = 0.7 * sampleMm;

/** A stroke that is bare for longer than this has ended, mm. */
const maxGapMm = 0.8;

/** Ink this near that runs another way hides where a line ends, mm. */
const hidesMm = 1;

type Seen = 'drawn' | 'hidden' | 'bare';

/** What is seen of a line at a place: itself, ink that runs another way, or bare paper. */
function seenAt(drawn: KnownLines, x: number, y: number, angleRad: number): Seen {
  const nearest = drawn.nearest(x, y, angleRad, sameMm);
  if (nearest >= 0) {
    const [dx, dy] = [x - drawn.x[nearest], y - drawn.y[nearest]];
    const along = Math.abs(dx * drawn.tx[nearest] + dy * drawn.ty[nearest]);
    if (along <= coversMm && Math.abs(drawn.off(nearest, x, y).across) <= sameMm) return 'drawn';
  }
  const any = drawn.nearest(x, y, null, hidesMm);
  // What runs the same way is the end itself, a little further on.
  const runsAlike =
    any >= 0 && Math.abs(Math.cos(angleRad) * drawn.tx[any] + Math.sin(angleRad) * drawn.ty[any]) > minAlong;
  return any < 0 || runsAlike ? 'bare' : 'hidden';
}

/** Another line of the map that comes this near to an end of one, mm, is taken for its end, or its end for it. */
const besideMm = 1;

/** Which ends of a line lie free on the map, its first and its last: where another begins or passes, where it ends is not seen. */
export function freeEnds({ id, course: { x, y } }: Wanted, lines: readonly Wanted[]): [boolean, boolean] {
  const last = x.length - 1;
  const free: [boolean, boolean] = [true, true];
  for (const { id: otherId, course } of lines) {
    if (otherId === id) continue;
    for (let k = 0; k < course.x.length; k++) {
      const [ox, oy] = [course.x[k], course.y[k]];
      if ((ox - x[0]) ** 2 + (oy - y[0]) ** 2 <= besideMm * besideMm) free[0] = false;
      if ((ox - x[last]) ** 2 + (oy - y[last]) ** 2 <= besideMm * besideMm) free[1] = false;
    }
  }
  return free;
}

/**
 * How far inside a moved line, mm, what is drawn of it begins, and ends; less than 0 where it goes on beyond. Null for an end
 * that other ink hides, or that is not found.
 */
export function drawnEnds(
  { course: { x, y, angleRad } }: Wanted,
  move: Similarity,
  drawn: KnownLines,
): [number | null, number | null] {
  const last = x.length - 1;
  const turn = turnRad(move);
  const lengthMm = last * sampleMm;
  /** What is seen so far inside of an end: along the course, and straight on beyond it. */
  const seen = (end: number, inside: number): Seen => {
    const inward = end === 0 ? 1 : -1;
    const i = Math.min(last, Math.max(0, end + inward * Math.round(Math.max(0, inside) / sampleMm)));
    const beyond = Math.min(0, inside) * inward;
    const [px, py] = movedBy(move, x[i], y[i]);
    const angle = angleRad[i] + turn;
    return seenAt(drawn, px + beyond * Math.cos(angle), py + beyond * Math.sin(angle), angle);
  };
  const endAt = (end: number): number | null => {
    const reach = Math.min(reachMm, lengthMm / 2);
    const there = seen(end, 0);
    if (there === 'hidden') return null;
    if (there === 'bare') {
      for (let inside = stepMm; inside <= reach; inside += stepMm) {
        const now = seen(end, inside);
        if (now !== 'bare') return now === 'drawn' ? inside : null;
      }
      return null;
    }
    let furthest = 0;
    for (let beyond = stepMm; beyond <= reach; beyond += stepMm) {
      const now = seen(end, -beyond);
      if (now === 'hidden') return null;
      if (now === 'drawn') furthest = beyond;
      else if (beyond - furthest > maxGapMm) return -furthest;
    }
    return null;
  };
  return [endAt(0), endAt(last)];
}
