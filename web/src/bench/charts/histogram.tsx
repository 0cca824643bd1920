import { useMemo } from 'react';
import { sharesBetween } from '@nobrel/core/reference';
import { useAppSelector } from '../../store/hooks.js';
import { rooms } from '../../theme/tokens.js';
import { ShareBars } from './share-bars.js';
import * as css from './charts.module.css';

/** Steps of lightness drawn as one bar. */
const stepsABar = 2;

const tell = {
  title: (lightness: string) => `Lightness ${lightness}`,
  value: (percent: number) => `${percent.toFixed(1)} % of the picture`,
};

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
  const [labels, bars] = useMemo(() => {
    const values = Array.from(
      { length: histogram.length / stepsABar },
      (_, i) => 100 * ((histogram[stepsABar * i] ?? 0) + (histogram[stepsABar * i + 1] ?? 0)),
    );
    return [values.map((_, i) => `${stepsABar * i}–${stepsABar * (i + 1)}`), values];
  }, [histogram]);
  return (
    <figure className={css.histogram}>
      <figcaption>Lightness, dark to light, parted into {shares.length} values</figcaption>
      <ShareBars
        labels={labels}
        values={bars}
        colours={colours.graphite}
        tell={tell}
        label={`Lightness of the picture. ${shareWords(shares)}`}
        marks={limits.map((limit) => limit / 100)}
      />
      <div className={css.histogramGreys} aria-hidden />
      <p>{shareWords(shares)}</p>
    </figure>
  );
}

/** The share of each value, darkest first. */
function shareWords(shares: readonly number[]): string {
  const percents = shares.map((share) => `${Math.round(100 * share)}\u00a0%`);
  return `Darkest to lightest: ${percents.join(', ')}.`;
}
