import { z } from 'zod';
import type { Estimate } from '../../transfer/index.js';
import { estimateSchema } from '../../transfer/index.js';

/** A time of day, such as 19:30. */
const timeOfDay = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Type a time of day, such as 19:30.');

/** When one is free in a usual week; 0 is Sunday. */
export const freeTimeSchema = z
  .object({ weekday: z.int().min(0).max(6), from: timeOfDay, to: timeOfDay })
  .refine(({ from, to }) => from < to, { message: 'It ends before it begins.', path: ['to'] });
export type FreeTime = z.infer<typeof freeTimeSchema>;

/** What of the plan is decided by hand. */
export const planDecisionsSchema = z.object({
  free: z.array(freeTimeSchema).max(50).default([]),
  /** Days on which one is not free after all. */
  daysOff: z.array(z.iso.date()).max(400).default([]),
  /** Sittings moved to a time by hand. */
  moved: z
    .array(
      z.object({ work: z.string().max(40), startsAt: z.iso.datetime(), minutes: z.number().min(1).max(600) }),
    )
    .max(500)
    .default([]),
});
export type PlanDecisions = z.infer<typeof planDecisionsSchema>;

/** Evenings of a usual week, to begin with. */
export const usualPlan: PlanDecisions = planDecisionsSchema.parse({
  free: [2, 4].map((weekday) => ({ weekday, from: '19:00', to: '21:00' })),
});

/** A work that is to be laid into the free times. */
export const plannedWorkSchema = z.object({
  id: z.string(),
  title: z.string(),
  /** The day it is to be ready, or null. */
  readyBy: z.iso.date().nullable(),
  /** What is left of it at the table. */
  left: estimateSchema,
  /** Hours that what was drawn dries or sets before it is ready. */
  settleHours: z.number().min(0),
  /** Minutes of a stretch between two breaks. */
  stretchMinutes: z.number().positive(),
  /** The method that would take least, where another one takes less and works. */
  quicker: z.object({ method: z.string(), minutes: z.number() }).nullable(),
  /** Steps of making ready that are still to be done, the next first. */
  toPrepare: z.array(z.string()),
});
export type PlannedWork = z.infer<typeof plannedWorkSchema>;

/** A work in hand that cannot be laid yet: without a map nobody knows how long it takes. */
export const unmappedWorkSchema = plannedWorkSchema.pick({ id: true, title: true, readyBy: true });
export type UnmappedWork = z.infer<typeof unmappedWorkSchema>;

/** The plan as it is told: what is decided, the works to lay, and those that cannot be. */
export const planSchema = z.object({
  revision: z.int().min(0),
  decisions: planDecisionsSchema,
  works: z.array(plannedWorkSchema),
  unmapped: z.array(unmappedWorkSchema),
});
export type Plan = z.infer<typeof planSchema>;
export const planRequestSchema = planSchema.omit({ works: true, unmapped: true });
export type PlanRequest = z.infer<typeof planRequestSchema>;

/** A stretch of time, moments in ms since 1970. */
type Slot = { from: number; to: number };

/** A sitting as it is laid. */
export type LaidSitting = {
  work: string;
  startsAt: string;
  endsAt: string;
  /** Minutes at work in it, breaks apart. */
  minutes: number;
  moved: boolean;
};

export const outlooks = ['fits', 'tight', 'late', 'never'] as const;
/** How a work comes out: in time, in time unless it takes longer, too late, or not within what is looked ahead. */
export type Outlook = {
  work: string;
  outlook: (typeof outlooks)[number];
  endsAt: string | null;
  settledAt: string | null;
};

export type LaidPlan = { sittings: LaidSitting[]; outlooks: Outlook[] };

const minuteMs = 60_000;
const hourMs = 3_600_000;
const dayMs = 24 * hourMs;
/** A break after each stretch, minutes. */
const breakMinutes = 5;
/** Less than this is not worth taking the things out for, minutes. */
const minSittingMinutes = 20;
/** So far ahead sittings are laid, days. */
export const daysAhead = 120;

/** Minutes on the clock that so many at work take, with a break after each stretch but the last. */
export const onTheClock = (minutes: number, stretchMinutes: number) =>
  minutes + breakMinutes * Math.max(0, Math.ceil(minutes / stretchMinutes - 1e-9) - 1);

/** Minutes at work that fit into so many on the clock. */
function atWork(clockMinutes: number, stretchMinutes: number): number {
  const round = stretchMinutes + breakMinutes;
  const whole = Math.floor(clockMinutes / round);
  return whole * stretchMinutes + Math.min(stretchMinutes, clockMinutes - whole * round);
}

/**
 * Free times from a moment on, where the reader is.
 *
 * @param now ms since 1970
 */
export function freeSlots({ free, daysOff }: PlanDecisions, now: number): Slot[] {
  const off = new Set(daysOff);
  const today = new Date(now);
  const slots: Slot[] = [];
  for (let day = 0; day < daysAhead; day++) {
    const date = new Date(today.getFullYear(), today.getMonth(), today.getDate() + day);
    if (off.has(dayOf(date))) continue;
    for (const { weekday, from, to } of free) {
      if (date.getDay() !== weekday) continue;
      const slot = { from: Math.max(now, at(date, from)), to: at(date, to) };
      if (slot.to - slot.from >= minSittingMinutes * minuteMs) slots.push(slot);
    }
  }
  return merged(slots);
}

