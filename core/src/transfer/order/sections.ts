import { stepLength } from '../../geometry/index.js';
import type { TracingSpeed } from '../../map/index.js';
import type { TracedLines } from './traced-lines.js';

/** A line in the order of tracing. */
export type OrderedLine = {
  id: string;
  /** Traced from its last point to its first. */
  reversed: boolean;
  /** The point number a closed line begins and ends at; 0 for an open one. */
  start: number;
};

/**
 * A stretch of work between two breaks: the numbers of its lines in the order, both within it, how long it takes, and
 * the place of the transfer sheet, where it is moved from place to place.
 */
export type Section = { from: number; to: number; minutes: number; place: number | null };

/** A line that begins nearer than this to where the last one ended goes on without lifting, mm. */
export const joinedMm = 0.25;

/** The time from stroke to stroke covers a way of this; beyond it the hand moves this fast through the air. */
const coveredMm = 40;
const airMmPerSecond = 250;

/** A stretch is cut where it is at least and at most so much of what was asked for. */
const minShare = 0.7;
const maxShare = 1.2;
/** A lift this much farther makes up for a stretch twice as long, mm. */
const worthMm = 60;

/** The way of the lifted point to each line from the one before it, mm; 0 to the first. */
export function waysBetween(
  { lines, points }: TracedLines,
  order: readonly OrderedLine[],
  numberOf: ReadonlyMap<string, number>,
): Float64Array {
  const out = new Float64Array(order.length);
  let [x, y] = [0, 0];
  order.forEach(({ id, reversed, start }, k) => {
    const line = numberOf.get(id) ?? 0;
    const own = points[line];
    const { closed } = lines[line];
    const begin = closed ? 2 * start : reversed ? own.length - 2 : 0;
    const end = closed ? begin : own.length - 2 - begin;
    if (k > 0) out[k] = stepLength(own[begin] - x, own[begin + 1] - y);
    [x, y] = [own[end], own[end + 1]];
  });
  return out;
}

/**
 * Seconds each line of an order takes, the way to it included.
 *
 * @param waysMm to each line from the one before
 */
export function secondsEach(
  lengthsMm: ArrayLike<number>,
  waysMm: ArrayLike<number>,
  speed: TracingSpeed,
): Float64Array {
  return Float64Array.from(lengthsMm, (length, k) => {
    const way = waysMm[k];
    const lift = k > 0 && way <= joinedMm ? 0 : speed.secondsPerLift;
    return length / speed.mmPerSecond + lift + Math.max(0, way - coveredMm) / airMmPerSecond;
  });
}

/**
 * Cuts an order into stretches of about one length, at natural places: within what is near enough the length asked for,
 * where the point is lifted farthest anyway.
 *
 * @param seconds of each line
 * @param waysMm to each line from the one before
 * @param minutes a stretch should take
 */
export function cutSections(
  seconds: ArrayLike<number>,
  waysMm: ArrayLike<number>,
  minutes: number,
): Omit<Section, 'place'>[] {
  const count = seconds.length;
  const wanted = 60 * minutes;
  let left = 0;
  for (let k = 0; k < count; k++) left += seconds[k];
  const sections: Omit<Section, 'place'>[] = [];
  let from = 0;
  while (from < count) {
    // What is left is shared evenly, so that no last stretch of a few lines remains.
    const stretches = Math.ceil(left / (maxShare * wanted));
    const share = left / stretches;
    let to = count - 1;
    let spent = left;
    if (stretches > 1) {
      let best = -Infinity;
      let sum = 0;
      for (let k = from; k + 1 < count && sum < maxShare * share; k++) {
        sum += seconds[k];
        if (sum < minShare * share) continue;
        // A line that alone goes beyond is a stretch of its own.
        const suits = waysMm[k + 1] - (worthMm * Math.abs(sum - share)) / share;
        if (suits > best && (sum <= maxShare * share || best === -Infinity))
          [best, to, spent] = [suits, k, sum];
      }
    }
    sections.push({ from, to, minutes: spent / 60 });
    left -= spent;
    from = to + 1;
  }
  return sections;
}

/**
 * Cuts an order into stretches at each of the places of a sheet that is moved.
 *
 * @param placeOf the place of each line, in the order
 */
export function cutAtPlaces(
  seconds: Float64Array,
  waysMm: Float64Array,
  minutes: number,
  placeOf: Int32Array,
): Section[] {
  const sections: Section[] = [];
  for (let from = 0, to = 0; from < seconds.length; from = to) {
    const place = placeOf[from];
    while (to < seconds.length && placeOf[to] === place) to++;
    const own = cutSections(seconds.subarray(from, to), waysMm.subarray(from, to), minutes);
    for (const section of own)
      sections.push({ ...section, from: from + section.from, to: from + section.to, place });
  }
  return sections;
}
