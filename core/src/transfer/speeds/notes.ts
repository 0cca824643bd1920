import type { TracingSpeed } from '../../map/index.js';
import type { Note } from '../../notes/index.js';
import { formatDate, formatMinutes } from '../../units/index.js';
import type { TransferDecisions } from '../decisions.js';
import { ownTracingSpeed, type OwnSpeeds } from './own-speeds.js';

/** From so many timed sittings on a speed of one's own is proposed. */
const minSittings = 3;
/** A difference smaller than this is not worth a word. */
const alikeWithin = 0.07;

/**
 * Proposes the hand's own speed for a map that is estimated at another one.
 *
 * @param map the speed its minutes are estimated at
 */
export function ownSpeedNotes(map: TracingSpeed, speeds: OwnSpeeds): Note<TracingSpeed>[] {
  if (speeds.sittings < minSittings) return [];
  const own = ownTracingSpeed(speeds);
  const alike = (a: number, b: number) => Math.abs(a - b) <= alikeWithin * Math.max(a, b);
  if (alike(own.mmPerSecond, map.mmPerSecond) && alike(own.secondsPerLift, map.secondsPerLift)) return [];
  return [
    {
      id: 'map-own-speed',
      weight: 'plain',
      says: `Your own sittings say ${own.mmPerSecond} mm a second and ${own.secondsPerLift} s between lines; this map is estimated at ${map.mmPerSecond} and ${map.secondsPerLift}.`,
      why: `It is learned from ${speeds.sittings} timed sittings. The minutes of the map, and what they leave out, follow the speed set here.`,
      ways: [{ label: 'Estimate by my own speed', change: own }],
    },
  ];
}

/** A sitting longer than this is asked about, minutes. */
const longSitting = 240;
/** What it is put right to: a sitting of usual length, minutes. */
const usualSitting = 45;

/** Asks about a watch that may have been left running. */
export function longSittingNotes({
  sittings,
}: Pick<TransferDecisions, 'sittings'>): Note<Pick<TransferDecisions, 'sittings'>>[] {
  const long = sittings.findLastIndex(({ minutes }) => minutes > longSitting);
  if (long < 0) return [];
  const { startedAt, minutes } = sittings[long];
  const put = sittings.map((sitting, k) => (k === long ? { ...sitting, minutes: usualSitting } : sitting));
  return [
    {
      id: `transfer-long-sitting-${startedAt}`,
      weight: 'watch',
      says: `The sitting of ${formatDate(startedAt)} lasted ${formatMinutes(minutes)}: was the watch left running?`,
      why: 'Your own speeds are learned from sittings; one that nobody can believe is left out of them. Put it right here, or to the minute at File.',
      ways: [{ label: `Count it as ${usualSitting} min`, change: { sittings: put } }],
    },
  ];
}
