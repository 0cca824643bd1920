import { Link } from 'react-router';
import type { LaidPlan, Outlook, Plan } from '@nobrel/core/file';
import { formatDate, formatMinutes } from '@nobrel/core/units';
import * as css from './plan.module.css';

const outlookWords: Readonly<Record<Outlook['outlook'], string>> = {
  fits: '○ in time',
  tight: '△ tight',
  late: '! late',
  never: '! not within the free times',
};

type OutlooksProps = Pick<Plan, 'works' | 'unmapped'> & { laid: LaidPlan };

/** How each work in hand comes out. */
export function Outlooks({ works, unmapped, laid }: OutlooksProps) {
  if (works.length + unmapped.length === 0)
    return <p>Nothing to plan: there is no work in hand that is still to be transferred.</p>;
  return (
    <section aria-label="Works to be ready">
      <h2>In hand</h2>
      <ul className={css.outlooks}>
        {laid.outlooks.map(({ work: id, outlook, settledAt }) => {
          const work = works.find((each) => each.id === id);
          return (
            work && (
              <li key={id}>
                <Link to={`/works/${id}/file`}>{work.title}</Link>
                <span className={css.planFacts}>
                  {formatMinutes(work.left.minutes)} left ({formatMinutes(work.left.low)} to{' '}
                  {formatMinutes(work.left.high)}){settledAt && `, ready on ${formatDate(settledAt)}`}
                  {work.readyBy && `, wanted by ${formatDate(work.readyBy)}: ${outlookWords[outlook]}`}
                </span>
              </li>
            )
          );
        })}
        {unmapped.map(({ id, title, readyBy }) => (
          <li key={id}>
            <Link to={`/works/${id}/map`}>{title}</Link>
            <span className={css.planFacts}>
              no map yet{readyBy && `, wanted by ${formatDate(readyBy)}`}: it is planned once it has one
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
