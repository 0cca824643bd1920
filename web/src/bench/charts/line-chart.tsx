import {
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { useChartLook } from './chart-look.js';

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Tooltip);

type LineChartProps = {
  data: ChartData<'line', (number | null)[]>;
  scales: ChartOptions<'line'>['scales'];
  /** What the tooltip says of a point: its label, and its value. */
  tooltip: NonNullable<NonNullable<ChartOptions<'line'>['plugins']>['tooltip']>['callbacks'];
  /** What it shows, in words. */
  label: string;
};

/** A small chart of lines that fills its frame. */
export function LineChart({ data, scales, tooltip, label }: LineChartProps) {
  const options: ChartOptions<'line'> = {
    ...useChartLook(),
    animation: false,
    maintainAspectRatio: false,
    ...(scales && { scales }),
    plugins: { tooltip: { displayColors: false, ...(tooltip && { callbacks: tooltip }) } },
  };
  return <Line data={data} options={options} role="img" aria-label={label} />;
}
