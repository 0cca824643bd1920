import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  dayOf,
  freeSlots,
  type LaidPlan,
  type LaidSitting,
  type Plan,
  type PlanDecisions,
} from '@nobrel/core/file';
import { formatMinutes, formatTime } from '@nobrel/core/units';
import { ChoiceGap } from '../../../bench/sentence/gaps.js';
import type { ChangePlan } from './change-plan.js';
import { weekdays } from './free-times.js';
import { clsx } from 'clsx';
import * as css from './plan.module.css';

type AheadProps = {
  works: Plan['works'];
  decisions: PlanDecisions;
  laid: LaidPlan;
  now: number;
  onChange: ChangePlan;
};

/** Free times shown when nothing is laid into them yet. */
const minShown = 8;

const dayWords = (moment: Date) =>
  `${weekdays[moment.getDay()] ?? ''} ${moment.getDate()} ${moment.toLocaleDateString('en-GB', { month: 'long' })}`;

/** Sittings moved by hand without one. */
const without = (
  { moved }: PlanDecisions,
  { work, startsAt }: Pick<LaidSitting, 'work' | 'startsAt'>,
): PlanDecisions['moved'] => moved.filter((each) => each.work !== work || each.startsAt !== startsAt);

/** Day by day what is laid into the free times; a sitting is dragged to another day, or moved by its gap. */
export function SittingsAhead({ works, decisions, laid, now, onChange }: AheadProps) {
  const [dragged, setDragged] = useState<LaidSitting | null>(null);
  const slots = freeSlots(decisions, now);
  const last = laid.sittings.at(-1)?.startsAt ?? '';
  const days = new Map<string, Date>();
  for (const moment of [
    ...slots
      .filter(({ from }, k) => k < minShown || new Date(from).toISOString() <= last)
      .map(({ from }) => from),
    ...laid.sittings.map(({ startsAt }) => Date.parse(startsAt)),
  ].sort((a, b) => a - b))
    days.set(dayOf(new Date(moment)), days.get(dayOf(new Date(moment))) ?? new Date(moment));
  const move = ({ work, startsAt, minutes }: LaidSitting, day: string) => {
    const slot = slots.find(({ from }) => dayOf(new Date(from)) === day);
    const to = slot ? new Date(slot.from).toISOString() : startsAt;
    onChange((now) => ({ moved: [...without(now, { work, startsAt }), { work, startsAt: to, minutes }] }));
  };
  const options = [...days].map(([value, moment]) => ({ value, label: dayWords(moment) }));
  return (
    <section aria-label="Sittings ahead">
      <h2>Sittings ahead</h2>
      {days.size === 0 && <p>Say above when you are free, and sittings are planned into it.</p>}
      <ol className={css.planDays}>
        {[...days].map(([day, moment]) => (
          <li
            key={day}
            className={css.planDay}
            data-part="plan-day"
            aria-label={dayWords(moment)}
            onDragOver={(event) => dragged && event.preventDefault()}
            onDrop={() => dragged && move(dragged, day)}
          >
            <h3>{dayWords(moment)}</h3>
            {laid.sittings
              .filter(({ startsAt }) => dayOf(new Date(startsAt)) === day)
              .map((sitting) => (
                <div
                  key={`${sitting.work} ${sitting.startsAt}`}
                  className={clsx(css.planSitting, sitting.moved && css.planSittingMoved)}
                  data-part="plan-sitting"
                  data-moved={sitting.moved}
                  draggable
                  onDragStart={() => setDragged(sitting)}
                  onDragEnd={() => setDragged(null)}
                >
                  <Link to={`/works/${sitting.work}/transfer`}>
                    {works.find(({ id }) => id === sitting.work)?.title}
                  </Link>
                  <span>
                    {formatTime(sitting.startsAt)} to {formatTime(sitting.endsAt)},{' '}
                    {formatMinutes(sitting.minutes)} at work
                  </span>
                  <ChoiceGap<string>
                    label={`Day of the sitting at ${formatTime(sitting.startsAt)}`}
                    value={day}
                    options={options}
                    onChange={(to) => move(sitting, to)}
                  />
                  {sitting.moved && (
                    <Button
                      size="small"
                      type="link"
                      onClick={() => onChange((now) => ({ moved: without(now, sitting) }))}
                    >
                      Let the plan place it
                    </Button>
                  )}
                </div>
              ))}
          </li>
        ))}
      </ol>
    </section>
  );
}
