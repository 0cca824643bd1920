import { Progress } from 'antd';
import type { ReactNode } from 'react';
import type { TracingPlan } from '@nobrel/core/transfer';
import { SavingState } from '../../../bench/frame/saving.js';
import { SittingClock, sittingsWords } from '../stopwatch.js';
import type { RunBench } from './use-run.js';
import * as css from './run.module.css';

type RunHeadProps = { bench: RunBench; plan: TracingPlan; leave: ReactNode };

const whole = (minutes: number) => Math.max(0, Math.round(minutes));

/** How far it has come and how long it still takes, and the clock. */
export function RunHead({ bench: { done, left, transfer }, plan, leave }: RunHeadProps) {
  const all = plan.lines.length;
  const percent = all > 0 ? Math.floor((100 * done.size) / all) : 0;
  return (
    <header className={css.runHead}>
      <span>{leave}</span>
      <strong>
        {done.size} of {all} lines
      </strong>
      <Progress className={css.runProgress} percent={percent} size="small" aria-label="Lines traced" />
      <span>
        {done.size === all
          ? 'every line is traced'
          : `about ${whole(left.minutes)} min left, ${whole(left.low)} to ${whole(left.high)} ${left.ownPace ? 'at your pace' : 'as estimated'}`}
      </span>
      <SavingState />
      <span className={css.runClock}>
        {sittingsWords(transfer)} <SittingClock transfer={transfer} />
      </span>
    </header>
  );
}
