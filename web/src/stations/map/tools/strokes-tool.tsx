import { Slider } from 'antd';
import { useMemo, useState } from 'react';
import { pathData } from '@nobrel/core/documents';
import type { StrokeFound } from '@nobrel/core/map';
import { counted } from '@nobrel/core/units';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { useBenchMap, useFoundInMap, useSettings } from '../bench-map.js';
import { DarknessChart } from './darkness-chart.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

/** What a stroke is taken for at a darkness limit. */
const classOf = ({ kind, strength }: StrokeFound, limit: number) => {
  if (kind === 'speck') return 'speck';
  if (strength < limit) return 'faint';
  return kind === 'hatching' ? 'hatching' : 'drawing';
};

const classes = [
  { id: 'drawing', label: 'taken', dash: null },
  { id: 'hatching', label: 'hatching', dash: [0.6, 0.8] },
  { id: 'faint', label: 'fainter', dash: [2, 1.2] },
  { id: 'speck', label: 'specks, edge of the sheet', dash: [0.1, 1] },
] as const;

/** The strokes found in a drawing, by what they were taken for, and the limit in darkness between them to be moved. */
export function StrokesTool() {
  const found = useFoundInMap((worker) => worker.strokes());
  const { map } = useBenchMap();
  const [settings, change] = useSettings();
  const [tried, setTried] = useState<number | null>(null);
  const limit = tried ?? map?.readAs?.darkerThan ?? settings.darkerThan ?? 0;
  return (
    <ToolInHand
      marks={found && <StrokesMarked found={found} limit={limit} />}
      panel={
        found && (
          <section className={panelsCss.mapPanel} aria-label="Strokes found">
            <h3>Strokes found</h3>
            <DarknessChart found={found} limit={limit} />
            <label>
              Take lines darker than
              <Slider
                min={1}
                max={100}
                value={Math.round(100 * limit)}
                onChange={(value) => setTried(value / 100)}
                onChangeComplete={(value) => {
                  setTried(null);
                  change({ darkerThan: value / 100 });
                }}
                tooltip={{ formatter: (value) => `${value ?? 0} % of the drawing’s darkness` }}
                ariaLabelForHandle="Take lines darker than, per cent of the drawing’s darkness"
              />
            </label>
            <StrokesCounted found={found} limit={limit} />
          </section>
        )
      }
    />
  );
}

/** How much of each class there is, with how it is marked on the leaves. */
function StrokesCounted({ found, limit }: { found: readonly StrokeFound[]; limit: number }) {
  return (
    <ul className={css.strokesCounted} data-part="strokes-counted" aria-live="polite">
      {classes.map(({ id, label, dash }) => {
        const own = found.filter((stroke) => classOf(stroke, limit) === id);
        if (own.length === 0 && id === 'hatching') return null;
        const metres = own.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000;
        return (
          <li key={id}>
            <svg width="36" height="8" aria-hidden>
              <path
                className={css.strokeFound}
                data-kind={id}
                d="M2 4H34"
                strokeWidth="2.5"
                strokeLinecap="round"
                {...(dash ? { strokeDasharray: dash.map((part) => 4 * part).join(' ') } : {})}
              />
            </svg>
            <span>
              {label}: {counted(own.length, 'line')}, {metres.toFixed(2)} m
            </span>
          </li>
        );
      })}
    </ul>
  );
}

/** The strokes found, each class in its own colour and dash. */
function StrokesMarked({ found, limit }: { found: readonly StrokeFound[]; limit: number }) {
  const scale = useLeafScale();
  const paths = useMemo(
    () =>
      classes.map(({ id, dash }) => ({
        id,
        dash,
        d: found
          .filter((stroke) => classOf(stroke, limit) === id)
          .map(pathData)
          .join(''),
      })),
    [found, limit],
  );
  return (
    <g data-part="strokes-found">
      {paths.map(({ id, dash, d }) => (
        <path
          key={id}
          className={css.strokeFound}
          data-kind={id}
          d={d}
          fill="none"
          strokeWidth={1.6 / scale}
          strokeLinecap="round"
          {...(dash ? { strokeDasharray: dash.map((part) => (6 * part) / scale).join(' ') } : {})}
        />
      ))}
    </g>
  );
}
