import type { ReactNode } from 'react';
import { pathData, type CheckReport, type MapDocument } from '@nobrel/core/documents';
import { useLeafScale } from '../../leaves/leaf-scale.js';

type DisplacementProps = { report: CheckReport; map: MapDocument };

/** Displacement is blown up so many times, so that a small error is seen. */
const blownUpTimes = 5;

/** Every line where it would lie if it were displaced five times as far, over where it belongs. */
export function DisplacementBlownUp({ report, map }: DisplacementProps) {
  const scale = useLeafScale();
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return (
    <g className="displacement">
      {report.lines.map(({ id, dx, dy, status }) => {
        const line = lines.get(id);
        if (!line || status === 'unclear') return null;
        const d = pathData(line);
        return (
          <g key={id}>
            <path className="finding-wanted" d={d} strokeWidth={1 / scale} />
            {status !== 'missing' && (
              <g transform={`translate(${blownUpTimes * dx} ${blownUpTimes * dy})`}>
                <path className="finding-drawn" d={d} strokeWidth={1.6 / scale} />
              </g>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Steps of how far off lines are, mm; a line is drawn the heavier and the warmer the further off it is. */
const steps = [
  { upToMm: 0.5, widthPx: 1.2, words: 'within 0.5 mm' },
  { upToMm: 1, widthPx: 2.4, words: 'to 1 mm' },
  { upToMm: 2, widthPx: 4, words: 'to 2 mm' },
  { upToMm: Infinity, widthPx: 6.5, words: 'further' },
] as const;

/** Every line as heavy as it is far off; missing ones broken. */
export function DisplacementWeighed({ report, map }: DisplacementProps) {
  const scale = useLeafScale();
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return (
    <g className="displacement">
      {report.lines.map(({ id, off, status }) => {
        const line = lines.get(id);
        if (!line || status === 'unclear') return null;
        const missing = status === 'missing';
        const step = missing ? steps.length - 1 : steps.findIndex(({ upToMm }) => off <= upToMm);
        return (
          <path
            key={id}
            className={`weighed weighed-${step}`}
            d={pathData(line)}
            strokeWidth={(steps[step]?.widthPx ?? 1) / scale}
            {...(missing ? { strokeDasharray: `${3 / scale} ${8 / scale}` } : {})}
          />
        );
      })}
    </g>
  );
}

/** What the weights mean. */
export function displacementLegend(): ReactNode {
  return (
    <span className="weighed-legend">
      {steps.map(({ words, widthPx }, step) => (
        <span key={words}>
          <svg width={28} height={10} aria-hidden>
            <path className={`weighed weighed-${step}`} d="M2 5H26" strokeWidth={widthPx} />
          </svg>{' '}
          {words}
        </span>
      ))}
      <span>broken: missing</span>
    </span>
  );
}
