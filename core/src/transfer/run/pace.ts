import type { TracingPlan } from '../order/index.js';
import type { TracedLine } from './run.js';

/** Minutes left of a tracing, and between which they lie four times in five. */
export type MinutesLeft = { minutes: number; low: number; high: number; ownPace: boolean };

/** A line that took so many times as long as planned was interrupted. */
const interruptedFrom = 6;
/** Lines that must have been timed before this hand's own pace is believed. */
const minTimed = 5;
/** Without a pace of one's own an estimate is good to about this share. */
const unknownShare = 0.35;
/** A normal value lies within this many deviations four times in five. */
const fourInFive = 1.2816;

/**
 * What is left of a tracing by the pace so far: the time taken over the time planned, of the lines that were timed, and
 * how sure that is (the ratio estimator and its variance, W. Cochran, Sampling Techniques, 1977, § 6.3).
 *
 * @param done the lines of the plan that are traced, with their times
 */
export function minutesLeft(
  { lines, seconds }: Pick<TracingPlan, 'lines' | 'seconds'>,
  done: ReadonlyMap<string, TracedLine>,
): MinutesLeft {
  let left = 0;
  const timed: { planned: number; taken: number }[] = [];
  lines.forEach(({ id }, k) => {
    const planned = seconds[k];
    const traced = done.get(id);
    if (!traced) {
      left += planned;
    } else if (traced.seconds !== null && traced.seconds < interruptedFrom * planned)
      timed.push({ planned, taken: traced.seconds });
  });
  if (timed.length < minTimed) {
    const off = unknownShare * left;
    return { minutes: left / 60, low: (left - off) / 60, high: (left + off) / 60, ownPace: false };
  }
  const planned = timed.reduce((sum, line) => sum + line.planned, 0);
  const pace = timed.reduce((sum, line) => sum + line.taken, 0) / planned;
  // How unlike single lines are, per second planned; and how sure the pace itself is.
  const squares = timed.reduce((sum, line) => sum + (line.taken - pace * line.planned) ** 2, 0);
  const each = squares / (timed.length - 1) / (planned / timed.length) ** 2;
  const meanPlanned = planned / timed.length;
  const variance = (left * left * each) / timed.length + each * meanPlanned * left;
  const off = fourInFive * Math.sqrt(variance);
  const whole = pace * left;
  return { minutes: whole / 60, low: Math.max(0, whole - off) / 60, high: (whole + off) / 60, ownPace: true };
}
