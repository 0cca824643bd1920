import { z } from 'zod';
import type { TransferMethod } from '../transfer/index.js';
import {
  estimateMinutes,
  estimateSchema,
  fitSpeeds,
  measuresOf,
  minutesSpent,
  timedWorksOf,
  transferMethodIds,
  type TimedWork,
} from '../transfer/index.js';
import { freehandSchema } from './decisions.js';
import { sheetsToJoin } from './sheets-to-join.js';
import type { MapSummary } from './map-summary.js';
import type { Printing, WorkDecisions } from './work.js';

/** A round of checking a drawing: how far off it lay in the mean, mm. */
const roundTakenSchema = z.object({ takenAt: z.iso.datetime(), meanOffMm: z.number().min(0) });

/** What went into a work, by its record. */
export const timeSpentSchema = z.object({
  id: z.string(),
  title: z.string(),
  method: z.enum(transferMethodIds),
  /** The first that was recorded of it. */
  begunAt: z.iso.datetime(),
  /** All its sittings together. */
  minutes: z.number().min(0),
  sittings: z.array(z.object({ startedAt: z.iso.datetime(), minutes: z.number().min(0) })),
  freehand: z.array(freehandSchema),
  /** What it would have been estimated at on the day it was begun; null where it is not transferred yet or has no map. */
  estimate: estimateSchema.nullable(),
  rounds: z.array(roundTakenSchema),
});
export type TimeSpent = z.infer<typeof timeSpentSchema>;

/** A work as its record tells it. */
export type RecordedWork = {
  id: string;
  decisions: Pick<WorkDecisions, 'title' | 'fit' | 'transfer' | 'file' | 'map'>;
  /** Rounds of checking its drawing. */
  rounds: TimeSpent['rounds'];
  map: Pick<MapSummary, 'lifts' | 'metres'> | null;
  printings: readonly Printing[];
};

/** So many works are estimated anew from what was known before them: more than that nobody reads in a chart. */
export const maxEstimated = 24;

/** What went into each work that was timed, drawn freehand, or checked, in the order they were begun. */
export function timeSpentOn(works: readonly RecordedWork[]): TimeSpent[] {
  const recorded = works
    .flatMap((work) => recordedTimes(work) ?? [])
    .sort((a, b) => Date.parse(a.spent.begunAt) - Date.parse(b.spent.begunAt));
  const firstEstimated = recorded.length - maxEstimated;
  const before: TimedWork[] = [];
  return recorded.map(({ spent, work }, k) => {
    const { decisions, map } = work;
    const sheets = sheetsToJoin({ printings: [...work.printings] });
    const isTransferred = decisions.file.transferredAt !== null;
    const isEstimated = isTransferred && map !== null && spent.minutes > 0 && k >= firstEstimated;
    const estimate = isEstimated
      ? estimateMinutes(measuresOf({ ...decisions, sheets }, map), fitSpeeds(before))
      : null;
    before.push(...timedWorksOf({ ...decisions, sheets, map, isTransferred }));
    return { ...spent, estimate };
  });
}

function recordedTimes(work: RecordedWork) {
  const { id, decisions, rounds } = work;
  const { title, transfer, file } = decisions;
  const moments = [
    ...transfer.sittings.map(({ startedAt }) => startedAt),
    // A day is told by its noon, which is on it nearly everywhere.
    ...file.freehand.map(({ on }) => `${on}T12:00:00.000Z`),
    ...rounds.map(({ takenAt }) => takenAt),
  ].sort();
  const [begunAt] = moments;
  if (begunAt === undefined) return null;
  const spent = {
    id,
    title,
    method: transfer.method,
    begunAt,
    minutes: minutesSpent(transfer),
    sittings: transfer.sittings.map(({ startedAt, minutes }) => ({ startedAt, minutes })),
    freehand: file.freehand,
    rounds,
  };
  return { spent, work };
}

/** Minutes spent by each method, the most first. */
export function minutesByMethod(spent: readonly TimeSpent[]): { method: TransferMethod; minutes: number }[] {
  return transferMethodIds
    .map((method) => ({
      method,
      minutes: spent.reduce((sum, work) => sum + (work.method === method ? work.minutes : 0), 0),
    }))
    .filter(({ minutes }) => minutes > 0)
    .sort((a, b) => b.minutes - a.minutes);
}

/** Ways to draw that a month is told by. */
export const drawnWays = ['freehand', 'grid', 'tracing'] as const;
export type DrawnWay = (typeof drawnWays)[number];

/** Minutes drawn freehand, by grid and by tracing in a month, such as `2026-03`. */
export type MonthDrawn = { month: string } & Readonly<Record<DrawnWay, number>>;

/** How one drew, month by month; every month from the first to the last, those with nothing too. */
export function drawnByMonth(spent: readonly TimeSpent[]): MonthDrawn[] {
  const drawn = spent.flatMap(({ method, sittings, freehand }) => [
    ...sittings.map(({ startedAt, minutes }) => ({
      month: startedAt.slice(0, 7),
      way: method === 'grid-by-hand' ? ('grid' as const) : ('tracing' as const),
      minutes,
    })),
    ...freehand.map(({ on, minutes }) => ({
      month: on.slice(0, 7),
      way: 'freehand' as const,
      minutes,
    })),
  ]);
  const months = drawn.map(({ month }) => month).sort();
  return monthsBetween(months[0], months.at(-1)).map((month) => {
    const minutesOf = (way: DrawnWay) =>
      drawn.reduce((sum, each) => sum + (each.month === month && each.way === way ? each.minutes : 0), 0);
    return { month, freehand: minutesOf('freehand'), grid: minutesOf('grid'), tracing: minutesOf('tracing') };
  });
}

/** More months than these are too many to tell apart; the newest are told. */
const maxMonths = 36;

function monthsBetween(first: string | undefined, last: string | undefined): string[] {
  if (first === undefined || last === undefined) return [];
  const numberOf = (month: string) => 12 * Number(month.slice(0, 4)) + Number(month.slice(5)) - 1;
  const to = numberOf(last);
  const from = Math.max(numberOf(first), to - maxMonths + 1);
  return Array.from({ length: to - from + 1 }, (_, k) => {
    const year = Math.floor((from + k) / 12);
    return `${String(year).padStart(4, '0')}-${String(((from + k) % 12) + 1).padStart(2, '0')}`;
  });
}
