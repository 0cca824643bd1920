import { movedBy } from '../drawing/match/alignment.js';
import type { Match } from '../drawing/match/match.js';
import { commonShift, shareExplained, type CommonShift, type Offset } from './common-shift.js';

/** Lines that lie elsewhere by one shift and turn: the sheet slipped, and they were traced after that. */
export type Slip = { shift: CommonShift; lines: string[] };

/** Fewer lines, or less of them, mm, are faults of the hand. */
const minLines = 3;
const minLengthMm = 40;

/** A line was traced after the slip when so much of it is explained by it. */
const minOfLine = 0.6;

/** Places of a course that are looked at: every so many. */
const thin = 4;

/** The slip that lines found elsewhere have in common; null where they have none. */
export function findSlip(matches: readonly Match[]): Slip | null {
  const moved = matches.filter(({ status }) => status === 'moved');
  const offsets = moved.map(offsetsOf);
  const shift = commonShift(offsets.flat());
  if (!shift) return null;
  const slipped = moved.filter((_, k) => shareExplained(shift, offsets[k]) >= minOfLine);
  const lengthMm = slipped.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0);
  if (slipped.length < minLines || lengthMm < minLengthMm) return null;
  return { shift, lines: slipped.map(({ wanted }) => wanted.id) };
}

function offsetsOf({ wanted: { course }, move }: Match): Offset[] {
  const offsets: Offset[] = [];
  for (let i = 0; i < course.x.length; i += thin) {
    const [x, y] = [course.x[i], course.y[i]];
    const [toX, toY] = movedBy(move, x, y);
    const [nx, ny] = [-Math.sin(course.angleRad[i]), Math.cos(course.angleRad[i])];
    offsets.push({ x, y, nx, ny, offMm: nx * (toX - x) + ny * (toY - y) });
  }
  return offsets;
}
