import { createEvents, type DateTime } from 'ics';
import { layPlan, type PlanDecisions, type PlannedWork } from '@nobrel/core/file';
import { formatMinutes } from '@nobrel/core/units';

/** A moment as the calendar wants it, in universal time. */
const utc = (moment: string): DateTime => {
  const date = new Date(moment);
  return [
    date.getUTCFullYear(),
    date.getUTCMonth() + 1,
    date.getUTCDate(),
    date.getUTCHours(),
    date.getUTCMinutes(),
  ];
};

/** The sittings that are laid, as an iCalendar file. */
export function calendarOf(works: readonly PlannedWork[], decisions: PlanDecisions, now: Date): string {
  const titleOf = new Map(works.map(({ id, title }) => [id, title]));
  const { sittings } = layPlan(works, decisions, now.getTime());
  const { error, value } = createEvents(
    sittings.map(({ work, startsAt, endsAt, minutes }) => ({
      uid: `${work}-${startsAt}@nobrel`,
      title: titleOf.get(work) ?? '',
      description: `${formatMinutes(minutes)} at the table, breaks apart.`,
      start: utc(startsAt),
      end: utc(endsAt),
      startInputType: 'utc' as const,
      endInputType: 'utc' as const,
      productId: 'nobrel',
    })),
  );
  if (error) throw error;
  return value ?? '';
}
