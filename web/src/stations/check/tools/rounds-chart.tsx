import type { ChartData } from 'chart.js';
import type { Round } from '@nobrel/core/check';
import { formatLength } from '@nobrel/core/units';
import { LineChart } from '../../../bench/charts/line-chart.js';
import { useAppSelector, useUnit } from '../../../store/hooks.js';
import { rooms } from '../../../theme/tokens.js';
import * as css from './tools.module.css';

/** How far off the drawing was in the mean, round by round, and what is good enough. */
export function RoundsChart({ rounds, goodEnoughMm }: { rounds: readonly Round[]; goodEnoughMm: number }) {
  const unit = useUnit();
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const offs = rounds.map(({ figures }) => figures?.meanOffMm ?? null);
  const says = offs
    .map((off, i) => `round ${i + 1} ${off === null ? 'not looked at' : formatLength(off, unit)}`)
    .join(', ');
  const data: ChartData<'line', (number | null)[]> = {
    labels: rounds.map((_, i) => `round ${i + 1}`),
    datasets: [
      {
        data: offs,
        borderColor: colours.graphite,
        borderWidth: 1.5,
        pointRadius: 4,
        pointBackgroundColor: colours.sanguine,
        pointBorderColor: colours.sanguine,
        spanGaps: true,
      },
      {
        data: rounds.map(() => goodEnoughMm),
        borderColor: colours.graphite,
        borderWidth: 1,
        borderDash: [4, 4],
        pointRadius: 0,
      },
    ],
  };
  return (
    <div className={css.roundsChart}>
      <LineChart
        data={data}
        scales={{
          x: { grid: { display: false } },
          y: {
            beginAtZero: true,
            ticks: { maxTicksLimit: 4, callback: (value) => formatLength(Number(value), unit) },
          },
        }}
        tooltip={{ label: ({ parsed }) => formatLength(parsed.y ?? 0, unit) }}
        label={`Off on average: ${says}.`}
      />
    </div>
  );
}
