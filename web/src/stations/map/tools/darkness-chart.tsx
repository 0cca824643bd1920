import { useMemo } from 'react';
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

const labels = Array.from(
  { length: steps },
  (_, step) => `${(100 * step) / steps}–${(100 * (step + 1)) / steps} %`,
);

/** Metres of line of each step of darkness. */
function metresByStep(found: readonly StrokeFound[]): number[] {
  const metres = new Array<number>(steps).fill(0);
  for (const { kind, strength, lengthMm } of found) {
    if (kind === 'speck') continue;
    const step = Math.min(steps - 1, Math.floor(strength * steps));
    metres[step] = (metres[step] ?? 0) + lengthMm / 1000;
  }
  return metres;
}

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

/** How much line there is of each darkness; what is taken is drawn in full. */
export function DarknessChart({ found, limit }: { found: readonly StrokeFound[]; limit: number }) {
  const { graphite, hairline } = rooms[useAppSelector((state) => state.view.room)];
  const metres = useMemo(() => metresByStep(found), [found]);
  /** The first step whose middle is dark enough: the bars are drawn again when it is another. */
  const firstTaken = Math.max(0, Math.ceil(limit * steps - 0.5));
  const colours = useMemo(
    () => labels.map((_, step) => (step >= firstTaken ? graphite : hairline)),
    [firstTaken, graphite, hairline],
  );
  const taken = sum(metres.slice(firstTaken));
  return (
    <figure className={chartsCss.histogram}>
      <figcaption>Line by darkness, faint to dark</figcaption>
      <ShareBars
        labels={labels}
        values={metres}
        colours={colours}
        fill={0.9}
        tell={tell}
        label={`Line by darkness: ${taken.toFixed(2)} m of ${sum(metres).toFixed(2)} m is dark enough to be taken.`}
      />
    </figure>
  );
}
