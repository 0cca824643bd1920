import { Button } from 'antd';
import { minutesSpent } from '@nobrel/core/transfer';
import { formatDate, formatMinutes, formatTime } from '@nobrel/core/units';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { useEstimate } from '../../../bench/use-estimate.js';
import { useDecide, useDecisions } from '../../../store/use-work.js';
import * as css from './record.module.css';

/** The sittings of a work, each put right where the watch was wrong. */
export function Sittings() {
  const transfer = useDecisions('transfer');
  const decide = useDecide();
  const estimate = useEstimate();
  const { sittings } = transfer;
  const change = (next: typeof sittings) => decide({ room: 'transfer', change: { sittings: next } });
  return (
    <section aria-label="Sittings">
      <h3>Sittings</h3>
      {sittings.length === 0 && <p>None timed yet: the watch at Transfer counts them.</p>}
      <ul className={css.sittings}>
        {sittings.map((sitting, k) => (
          <li key={sitting.startedAt}>
            {formatDate(sitting.startedAt)}, {formatTime(sitting.startedAt)}:{' '}
            <NumberGap
              label={`Minutes of sitting ${k + 1}`}
              value={sitting.minutes}
              min={0}
              max={1440}
              unit="min"
              onChange={(minutes) =>
                change(sittings.map((each, i) => (i === k && minutes !== null ? { ...each, minutes } : each)))
              }
            />
            <Button
              size="small"
              type="link"
              aria-label={`Delete sitting ${k + 1}`}
              onClick={() => change(sittings.filter((_, i) => i !== k))}
            >
              Delete
            </Button>
          </li>
        ))}
      </ul>
      {(sittings.length > 0 || estimate) && (
        <p>
          {sittings.length > 0 && `Together ${formatMinutes(minutesSpent(transfer))}. `}
          {estimate &&
            `The whole is estimated at ${formatMinutes(estimate.minutes)}, four times in five between ${formatMinutes(estimate.low)} and ${formatMinutes(estimate.high)}.`}
        </p>
      )}
    </section>
  );
}
