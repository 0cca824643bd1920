import { fitLine, normalsOf } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import { pointsOfHeading } from './arm-ends.js';
import type { Centred } from '../stroke.js';

/** How far from a meeting another stroke's ink runs in, as a share of its reach; it is told by so many times the width the arm has beyond. */
const spoiltReach = 1.5;
const spoiltWidth = 1.08;

/** An arm that widens by itself lies straight as it is read: moving it would put it this many times as far aside, in squares. */
const maxWorse = 16;

/**
 * Puts the ends of an arm back to the middle of its own ink.
 *
 * Where strokes run together the ink of both is read as one: too wide, with its middle drawn aside. One rim of it is
 * still the arm's own, the one that goes straight on; the middle lies half the arm's usual width from that.
 *
 * @param read an open arm as it was read, in pixels; it stays as it is
 * @param reaches how far the meetings at its first and last place reach, pixels; 0 where it ends by itself
 * @returns the same places, moved aside near its meetings, and no wider there than beyond
 */
export function centredByOwnRim(read: Centred, reaches: readonly [number, number]): Centred {
  const n = read.widths.length;
  const points = read.points.slice();
  const widths = read.widths.slice();
  const normals = normalsOf(read.points, false);
  reaches.forEach((reach, side) => {
    const at = (k: number) => (side === 0 ? k : n - 1 - k);
    const { count, usual } = spoiltPlaces(read.widths, at, reach);
    if (count === 0) return;
    const [a, b] = [at(count), at(count + pointsOfHeading(n - count, reach) - 1)];
    const ahead = fitLine(read.points, Math.min(a, b), Math.max(a, b));
    const [asRead, ...moved] = [0, 0.5, -0.5].map((share) => {
      const run = Array.from({ length: count }, (_, k) => {
        const i = at(k);
        const by = share * Math.max(0, read.widths[i] - usual);
        return [read.points[2 * i] + by * normals[2 * i], read.points[2 * i + 1] + by * normals[2 * i + 1]];
      });
      const aside = run.reduce((sum, [x, y]) => sum + (ahead.nx * x + ahead.ny * y - ahead.offset) ** 2, 0);
      return { run, aside };
    });
    const own = moved[0].aside < moved[1].aside ? moved[0] : moved[1];
    if (own.aside > maxWorse * asRead.aside) return;
    own.run.forEach((place, k) => {
      points.set(place, 2 * at(k));
      widths[at(k)] = Math.min(widths[at(k)], usual);
    });
  });
  return { points, widths, darkness: read.darkness };
}

/** How many places of an arm, counted from a meeting, have another stroke's ink beside them, and how wide the arm is beyond. */
function spoiltPlaces(
  widths: Float64Array,
  at: (k: number) => number,
  reach: number,
): { count: number; usual: number } {
  const most = Math.min(Math.floor(widths.length / 3), Math.round(spoiltReach * reach));
  const beyond = Float64Array.from(
    { length: Math.min(widths.length - most, 2 * most) },
    (_, k) => widths[at(most + k)],
  );
  const usual = beyond.length > 0 ? median(beyond) : Infinity;
  let count = 0;
  for (let k = 0; k < most; k++) if (widths[at(k)] > spoiltWidth * usual) count = k + 1;
  return { count, usual };
}
