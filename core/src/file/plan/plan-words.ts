import { formatDate, formatMinutes } from '../../units/index.js';
import type { Note } from '../../notes/index.js';
import type { FileDecisions } from '../decisions.js';
import { daysAhead, type LaidPlan, type PlannedWork, type UnmappedWork } from './plan.js';

/**
 * Says that the day a work is to be ready by is past.
 *
 * @param today as a day, such as 2026-11-28
 */
export function pastDayNotes(
  { readyBy, transferredAt, drawer }: Pick<FileDecisions, 'readyBy' | 'transferredAt' | 'drawer'>,
  today: string,
): Note<never>[] {
  if (readyBy === null || readyBy >= today || transferredAt !== null || drawer !== 'in-hand') return [];
  return [
    {
      id: 'ready-by-past',
      weight: 'watch',
      says: `It was to be ready by ${formatDate(readyBy)}, and that day is past.`,
      why: 'Type another day, or clear it: the plan puts it before everything else until then.',
      ways: [],
    },
  ];
}

/** Works that are wanted by a day and cannot be planned, as they have no map yet. */
export function unmappedNotes(works: readonly UnmappedWork[]): Note<never>[] {
  return works.flatMap(({ id, title, readyBy }): Note<never>[] =>
    readyBy === null
      ? []
      : [
          {
            id: `unmapped-${id}`,
            weight: 'watch',
            says: `“${title}” is wanted by ${formatDate(readyBy)} and has no map yet.`,
            why: 'Make its map: how long it takes follows from its lines, and it is planned into your free times.',
            ways: [],
          },
        ],
  );
}

/** What is tight in a plan, in words, with the ways out; the worst first. */
export function planNotes(works: readonly PlannedWork[], { outlooks }: LaidPlan): Note<never>[] {
  return outlooks.flatMap(({ work: id, outlook, settledAt }): Note<never>[] => {
    const work = works.find((each) => each.id === id);
    if (!work || outlook === 'fits') return [];
    const { title, readyBy, left, quicker, settleHours } = work;
    const by = readyBy === null ? '' : formatDate(readyBy);
    const ready = settledAt === null ? '' : formatDate(settledAt);
    const ways = [
      `leave out detail at Map until fewer than ${formatMinutes(left.minutes)} are left`,
      ...(quicker ? [`work by ${quicker.method}, about ${formatMinutes(quicker.minutes)}`] : []),
      ...(settledAt === null ? [] : [`have it ready by ${ready}`]),
      'find another free time',
    ];
    const says = {
      never: `“${title}” is not done within ${daysAhead} days of the free times there are.`,
      late: `“${title}” is ready on ${ready}, after ${by}.`,
      tight: `“${title}” is ready by ${by} if it takes ${formatMinutes(left.minutes)}, and not if it takes ${formatMinutes(left.high)}.`,
    }[outlook];
    const settles = settleHours > 0 ? ` It dries or sets for ${settleHours} h after the last sitting.` : '';
    return [
      {
        id: `plan-${id}`,
        weight: outlook === 'tight' ? 'watch' : 'fix',
        says,
        why: `Ways out: ${ways.join('; ')}.${settles}`,
        ways: [],
      },
    ];
  });
}
