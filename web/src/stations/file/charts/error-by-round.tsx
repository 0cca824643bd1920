import type { TimeSpent } from '@nobrel/core/file';
import { formatLength } from '@nobrel/core/units';
import { LineChart } from '../../../bench/charts/line-chart.js';
import { useUnit } from '../../../store/hooks.js';
import { ChartFigure } from './chart-figure.js';
import { useChartColours } from './looks.js';

/** So many drawings are shown, the last ones: more lines cannot be told apart. */
const maxShown = 6;
/** Lines are told apart by how they are broken, and by their points. */
const dashes = [[], [6, 3], [2, 3], [8, 3, 2, 3], [10, 5], [1, 2]];
const points = ['circle', 'rect', 'triangle', 'rectRot', 'cross', 'star'] as const;

const offIn = (round: TimeSpent['rounds'][number] | undefined) => round?.meanOffMm ?? 0;

/** How far off drawings lay in the mean, round by round. */
export function ErrorByRound({ spent }: { spent: readonly TimeSpent[] }) {
  const colours = useChartColours();
  const unit = useUnit();
  const checked = spent.filter(({ rounds }) => rounds.length > 0);
  if (checked.length === 0) return null;
  const shown = checked.slice(-maxShown);
  const most = Math.max(...shown.map(({ rounds }) => rounds.length));
  const ends = checked.filter(({ rounds }) => rounds.length > 1);
  const better = ends.filter(({ rounds }) => offIn(rounds.at(-1)) < offIn(rounds[0]));
  const says =
    ends.length === 0
      ? 'Each was checked once.'
      : `Of ${ends.length} checked more than once, ${better.length} came nearer.`;
  return (
    <ChartFigure
      title="Error by round"
      says={`How far off drawings were on average. ${says}`}
      columns={['work', ...Array.from({ length: most }, (_, k) => `round ${k + 1}`)]}
      rows={checked.map(({ title, rounds }) => [
        title,
        ...Array.from({ length: most }, (_, k) => {
          const round = rounds[k];
          return round ? formatLength(round.meanOffMm, unit) : '';
        }),
      ])}
    >
      <LineChart
        data={{
          labels: Array.from({ length: most }, (_, k) => `round ${k + 1}`),
          datasets: shown.map(({ title, rounds }, k) => ({
            label: title,
            data: rounds.map(({ meanOffMm }) => meanOffMm),
            borderColor: colours.solid,
            borderWidth: 1.5,
            borderDash: dashes[k] ?? [],
            pointStyle: points[k] ?? 'circle',
            pointRadius: 5,
            pointBackgroundColor: colours.mark,
            pointBorderColor: colours.mark,
          })),
        }}
        scales={{
          x: { grid: { display: false } },
          y: {
            beginAtZero: true,
            ticks: { maxTicksLimit: 4, callback: (value) => formatLength(Number(value), unit) },
          },
        }}
        tooltip={{
          label: ({ dataset, parsed }) => `${dataset.label ?? ''}: ${formatLength(parsed.y ?? 0, unit)}`,
        }}
        label={`Error by round: ${says}`}
      />
    </ChartFigure>
  );
}