/** The day of a moment where the reader is, such as 2026-11-28. */
export const dayOf = (date: Date) =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;

/** The moment of a time on a day where the reader is; a clock put forward or back is the calendar's business. */
const at = (date: Date, time: string) =>
  new Date(
    date.getFullYear(),
    date.getMonth(),
    date.getDate(),
    Number(time.slice(0, 2)),
    Number(time.slice(3)),
  ).getTime();

/** Slots in order, those that overlap as one. */
function merged(slots: readonly Slot[]): Slot[] {
  const sorted = [...slots].sort((a, b) => a.from - b.from);
  return sorted.reduce<Slot[]>((all, slot) => {
    const last = all.at(-1);
    if (last && slot.from <= last.to)
      return [...all.slice(0, -1), { from: last.from, to: Math.max(last.to, slot.to) }];
    return [...all, slot];
  }, []);
}

/** Free times without one that is taken. */
const without = (slots: readonly Slot[], taken: Slot): Slot[] =>
  slots.flatMap((slot) => {
    if (taken.to <= slot.from || taken.from >= slot.to) return [slot];
    return [
      { from: slot.from, to: taken.from },
      { from: taken.to, to: slot.to },
    ].filter(({ from, to }) => to - from > 0);
  });

/**
 * Lays works into the free times: those that are to be ready first come first, which finds a plan in time whenever there
 * is one (earliest deadline first; W. Horn, Some simple scheduling algorithms, 1974); works without a day come last.
 * Sittings moved by hand stay where they were put. Each work is laid by its estimate, and judged by the upper end of it.
 *
 * @param now ms since 1970
 */
export function layPlan(works: readonly PlannedWork[], decisions: PlanDecisions, now: number): LaidPlan {
  const usual = lay(works, decisions, now, ({ minutes }) => minutes);
  const slow = lay(works, decisions, now, ({ high }) => high);
  return {
    sittings: usual.sittings,
    outlooks: works.map((work) => {
      const { id } = work;
      const endsAt = usual.ends.get(id) ?? null;
      const by = work.readyBy === null ? Infinity : deadlineOf(work.readyBy) - work.settleHours * hourMs;
      const slowEnd = slow.ends.get(id) ?? Infinity;
      const outlook =
        endsAt === null
          ? 'never'
          : endsAt > by
            ? 'late'
            : work.readyBy !== null && slowEnd > by
              ? 'tight'
              : 'fits';
      return {
        work: id,
        outlook,
        endsAt: endsAt === null ? null : new Date(endsAt).toISOString(),
        settledAt: endsAt === null ? null : new Date(endsAt + work.settleHours * hourMs).toISOString(),
      };
    }),
  };
}

/** The end of a day where the reader is. */
const deadlineOf = (day: string) => at(new Date(`${day}T00:00:00`), '00:00') + dayMs;

function lay(
  works: readonly PlannedWork[],
  decisions: PlanDecisions,
  now: number,
  of: (left: Estimate) => number,
): { sittings: LaidSitting[]; ends: Map<string, number> } {
  let slots = freeSlots(decisions, now);
  const sittings: LaidSitting[] = [];
  const ends = new Map<string, number>();
  const left = new Map(works.map((work) => [work.id, of(work.left)]));
  const take = (work: PlannedWork, from: number, minutes: number, moved: boolean) => {
    const to = from + onTheClock(minutes, work.stretchMinutes) * minuteMs;
    const startsAt = new Date(from).toISOString();
    sittings.push({ work: work.id, startsAt, endsAt: new Date(to).toISOString(), minutes, moved });
    slots = without(slots, { from, to });
    left.set(work.id, (left.get(work.id) ?? 0) - minutes);
    ends.set(work.id, Math.max(ends.get(work.id) ?? 0, to));
  };
  for (const { work: id, startsAt, minutes } of decisions.moved) {
    const work = works.find((each) => each.id === id);
    const from = Date.parse(startsAt);
    // One that lies behind, or of a work that is done, is past.
    if (work && from >= now - hourMs && (left.get(id) ?? 0) > 0)
      take(work, from, Math.min(minutes, left.get(id) ?? 0), true);
  }
  const byDay = [...works].sort((a, b) => (a.readyBy ?? '9').localeCompare(b.readyBy ?? '9'));
  for (const work of byDay) {
    for (const slot of [...slots]) {
      const rest = left.get(work.id) ?? 0;
      if (rest <= 0) break;
      const room = atWork((slot.to - slot.from) / minuteMs, work.stretchMinutes);
      const minutes = Math.min(rest, room);
      // A few minutes that remain are worth an evening, a few that are free are not.
      if (minutes < Math.min(rest, minSittingMinutes)) continue;
      take(work, slot.from, minutes, false);
    }
    if ((left.get(work.id) ?? 0) > 1e-6) ends.delete(work.id);
    else if (!ends.has(work.id)) ends.set(work.id, now);
  }
  return { sittings: sittings.sort((a, b) => a.startsAt.localeCompare(b.startsAt)), ends };
}
