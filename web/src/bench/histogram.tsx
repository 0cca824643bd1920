import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { Bar } from 'react-chartjs-2';
import { sharesBetween } from '@nobrel/core/reference';
import { useAppSelector } from '../store/hooks.js';
import { rooms } from '../theme/tokens.js';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** Steps of lightness drawn as one bar. */
const stepsABar = 2;

/**
 * How light the picture is, how often, and what share each value of the map takes.
 *
 * @param histogram shares over L* 0–100
 * @param limits between the values, L*
 */
export function Histogram({
  histogram,
  limits,
}: {
  histogram: readonly number[];
  limits: readonly number[];
}) {
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const shares = sharesBetween(histogram, limits);
  const bars = Array.from(
    { length: histogram.length / stepsABar },
    (_, i) => 100 * ((histogram[stepsABar * i] ?? 0) + (histogram[stepsABar * i + 1] ?? 0)),
  );
  const data: ChartData<'bar'> = {
    labels: bars.map((_, i) => `${stepsABar * i}–${stepsABar * (i + 1)}`),
    datasets: [{ data: bars, backgroundColor: colours.graphite, barPercentage: 1, categoryPercentage: 1 }],
  };
  const options: ChartOptions<'bar'> = {
    animation: false,
    maintainAspectRatio: false,
    scales: { x: { display: false }, y: { display: false, beginAtZero: true } },
    plugins: {
      tooltip: {
        displayColors: false,
        callbacks: {
          title: ([item]) => `Lightness ${item?.label ?? ''}`,
          label: ({ parsed }) => `${(parsed.y ?? 0).toFixed(1)} % of the picture`,
        },
      },
    },
  };
  const drawLimits: Plugin<'bar'> = {
    id: 'limits',
    afterDatasetsDraw: ({ ctx, chartArea: { left, top, bottom, width } }) => {
      ctx.save();
      ctx.strokeStyle = colours.sanguine;
      ctx.setLineDash([4, 3]);
      for (const limit of limits) {
        const x = left + (limit / 100) * width;
        ctx.beginPath();
        ctx.moveTo(x, top);
        ctx.lineTo(x, bottom);
        ctx.stroke();
      }
      ctx.restore();
    },
  };
  return (
    <figure className="histogram">
      <figcaption>Lightness, dark to light, parted into {shares.length} values</figcaption>
      <div className="histogram-chart">
        <Bar
          // Limits and colours are drawn by the plugin, which is only read when the chart is made.
          key={`${limits.join(' ')} ${colours.ground}`}
          data={data}
          options={options}
          plugins={[drawLimits]}
          role="img"
          aria-label={`Lightness of the picture. ${shareWords(shares)}`}
        />
      </div>
      <div className="histogram-greys" aria-hidden />
      <p>{shareWords(shares)}</p>
    </figure>
  );
}

/** The share of each value, darkest first. */
function shareWords(shares: readonly number[]): string {
  const percents = shares.map((share) => `${Math.round(100 * share)} %`);
  return `Darkest to lightest: ${percents.join(', ')}.`;
}
