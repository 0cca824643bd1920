import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { Bar } from 'react-chartjs-2';
import type { StrokeFound } from '@nobrel/core/map';
import { useAppSelector } from '../../store/hooks.js';
import { rooms } from '../../theme/tokens.js';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** Steps of darkness shown, up to that of the drawing. */
const steps = 25;

/** How much line there is of each darkness; what is taken is drawn in full. */
export function DarknessChart({ found, limit }: { found: readonly StrokeFound[]; limit: number }) {
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const metres = new Array<number>(steps).fill(0);
  for (const { kind, strength, lengthMm } of found) {
    if (kind === 'speck') continue;
    const step = Math.min(steps - 1, Math.floor(strength * steps));
    metres[step] = (metres[step] ?? 0) + lengthMm / 1000;
  }
  const isTaken = (_: number, step: number) => (step + 0.5) / steps >= limit;
  const data: ChartData<'bar'> = {
    labels: metres.map((_, step) => `${(100 * step) / steps}–${(100 * (step + 1)) / steps} %`),
    datasets: [
      {
        data: metres,
        backgroundColor: metres.map((value, step) =>
          isTaken(value, step) ? colours.graphite : colours.hairline,
        ),
        barPercentage: 1,
        categoryPercentage: 0.9,
      },
    ],
  };
  const options: ChartOptions<'bar'> = {
    animation: false,
    maintainAspectRatio: false,
    scales: { x: { display: false }, y: { display: false, beginAtZero: true } },
    plugins: {
      tooltip: {
        displayColors: false,
        callbacks: {
          title: ([item]) => `Darkness ${item?.label ?? ''}`,
          label: ({ parsed }) => `${(parsed.y ?? 0).toFixed(2)} m of line`,
        },
      },
    },
  };
  const taken = metres.filter(isTaken).reduce((sum, value) => sum + value, 0);
  const all = metres.reduce((sum, value) => sum + value, 0);
  return (
    <figure className="histogram">
      <figcaption>Line by darkness, faint to dark</figcaption>
      <div className="histogram-chart">
        <Bar
          data={data}
          options={options}
          role="img"
          aria-label={`Line by darkness: ${taken.toFixed(2)} m of ${all.toFixed(2)} m is dark enough to be taken.`}
        />
      </div>
    </figure>
  );
}
