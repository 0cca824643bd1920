import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { Bar } from 'react-chartjs-2';

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
  plugins?: readonly Plugin<'bar'>[];
};

/** Bars side by side without axes, such as how much there is of each tone. */
export function ShareBars({ labels, values, colours, fill = 1, tell, label, plugins = [] }: ShareBarsProps) {
  const options: ChartOptions<'bar'> = {
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
  };
  const backgroundColor = typeof colours === 'string' ? colours : [...colours];
  return (
    <div className="histogram-chart">
      <Bar
        data={{
          labels: [...labels],
          datasets: [{ data: [...values], backgroundColor, barPercentage: 1, categoryPercentage: fill }],
        }}
        options={options}
        plugins={[...plugins]}
        role="img"
        aria-label={label}
      />
    </div>
  );
}
