import { Button } from 'antd';
import { dayOf, maxFreehand, type Freehand as Entry } from '@nobrel/core/file';
import { DayGap, NumberGap } from '../../../bench/sentence/gaps.js';
import { useDecide, useDecisions } from '../../../store/use-work.js';
import * as css from './record.module.css';

/** Minutes a new entry begins with: put right where they are not so. */
const usualMinutes = 30;

/** When the work was drawn freehand, for the record and its charts. */
export function Freehand() {
  const { freehand } = useDecisions('file');
  const decide = useDecide();
  const change = (next: typeof freehand) => decide({ room: 'file', change: { freehand: next } });
  const changeOne = (k: number, fields: Partial<Entry>) =>
    change(freehand.map((each, i) => (i === k ? { ...each, ...fields } : each)));
  return (
    <section aria-label="Drawn freehand">
      <h3>Drawn freehand</h3>
      {freehand.length === 0 && <p>Nothing noted: what was drawn by eye, beside what is transferred.</p>}
      <ul className={css.sittings}>
        {freehand.map((entry, k) => (
          <li key={k}>
            <DayGap
              label={`Day of freehand drawing ${k + 1}`}
              value={entry.on}
              onChange={(on) => on !== null && changeOne(k, { on })}
            />
            <NumberGap
              label={`Minutes drawn freehand, ${k + 1}`}
              value={entry.minutes}
              min={0}
              max={1440}
              unit="min"
              onChange={(minutes) => minutes !== null && changeOne(k, { minutes })}
            />
            <Button
              size="small"
              type="link"
              aria-label={`Delete freehand drawing ${k + 1}`}
              onClick={() => change(freehand.filter((_, i) => i !== k))}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
      {freehand.length < maxFreehand && (
        <Button
          size="small"
          onClick={() => change([...freehand, { on: dayOf(new Date()), minutes: usualMinutes }])}
        >
          Drawn freehand today
        </Button>
      )}
    </section>
  );
}
