import type { KnownLines } from '../../registration/known-lines.js';
import type { Course, Taken } from './alignment.js';

/** A line is looked for this far to each side of where it belongs when nothing else is said, in steps of so much, mm. */
const usualReachMm = 10;
const stepMm = 0.8;

/** What is drawn this near to a line, shifted, speaks for the shift, mm. */
const nearMm = 0.8;

/** A line is tried by about so many of its places. */
const maxPlaces = 70;

/** A shift for which less of the line speaks than this is not worth trying, and no more than so many are. */
const minShare = 0.4;
const mostShifts = 4;

/** Each mm that a shift goes further has to be made up for by this share of the line. */
const eachMmFurther = 0.01;

/** Shifts that lay most of a line on what is drawn and not taken, the likeliest first. */
export function likelyShifts(
  course: Course,
  drawn: KnownLines,
  taken: Taken,
  reachMm = usualReachMm,
): { dx: number; dy: number }[] {
  const every = Math.max(1, Math.ceil(course.x.length / maxPlaces));
  const places = Array.from({ length: Math.ceil(course.x.length / every) }, (_, k) => k * every);
  const steps = Math.round(reachMm / stepMm);
  const side = 2 * steps + 1;
  const shares = new Float32Array(side * side);
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const [dx, dy] = [(column - steps) * stepMm, (row - steps) * stepMm];
      // Of shifts alike the smaller is the likelier.
      const further = eachMmFurther * Math.hypot(dx, dy);
      // Once too much is bare for the shift to be worth trying, the rest is not looked at.
      const maxBare = (1 - minShare - further) * places.length;
      let bare = 0;
      for (let k = 0; k < places.length && bare <= maxBare; k++) {
        const i = places[k];
        const x = course.x[i] + dx;
        const y = course.y[i] + dy;
        const nearest = drawn.nearest(x, y, course.angleRad[i], nearMm);
        if (nearest < 0 || taken(nearest) || drawn.off(nearest, x, y).away > nearMm) bare++;
      }
      shares[row * side + column] = bare > maxBare ? 0 : 1 - bare / places.length - further;
    }
  const peaks: { dx: number; dy: number; share: number }[] = [];
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const share = shares[row * side + column];
      if (share < minShare) continue;
      let isPeak = true;
      for (let y = Math.max(0, row - 1); y <= Math.min(side - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(side - 1, column + 1); x++)
          if (shares[y * side + x] > share) isPeak = false;
      if (isPeak) peaks.push({ dx: (column - steps) * stepMm, dy: (row - steps) * stepMm, share });
    }
  return peaks.sort((a, b) => b.share - a.share).slice(0, mostShifts);
}
