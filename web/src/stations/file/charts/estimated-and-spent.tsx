import type { TimeSpent } from '@nobrel/core/file';
import type { Estimate } from '@nobrel/core/transfer';
import { formatDate, formatMinutes } from '@nobrel/core/units';
import { BarChart } from '../../../bench/charts/bar-chart.js';
import { ChartFigure } from './chart-figure.js';
import { shorten, stepOfHours, useChartColours, writeHours } from './looks.js';

type Estimated = TimeSpent & { estimate: Estimate };
const isEstimated = (work: TimeSpent): work is Estimated => work.estimate !== null;

/** What each work was estimated at on the day it was begun, and what was spent. */
export function EstimatedAndSpent({ spent }: { spent: readonly TimeSpent[] }) {
  const colours = useChartColours();
  const works = spent.filter(isEstimated);
  if (works.length === 0) return null;
  const within = works.filter(({ minutes, estimate: { low, high } }) => minutes >= low && minutes <= high);
  const off = works
    .map(({ minutes, estimate }) => Math.abs(estimate.minutes / minutes - 1))
    .sort((a, b) => a - b);
  const says = `Each bar is where a work was expected to fall four times in five, from what was known the day it was begun; the dot is what was spent. ${within.length} of ${works.length} fall within it; half are estimated within ${Math.round(100 * (off[off.length >> 1] ?? 0))} %.`;
  return (
    <ChartFigure
      title="Estimated and spent"
      says={says}
      columns={['work', 'begun', 'estimated', 'spent']}
      rows={works.map(({ title, begunAt, estimate, minutes }) => [
        title,
        formatDate(begunAt),
        `${formatMinutes(estimate.minutes)} (${formatMinutes(estimate.low)} to ${formatMinutes(estimate.high)})`,
        formatMinutes(minutes),
      ])}
    >
      <BarChart
        data={{
          labels: works.map(({ title }) => shorten(title, 16)),
          datasets: [
            {
              type: 'line',
              data: works.map(({ minutes }) => minutes),
              borderWidth: 0,
              showLine: false,
              pointRadius: 4,
              pointBackgroundColor: colours.mark,
              pointBorderColor: colours.mark,
            },
            {
              type: 'bar',
              data: works.map(({ estimate: { low, high } }): [number, number] => [low, high]),
              backgroundColor: colours.hatched,
              barPercentage: 0.6,
            },
          ],
        }}
        tell={(set, at) => {
          const work = works[at];
          if (!work) return '';
          return set === 0
            ? `spent ${formatMinutes(work.minutes)}`
            : `estimated at ${formatMinutes(work.estimate.minutes)}`;
        }}
        write={writeHours}
        step={stepOfHours(
          Math.max(...works.map(({ minutes, estimate }) => Math.max(minutes, estimate.high))),
        )}
        label={`Estimated and spent: ${says}`}
      />
    </ChartFigure>
  );
}
