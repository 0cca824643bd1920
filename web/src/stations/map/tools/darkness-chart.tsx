import type { StrokeFound } from '@nobrel/core/map';
import { ShareBars } from '../../../bench/charts/share-bars.js';
import { useAppSelector } from '../../../store/hooks.js';
import { rooms } from '../../../theme/tokens.js';
import * as chartsCss from '../../../bench/charts/charts.module.css';

/** Steps of darkness shown, up to that of the drawing. */
const steps = 25;

const tell = {
  title: (darkness: string) => `Darkness ${darkness}`,
  value: (length: number) => `${length.toFixed(2)} m of line`,
};

/** How much line there is of each darkness; what is taken is drawn in full. */
export function DarknessChart({ found, limit }: { found: readonly StrokeFound[]; limit: number }) {
  const colours = rooms[useAppSelector((state) => state.view.room)];
  const metres = new Array<number>(steps).fill(0);
  for (const { kind, strength, lengthMm } of found) {
    if (kind === 'speck') continue;
    const step = Math.min(steps - 1, Math.floor(strength * steps));
    metres[step] = (metres[step] ?? 0) + lengthMm / 1000;
  }
  const isTaken = (_: number, step: number) => (step + 0.5) / steps >= limit;
  const taken = metres.filter(isTaken).reduce((sum, value) => sum + value, 0);
  const all = metres.reduce((sum, value) => sum + value, 0);
  return (
    <figure className={chartsCss.histogram}>
      <figcaption>Line by darkness, faint to dark</figcaption>
      <ShareBars
        labels={metres.map((_, step) => `${(100 * step) / steps}–${(100 * (step + 1)) / steps} %`)}
        values={metres}
        colours={metres.map((own, step) => (isTaken(own, step) ? colours.graphite : colours.hairline))}
        fill={0.9}
        tell={tell}
        label={`Line by darkness: ${taken.toFixed(2)} m of ${all.toFixed(2)} m is dark enough to be taken.`}
      />
    </figure>
  );
}
