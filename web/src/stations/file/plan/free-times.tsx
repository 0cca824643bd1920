import { Button } from 'antd';
import { freeTimeSchema, type FreeTime, type PlanDecisions } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import type { ChangePlan } from './change-plan.js';
import type { Read } from '../../../bench/sentence/draft.js';
import { ChoiceGap, DayGap, TypedGap } from '../../../bench/sentence/gaps.js';
import { Sentence } from '../../../bench/sentence/sentence.js';
import * as css from './plan.module.css';

export const weekdays = [
  'Sunday',
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
] as const;

type FreeProps = { decisions: PlanDecisions; onChange: ChangePlan };

/** When one is free in a usual week, as a sentence. */
export function FreeTimes({ decisions, onChange }: FreeProps) {
  const { free } = decisions;
  const put = (k: number, time: FreeTime) =>
    onChange((now) => ({ free: now.free.map((each, i) => (i === k ? time : each)) }));
  return (
    <Sentence>
      {free.length === 0 ? 'No free times yet. ' : 'Free '}
      {free.map((time, k) => (
        <FreeTimeGaps
          key={k}
          number={k + 1}
          time={time}
          onChange={(next) => put(k, next)}
          onDelete={() => onChange((now) => ({ free: now.free.filter((_, i) => i !== k) }))}
        />
      ))}
      <Button
        size="small"
        onClick={() =>
          onChange((now) => ({ free: [...now.free, { weekday: 6, from: '10:00', to: '12:00' }] }))
        }
      >
        Another time
      </Button>{' '}
      <DaysOff decisions={decisions} onChange={onChange} />
    </Sentence>
  );
}

type GapsProps = { number: number; time: FreeTime; onChange: (time: FreeTime) => void; onDelete: () => void };

function FreeTimeGaps({ number, time, onChange, onDelete }: GapsProps) {
  const read = (fields: Partial<FreeTime>): Read<FreeTime> => {
    const next = freeTimeSchema.safeParse({ ...time, ...fields });
    return next.success
      ? { value: next.data }
      : { fault: next.error.issues[0]?.message ?? 'This time cannot be.' };
  };
  const clock = (key: 'from' | 'to', label: string) => (
    <TypedGap
      label={`${label}, free time ${number}`}
      shown={time[key]}
      read={(text) => read({ [key]: text.trim().padStart(5, '0') })}
      onChange={onChange}
    />
  );
  return (
    <span className={css.freeTime}>
      on{' '}
      <ChoiceGap<number>
        label={`Day, free time ${number}`}
        value={time.weekday}
        options={weekdays.map((label, value) => ({ value, label }))}
        onChange={(weekday) => onChange({ ...time, weekday })}
      />{' '}
      from {clock('from', 'From')} to {clock('to', 'To')}{' '}
      <Button size="small" type="link" aria-label={`Delete free time ${number}`} onClick={onDelete}>
        ✕
      </Button>{' '}
    </span>
  );
}

/** Days on which one is not free after all. */
function DaysOff({ decisions: { daysOff }, onChange }: FreeProps) {
  return (
    <>
      but not on{' '}
      {daysOff.map((day) => (
        <span key={day} className={css.freeTime}>
          {formatDate(day)}
          <Button
            size="small"
            type="link"
            aria-label={`Free on ${formatDate(day)} after all`}
            onClick={() => onChange((now) => ({ daysOff: now.daysOff.filter((each) => each !== day) }))}
          >
            ✕
          </Button>{' '}
        </span>
      ))}
      <DayGap
        label="Not free on"
        value={null}
        onChange={(day) =>
          day !== null && onChange((now) => ({ daysOff: [...new Set([...now.daysOff, day])].sort() }))
        }
      />
    </>
  );
}
