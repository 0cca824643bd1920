import type { KnownLines } from '../registration/known-lines.js';
import { about, type Similarity } from './alignment.js';
import { measured, type Match, type Tolerance } from './match-lines.js';
import { areBeside } from './moves-together.js';
import type { MovedPart } from './parts.js';

/** A straight line may have slid with a part this near to it, mm … */
const besideMm = 14;
/** … when so much more of its length, as a share, is seen there. */
const minGain = 0.04;
/** … and it slid further than this, mm, and than what is still true: less its ends do not tell. */
const minSlideMm = 1.2;

/**
 * A straight line that slides along itself is hardly seen to: only its ends tell. Where lines beside it were moved
 * together, and it is seen along more of its length when it is moved with them, it was moved too; and those that were
 * found to be moved slid as their part did.
 */
export function withSlides(
  matches: readonly Match[],
  parts: readonly MovedPart[],
  drawn: KnownLines,
  { offMm }: Tolerance,
): Match[] {
  return matches.map((match) => {
    const { wanted, status } = match;
    if (wanted.slide === null || (status !== 'true' && status !== 'moved')) return match;
    for (const part of parts) {
      if (part.matches.length < 2) continue;
      const others = part.matches.filter((other) => other.wanted !== wanted);
      const isOwn = others.length < part.matches.length;
      if (!isOwn && !others.some((other) => areBeside(other.wanted, wanted, besideMm))) continue;
      const move = slid(match.move, about(part.move, wanted.cx, wanted.cy), wanted.slide);
      const along = Math.hypot(move.dx - match.move.dx, move.dy - match.move.dy);
      if (along < Math.max(minSlideMm, offMm)) continue;
      const there = measured(wanted, move, drawn, () => false);
      if (there.drawn < match.drawn + (isOwn ? -minGain : minGain)) continue;
      return displaced(there, along);
    }
    return match;
  });
}

/** A movement as it was across a line, and along it as another has it. */
function slid(own: Similarity, part: Similarity, [ux, uy]: readonly [number, number]): Similarity {
  const along = (part.dx - own.dx) * ux + (part.dy - own.dy) * uy;
  return { ...own, dx: own.dx + along * ux, dy: own.dy + along * uy };
}

function displaced(match: Match, alongMm: number): Match {
  const off = Math.max(match.off, Math.hypot(match.move.dx, match.move.dy));
  return { ...match, off, worst: Math.max(match.worst, alongMm, off), status: 'moved' };
}
