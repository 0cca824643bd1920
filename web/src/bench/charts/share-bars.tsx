import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import { useMemo } from 'react';
import { Bar } from 'react-chartjs-2';
import * as css from './charts.module.css';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

type ShareBarsProps = {
  /** What each bar stands for. */
  labels: readonly string[];
  values: readonly number[];
  /** Of each bar, or of all. */
  colours: string | readonly string[];
  /** Width of a bar, as a share of its place. */
  fill?: number;
  /** What a bar says when it is pointed at: its label, and its value. */
  tell: { title: (label: string) => string; value: (value: number) => string };
  /** The chart in words. */
  label: string;
  /** Lines over the bars, at shares of the width. */
  marks?: readonly number[];
};

/** Bars side by side without axes, such as how much there is of each tone. */
export function ShareBars({ labels, values, colours, fill = 1, tell, label, marks = [] }: ShareBarsProps) {
  // What has not changed is not drawn again.
  const options = useMemo(
    (): ChartOptions<'bar'> => ({
      animation: false,
      maintainAspectRatio: false,
      scales: { x: { display: false }, y: { display: false, beginAtZero: true } },
      plugins: {
        tooltip: {
          displayColors: false,
          callbacks: {
            title: ([item]) => tell.title(item?.label ?? ''),
            label: ({ parsed }) => tell.value(parsed.y ?? 0),
          },
        },
      },
    }),
    [tell],
  );
  const data = useMemo(() => {
    const backgroundColor = typeof colours === 'string' ? colours : [...colours];
    return {
      labels: [...labels],
      datasets: [{ data: [...values], backgroundColor, barPercentage: 1, categoryPercentage: fill }],
    };
  }, [labels, values, colours, fill]);
  return (
    <div className={css.histogramChart}>
      <Bar data={data} options={options} role="img" aria-label={label} />
      {marks.map((at, i) => (
        <span key={i} className={css.histogramMark} style={{ left: `${100 * at}%` }} aria-hidden />
      ))}
    </div>
  );
}
