import { hitsOf } from '../drawing/match/alignment.js';
import { sameMm, type Match } from '../drawing/match/match.js';
import type { FoundLine } from '../registration/found-lines.js';
import type { KnownLines } from '../registration/known-lines.js';

/**
 * How much darker than the paper a line is where it was drawn, L\*; null where none of it is seen.
 *
 * @param drawn what was found, a known line for each
 */
export function darknessOf(
  { wanted, move }: Match,
  drawn: KnownLines,
  found: readonly FoundLine[],
): number | null {
  const seen: number[] = [];
  for (const hit of hitsOf(wanted.course, move, drawn, sameMm))
    seen.push(found[drawn.line[hit.drawn]].darkness);
  return seen.length === 0 ? null : seen.sort((a, b) => a - b)[seen.length >> 1];
}
