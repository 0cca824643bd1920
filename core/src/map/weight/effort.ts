import { z } from 'zod';
import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { polylineLength } from '../../geometry/index.js';
import { pencilStrokesOf, strokeLengthMm } from './pencil-strokes.js';

/** How fast a hand traces. */
export type TracingSpeed = {
  /** Along a line, mm a second. */
  mmPerSecond: number;
  /** To lift, find the next line's start and set down, seconds. */
  secondsPerLift: number;
};

/**
 * A careful hand on a clear line goes at about 8 mm a second and takes a second and a half between lines.
 * A starting point only: a painter's own record replaces it.
 */
export const usualSpeed: TracingSpeed = { mmPerSecond: 8, secondsPerLift: 1.5 };

const speedInSettings = z.object({
  mmPerSecond: z.number().positive(),
  secondsPerLift: z.number().min(0),
});

/** The speed a map was estimated at, or the usual one where it does not say. */
export function speedOf(map: Pick<MapDocument, 'settings'>): TracingSpeed {
  const kept = speedInSettings.safeParse(map.settings);
  return kept.success ? kept.data : usualSpeed;
}

/** Length of a line on the surface, mm. */
export function lineLengthMm(line: Pick<MapLine, 'points' | 'closed'>): number {
  return polylineLength(line.points.flat(), line.closed);
}

/** Seconds to trace what is drawn in one go, its lift included. */
export function secondsToTrace(lengthMm: number, speed: TracingSpeed = usualSpeed): number {
  return lengthMm / speed.mmPerSecond + speed.secondsPerLift;
}

/** What a map asks of the hand; the pencil is set down once for what is drawn in one go. */
export type Effort = { lines: number; lifts: number; metres: number; minutes: number };

/** Lines, metres and minutes of all the lines of a map that are traced; the pencil is lifted between strokes only. */
export function effortOf(map: MapDocument, speed: TracingSpeed = speedOf(map)): Effort {
  const traced = map.lines.filter(isTraced);
  let lengthMm = 0;
  let seconds = 0;
  const strokes = pencilStrokesOf(traced);
  for (const stroke of strokes) {
    const length = strokeLengthMm(stroke);
    lengthMm += length;
    seconds += secondsToTrace(length, speed);
  }
  return { lines: traced.length, lifts: strokes.length, metres: lengthMm / 1000, minutes: seconds / 60 };
}
