import { minutesByMethod, type TimeSpent } from '@nobrel/core/file';
import { transferMethodNames } from '@nobrel/core/transfer';
import { formatMinutes } from '@nobrel/core/units';
import { BarChart } from '../../../bench/charts/bar-chart.js';
import { ChartFigure } from './chart-figure.js';
import { shorten, stepOfHours, useChartColours, writeHours } from './looks.js';

/** So many works are shown: more bars cannot be read. */
const maxShown = 12;

type Bar = { name: string; minutes: number };

/** Minutes by method. */
export function TimeByMethod({ spent }: { spent: readonly TimeSpent[] }) {
  const bars = minutesByMethod(spent).map(({ method, minutes }) => ({
    name: transferMethodNames[method],
    minutes,
  }));
  if (bars.length === 0) return null;
  return <MinuteBars title="Time by method" of="method" bars={bars} />;
}

/** Minutes by work, the longest first. */
export function TimeByWork({ spent }: { spent: readonly TimeSpent[] }) {
  const timed = spent
    .filter(({ minutes }) => minutes > 0)
    .sort((a, b) => b.minutes - a.minutes)
    .map(({ title, minutes }) => ({ name: title, minutes }));
  if (timed.length === 0) return null;
  return <MinuteBars title="Time by work" of="work" bars={timed} />;
}

function MinuteBars({ title, of, bars }: { title: string; of: string; bars: readonly Bar[] }) {
  const colours = useChartColours();
  const shown = bars.slice(0, maxShown);
  const total = bars.reduce((sum, { minutes }) => sum + minutes, 0);
  const [longest] = bars;
  const more = bars.length > maxShown ? ` The ${maxShown} longest of ${bars.length} are drawn.` : '';
  const says = `Together ${formatMinutes(total)}; most, ${formatMinutes(longest?.minutes ?? 0)}, for ${longest?.name ?? ''}.${more}`;
  return (
    <ChartFigure
      title={title}
      says={says}
      columns={[of, 'time']}
      rows={bars.map(({ name, minutes }) => [name, formatMinutes(minutes)])}
    >
      <BarChart
        across
        data={{
          labels: shown.map(({ name }) => shorten(name)),
          datasets: [
            { data: shown.map(({ minutes }) => minutes), backgroundColor: colours.solid, barPercentage: 0.7 },
          ],
        }}
        tell={(_, at) => formatMinutes(shown[at]?.minutes ?? 0)}
        write={writeHours}
        step={stepOfHours(longest?.minutes ?? 0)}
        label={`${title}: ${says}`}
      />
    </ChartFigure>
  );
}
