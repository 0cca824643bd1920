import type { Plugin } from 'chart.js';
import { sharesBetween } from '@nobrel/core/reference';
import { useAppSelector } from '../../store/hooks.js';
import { rooms } from '../../theme/tokens.js';
import { ShareBars } from './share-bars.js';

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
      <ShareBars
        // Limits and colours are drawn by the plugin, which is only read when the chart is made.
        key={`${limits.join(' ')} ${colours.ground}`}
        labels={bars.map((_, i) => `${stepsABar * i}–${stepsABar * (i + 1)}`)}
        values={bars}
        colours={colours.graphite}
        tell={{
          title: (lightness) => `Lightness ${lightness}`,
          value: (percent) => `${percent.toFixed(1)} % of the picture`,
        }}
        label={`Lightness of the picture. ${shareWords(shares)}`}
        plugins={[drawLimits]}
      />
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
