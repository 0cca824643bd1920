import { drawnByMonth, drawnWays, type DrawnWay, type TimeSpent } from '@nobrel/core/file';
import { formatMinutes, formatMonth } from '@nobrel/core/units';
import { BarChart } from '../../../bench/charts/bar-chart.js';
import { ChartFigure } from './chart-figure.js';
import { stepOfHours, useChartColours, writeHours } from './looks.js';
import * as css from './charts.module.css';

const wayWords: Readonly<Record<DrawnWay, string>> = {
  freehand: 'freehand',
  grid: 'by grid',
  tracing: 'by tracing',
};

/** How one drew, month by month: freehand, by grid, by tracing. */
export function DrawnByMonth({ spent }: { spent: readonly TimeSpent[] }) {
  const colours = useChartColours();
  const months = drawnByMonth(spent);
  if (months.length === 0) return null;
  const looks: Readonly<Record<DrawnWay, CanvasPattern | string>> = {
    freehand: colours.mark,
    grid: colours.hatched,
    tracing: colours.solid,
  };
  const totals = drawnWays.map(
    (way) => `${wayWords[way]} ${formatMinutes(months.reduce((sum, month) => sum + month[way], 0))}`,
  );
  const says = `In ${months.length} ${months.length === 1 ? 'month' : 'months'}: ${totals.join(', ')}.`;
  return (
    <ChartFigure
      title="Freehand, by grid, by tracing"
      says={
        <>
          {says}{' '}
          {drawnWays.map((way) => (
            <span key={way} className={css.chartKey} data-way={way}>
              {wayWords[way]}
            </span>
          ))}
        </>
      }
      columns={['month', ...drawnWays.map((way) => wayWords[way])]}
      rows={months.map((month) => [
        formatMonth(month.month),
        ...drawnWays.map((way) => (month[way] > 0 ? formatMinutes(month[way]) : '–')),
      ])}
    >
      <BarChart
        stacked
        data={{
          labels: months.map(({ month }) => formatMonth(month)),
          datasets: drawnWays.map((way) => ({
            data: months.map((month) => month[way]),
            backgroundColor: looks[way],
          })),
        }}
        tell={(set, at) => {
          const way = drawnWays[set];
          return way ? `${wayWords[way]} ${formatMinutes(months[at]?.[way] ?? 0)}` : '';
        }}
        write={writeHours}
        step={stepOfHours(Math.max(...months.map((month) => month.freehand + month.grid + month.tracing)))}
        label={`Freehand, by grid, by tracing: ${says}`}
      />
    </ChartFigure>
  );
}
