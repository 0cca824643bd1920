import type { SizeMm } from '../../../units/index.js';
import type { KnownLines } from '../../registration/known-lines.js';
import type { Wanted } from './course.js';
import { matchEach } from './match-each.js';
import type { Match, Tolerance } from './match.js';
import { withPartMoves } from '../parts/part-moves.js';
import { withStrayStrokes } from './stray-strokes.js';

/**
 * Finds the lines of the map in a drawing: each by itself, then those that moved with others, then those that are left
 * over among strokes that are left over.
 *
 * @param wanted lines of the map as the whole drawing has them
 * @param drawn what is drawn
 */
export function matchLines(
  wanted: readonly Wanted[],
  drawn: KnownLines,
  sheet: SizeMm,
  tolerance: Tolerance,
): Match[] {
  const each = matchEach(wanted, drawn, sheet, tolerance);
  const inParts = withPartMoves(each, drawn, tolerance);
  return withStrayStrokes(inParts, drawn, sheet, tolerance);
}
