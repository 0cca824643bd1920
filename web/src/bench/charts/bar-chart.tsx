import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { Chart as DrawnChart } from 'react-chartjs-2';
import { useChartLook } from './chart-look.js';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, LineController, PointElement, Tooltip);

type BarChartProps = {
  /** Bars, and points that stand on them. */
  data: ChartData<'bar' | 'line', (number | [number, number] | null)[]>;
  /** Bars lie one under the other rather than side by side. */
  across?: boolean;
  /** Bars of one place stand on each other. */
  stacked?: boolean;
  /** What a bar or point says when it is pointed at. */
  tell: (set: number, at: number) => string;
  /** How a value is written at its axis, and from one to the next. */
  write: (value: number) => string;
  step: number;
  /** The chart in words. */
  label: string;
};

/** Bars with their axis, that fill their frame. */
export function BarChart({ data, across = false, stacked = false, tell, write, step, label }: BarChartProps) {
  const names = { stacked, grid: { display: false }, ticks: { autoSkip: !across } };
  const values = {
    stacked,
    beginAtZero: true,
    ticks: { stepSize: step, callback: (value: number | string) => write(Number(value)) },
  };
  const options: ChartOptions<'bar' | 'line'> = {
    ...useChartLook(),
    animation: false,
    maintainAspectRatio: false,
    indexAxis: across ? 'y' : 'x',
    scales: across ? { x: values, y: names } : { x: names, y: values },
    plugins: {
      tooltip: {
        displayColors: false,
        callbacks: { label: ({ datasetIndex, dataIndex }) => tell(datasetIndex, dataIndex) },
      },
    },
  };
  return <DrawnChart type="bar" data={data} options={options} role="img" aria-label={label} />;
}
