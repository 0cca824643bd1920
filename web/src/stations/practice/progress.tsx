import {
  drillIds,
  drills,
  seenWrongly,
  thresholdOf,
  practisedBy,
  weeksOf,
  type DrillId,
  type KeptAnswer,
} from '@nobrel/core/practice';
import { counted, formatDate } from '@nobrel/core/units';
import { LineChart } from '../../bench/charts/line-chart.js';
import { useAppSelector } from '../../store/hooks.js';
import { rooms } from '../../theme/tokens.js';
import * as css from './practice.module.css';

type ProgressProps = { drill: DrillId; answers: readonly KeptAnswer[] };

/** How each drill stands, how the one in hand came along, and what the eye does consistently wrong. */
export function Progress({ drill, answers }: ProgressProps) {
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const practised = practisedBy(answers);
  const weeks = weeksOf(drill, answers);
  const wrong = seenWrongly(drill, answers);
  const line = (data: number[], dashed: boolean) => ({
    data,
    borderColor: colours.graphite,
    borderWidth: dashed ? 1 : 2,
    borderDash: dashed ? [4, 3] : [],
    pointRadius: dashed ? 0 : 2,
  });
  return (
    <aside className={css.practiceProgress} aria-label="Progress">
      <h2>Three in four within</h2>
      <dl>
        {drillIds.map((id) => {
          const known = practised[id];
          const told = known && thresholdOf(known.skill);
          const { unit, name } = drills[id];
          return (
            <div key={id}>
              <dt>{name}</dt>
              <dd>
                {known && told
                  ? `${told.threshold.toFixed(1)} ${unit} (${told.low.toFixed(1)} to ${told.high.toFixed(1)}), ${counted(known.skill.answers, 'answer')}`
                  : 'not tried yet'}
              </dd>
            </div>
          );
        })}
      </dl>
      {wrong.length > 0 && (
        <>
          <h3>You see</h3>
          <ul>
            {wrong.map(({ kind, says }) => (
              <li key={kind}>{says}</li>
            ))}
          </ul>
        </>
      )}
      {weeks.length > 1 && (
        <figure className={css.practiceChart}>
          <figcaption>{drills[drill].name}, week by week, with its uncertainty</figcaption>
          <LineChart
            data={{
              labels: weeks.map(({ week }) => formatDate(week)),
              datasets: [
                line(
                  weeks.map(({ threshold }) => threshold),
                  false,
                ),
                line(
                  weeks.map(({ low }) => low),
                  true,
                ),
                line(
                  weeks.map(({ high }) => high),
                  true,
                ),
              ],
            }}
            scales={{ x: { display: false }, y: { beginAtZero: true, ticks: { maxTicksLimit: 4 } } }}
            tooltip={{}}
            label={`${drills[drill].name}: ${weeks[0]?.threshold.toFixed(1) ?? ''} at first, ${weeks.at(-1)?.threshold.toFixed(1) ?? ''} ${drills[drill].unit} now.`}
          />
        </figure>
      )}
    </aside>
  );
}
