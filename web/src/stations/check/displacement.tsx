import { useMemo, type ReactNode } from 'react';
import { displacementField } from '@nobrel/core/check';
import { pathData, type CheckReport, type MapDocument } from '@nobrel/core/documents';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import * as css from './check.module.css';

type DisplacementProps = { report: CheckReport; map: MapDocument };

/** Displacement is blown up so many times, so that a small error is seen. */
const blownUpTimes = 5;

/** Every line where it would lie if it were displaced five times as far, over where it belongs. */
export function DisplacementBlownUp({ report, map }: DisplacementProps) {
  const scale = useLeafScale();
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return (
    <g data-part="displacement">
      {report.lines.map(({ id, dx, dy, status }) => {
        const line = lines.get(id);
        if (!line || status === 'unclear') return null;
        const d = pathData(line);
        return (
          <g key={id}>
            <path className={css.findingWanted} data-part="finding-wanted" d={d} strokeWidth={1 / scale} />
            {status !== 'missing' && (
              <g transform={`translate(${blownUpTimes * dx} ${blownUpTimes * dy})`}>
                <path
                  className={css.findingDrawn}
                  data-part="finding-drawn"
                  d={d}
                  strokeWidth={1.6 / scale}
                />
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
    <g data-part="displacement">
      {report.lines.map(({ id, off, status }) => {
        const line = lines.get(id);
        if (!line || status === 'unclear') return null;
        const missing = status === 'missing';
        const step = missing ? steps.length - 1 : steps.findIndex(({ upToMm }) => off <= upToMm);
        return (
          <path
            key={id}
            className={css.weighed}
            data-part="weighed"
            data-step={step}
            d={pathData(line)}
            strokeWidth={(steps[step]?.widthPx ?? 1) / scale}
            {...(missing ? { strokeDasharray: `${3 / scale} ${8 / scale}` } : {})}
          />
        );
      })}
    </g>
  );
}

/** Cells of the surface, the more densely hatched and the redder the further off the drawing is about them. */
export function DisplacementOver({ report, map }: DisplacementProps) {
  const { columns, cellMm, offMm } = useMemo(() => displacementField(report, map), [report, map]);
  return (
    <g data-part="displacement">
      {offMm.map((off, k) => {
        const step = off === null ? 0 : steps.findIndex(({ upToMm }) => off <= upToMm);
        if (step === 0) return null;
        const [x, y] = [(k % columns) * cellMm, Math.floor(k / columns) * cellMm];
        const lines = Array.from({ length: step }, (_, i) => {
          const at = ((i + 0.5) / step) * cellMm;
          return `M${x} ${y + at}L${x + at} ${y}M${x + at} ${y + cellMm}L${x + cellMm} ${y + at}`;
        });
        return (
          <g key={k} className={css.over} data-part="over" data-step={step}>
            <rect x={x} y={y} width={cellMm} height={cellMm} />
            <path d={lines.join('')} strokeWidth={0.05 * cellMm} />
          </g>
        );
      })}
    </g>
  );
}

/** What the weights mean. */
export function displacementLegend(isOver: boolean): ReactNode {
  return (
    <span className={css.weighedLegend}>
      {steps.map(({ words, widthPx }, step) => (
        <span key={words}>
          {isOver ? (
            <svg width={14} height={14} aria-hidden className={css.over} data-part="over" data-step={step}>
              <rect width={14} height={14} />
            </svg>
          ) : (
            <svg width={28} height={10} aria-hidden>
              <path
                className={css.weighed}
                data-part="weighed"
                data-step={step}
                d="M2 5H26"
                strokeWidth={widthPx}
              />
            </svg>
          )}{' '}
          {words}
        </span>
      ))}
      {!isOver && <span>broken: missing</span>}
    </span>
  );
}
