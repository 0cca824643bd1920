import type { ChartData } from 'chart.js';
import { aboutMinutes } from '@nobrel/core/units';
import { LineChart } from './line-chart.js';
import { useAppSelector } from '../../store/hooks.js';
import { rooms } from '../../theme/tokens.js';
import * as css from './charts.module.css';

/**
 * What more detail costs: minutes of tracing over detail.
 *
 * @param minutes at even steps of detail from least to most
 * @param at the detail set, 0–1
 */
export function MinutesChart({ minutes, at }: { minutes: readonly number[]; at: number }) {
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const steps = minutes.length - 1;
  const set = Math.round(at * steps);
  const data: ChartData<'line', (number | null)[]> = {
    labels: minutes.map((_, i) => `${Math.round((100 * i) / steps)} %`),
    datasets: [
      {
        data: [...minutes],
        borderColor: colours.graphite,
        borderWidth: 1.5,
        pointRadius: minutes.map((_, i) => (i === set ? 5 : 0)),
        pointBackgroundColor: colours.sanguine,
        pointBorderColor: colours.sanguine,
      },
    ],
  };
  return (
    <figure className={css.minutesChart} data-part="minutes-chart">
      <figcaption>Contours alone, by detail</figcaption>
      <LineChart
        data={data}
        scales={{
          x: { display: false },
          y: { beginAtZero: true, ticks: { maxTicksLimit: 3, callback: (value) => `${value} min` } },
        }}
        tooltip={{
          title: ([item]) => `Detail ${item?.label ?? ''}`,
          label: ({ parsed }) => aboutMinutes(parsed.y ?? 0),
        }}
        label={`Contours alone, by detail: ${aboutMinutes(minutes[set] ?? 0)} at ${Math.round(100 * at)} %, ${aboutMinutes(minutes[steps] ?? 0)} at most.`}
      />
    </figure>
  );
}
