import { Alert, Button } from 'antd';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  layPlan,
  planNotes,
  unmappedNotes,
  type LaidPlan,
  type Plan,
  type PlannedWork,
} from '@nobrel/core/file';
import { worstFirst } from '@nobrel/core/notes';
import { counted, formatDate, formatMinutes, formatTime } from '@nobrel/core/units';
import { Frame } from '../../../bench/frame/frame.js';
import { Opening } from '../../../bench/frame/opening.js';
import { messageOf } from '../../../store/api/base.js';
import { usePlanQuery } from '../../../store/api/plan.js';
import { FilePages } from '../../../bench/frame/file-pages.js';
import { usePlanChanges } from './change-plan.js';
import { FreeTimes } from './free-times.js';
import { Outlooks } from './outlooks.js';
import { SittingsAhead } from './sittings-ahead.js';
import { clsx } from 'clsx';
import * as frameCss from '../../../bench/frame/frame.module.css';
import * as css from './plan.module.css';
import * as marginCss from '../../../bench/margin/margin.module.css';

/** When what is in hand will be ready: sittings laid into the free times, and what is tight. */
export function PlanPage() {
  const plan = usePlanQuery();
  return (
    <Frame title="The plan">
      <div className={clsx(frameCss.flatFile, css.plan)}>
        <FilePages />
        {plan.isError && <Alert type="error" title={messageOf(plan.error)} />}
        {plan.isLoading && <Opening what="the plan" />}
        {plan.data && <Planned plan={plan.data} />}
      </div>
    </Frame>
  );
}

function Planned({ plan }: { plan: Plan }) {
  const { decisions, works, unmapped } = plan;
  const [now] = useState(() => Date.now());
  const laid = useMemo(() => layPlan(works, decisions, now), [works, decisions, now]);
  const { change, undo, error } = usePlanChanges(plan);
  const notes = worstFirst([...planNotes(works, laid), ...unmappedNotes(unmapped)]);
  return (
    <>
      <FreeTimes decisions={decisions} onChange={change} />
      {error !== undefined && <Alert type="error" title={messageOf(error)} />}
      <p>
        <Button size="small" disabled={undo === null} onClick={() => undo?.()}>
          Undo
        </Button>{' '}
        <a href="/api/plan.ics" download>
          Take the sittings into a calendar
        </a>
      </p>
      <div className={css.planBody}>
        <SittingsAhead {...{ works, decisions, laid, now }} onChange={change} />
        <aside aria-label="How it comes out">
          <Today works={works} laid={laid} now={now} />
          {notes.map(({ id, weight, says, why }) => (
            <section key={id} className={clsx(css.planNote, marginCss.note)} data-weight={weight}>
              <p>
                {weight === 'fix' ? '! ' : '△ '}
                {says}
              </p>
              <p className={css.planFacts}>{why}</p>
            </section>
          ))}
          <Outlooks works={works} unmapped={unmapped} laid={laid} />
        </aside>
      </div>
    </>
  );
}

type TodayProps = { works: Plan['works']; laid: LaidPlan; now: number };

/** What is to be done at the table today, and what is prepared for next. */
function Today({ works, laid, now }: TodayProps) {
  const today = new Date(now).toDateString();
  const here = laid.sittings.filter(({ startsAt }) => new Date(startsAt).toDateString() === today);
  const [next] = laid.sittings.filter(({ startsAt }) => new Date(startsAt).toDateString() !== today);
  return (
    <section aria-label="Today">
      <h2>Today</h2>
      {here.length === 0 && <p>No sitting today.</p>}
      {here.map(({ work: id, startsAt, minutes }) => (
        <AtTheTable key={startsAt} work={works.find((work) => work.id === id)}>
          At the table at {formatTime(startsAt)}, for {formatMinutes(minutes)}
        </AtTheTable>
      ))}
      {next && (
        <AtTheTable work={works.find(({ id }) => id === next.work)}>
          To prepare for {formatDate(next.startsAt)}
        </AtTheTable>
      )}
    </section>
  );
}

/** So many steps are named; the rest stands at Transfer. */
const maxSteps = 3;

type TableProps = { work: PlannedWork | undefined; children: ReactNode };

/** A work with what is to be done for it next: making it ready as far as it is not, then tracing. */
function AtTheTable({ work, children }: TableProps) {
  if (!work) return null;
  const { id, title, toPrepare } = work;
  const more = toPrepare.length - maxSteps;
  return (
    <>
      <p>
        {children}: <Link to={`/works/${id}/transfer`}>{title}</Link>
      </p>
      {toPrepare.length === 0 ? (
        <p className={css.planFacts}>It is ready: go on tracing.</p>
      ) : (
        <ol className={css.planSteps}>
          {toPrepare.slice(0, maxSteps).map((step) => (
            <li key={step}>{step}</li>
          ))}
          {more > 0 && <li>{counted(more, 'more step')} of preparation</li>}
        </ol>
      )}
    </>
  );
}
