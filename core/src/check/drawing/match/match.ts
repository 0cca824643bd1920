import type { KnownLines } from '../../registration/known-lines.js';
import { hitsOf, movedBy, type Similarity, type Taken } from './alignment.js';
import type { Wanted } from './course.js';

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

/** How far off a line is still true, and how wide what it is drawn with is, mm. */
export type Tolerance = { offMm: number; strokeMm?: number };

/** What is drawn this near to a line, once it was moved, is that line, mm. */
export const sameMm = 0.8;

/** Whether a line lies further off, as a whole or in the mean along it, than is still true, mm. */
export const isOff = ({ dx, dy, off }: Match, offMm: number) => Math.hypot(dx, dy) > offMm || off > offMm;

/** A line that was found, as true or moved. */
export const asFound = (match: Match, offMm: number): Match => ({
  ...match,
  status: isOff(match, offMm) ? 'moved' : 'true',
});

/** Whether a line was found, where it belongs or elsewhere. */
export const isFound = ({ status }: Pick<Match, 'status'>): boolean =>
  status === 'true' || status === 'moved';

/** How much of a line is drawn where it was moved to, and how far that is from where it belongs. */
export function measured(wanted: Wanted, move: Similarity, drawn: KnownLines, taken?: Taken): Match {
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

/** Ink this near to a place covers it, whichever way it runs, mm. */
const inkNearMm = 0.8;

/** The share of a line, moved, beside which anything is drawn, whichever way it runs. */
export function shareInked({ course: { x, y } }: Wanted, move: Similarity, drawn: KnownLines): number {
  let inked = 0;
  for (let i = 0; i < x.length; i++)
    if (drawn.nearest(...movedBy(move, x[i], y[i]), null, inkNearMm) >= 0) inked++;
  return inked / x.length;
}
