import { Select, Slider } from 'antd';
import type { ReactNode } from 'react';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { useHeldKey } from '../../bench/keys/use-key.js';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import { PictureOnSurface } from '../../leaves/drawn/main-picture.js';
import { MapDrawing } from '../../leaves/drawn/map-drawing.js';
import { SurfaceSheet } from '../../leaves/drawn/surface-sheet.js';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../store/use-work.js';
import { asDrawn } from './as-drawn.js';
import { DisplacementBlownUp, DisplacementOver, DisplacementWeighed } from './displacement.js';
import { useCheckBench } from './use-check.js';
import { useFlat } from './use-flat.js';
import * as leavesCss from '../../leaves/leaves.module.css';
import * as css from './check.module.css';

/** What is laid over the drawing. */
type Shown = 'drawing' | 'blown-up' | 'weighed' | 'over';
const shownOptions = [
  { value: 'drawing', label: 'photograph' },
  { value: 'blown-up', label: 'error × 5' },
  { value: 'weighed', label: 'how far off' },
  { value: 'over', label: 'over the surface' },
] as const;

/** What is shown of the drawing, and how strongly the map lies over it, 0–1. */
export type Laid = { shown: Shown; over: number };

type LaidProps = { laid: Laid; onLay: (laid: Laid) => void };

/** The choice of what is laid over the drawing. */
export function DrawnLeafTools({ laid, onLay }: LaidProps) {
  return (
    <>
      <Select<Shown>
        size="small"
        aria-label="What is shown of the drawing"
        popupMatchSelectWidth={false}
        value={laid.shown}
        options={shownOptions.map((option) => ({ ...option }))}
        onChange={(shown) => onLay({ ...laid, shown })}
      />
      <label className={leavesCss.overlaySlider}>
        map
        <Slider
          min={0}
          max={100}
          value={Math.round(laid.over * 100)}
          onChange={(value) => onLay({ ...laid, over: value / 100 })}
          tooltip={{ formatter: (value) => `${value ?? 0} %` }}
          ariaLabelForHandle="How strongly the map shows over the drawing"
        />
      </label>
    </>
  );
}

type DrawnLeafProps = {
  laid: Laid;
  /** What is marked on the drawing. */
  children: ReactNode;
};

/** The drawing as it was photographed, seen square-on, and what is laid over it. */
export function DrawnLeaf({ laid: { shown, over }, children }: DrawnLeafProps) {
  const { map, checked, rounds } = useCheckBench();
  const fit = useDecisions('fit');
  const { pencilMm } = useDecisions('map');
  const { preparation } = useMainPicture();
  const flat = useFlat(checked?.flat ?? null);
  const underHeld = useHeldKey('over');
  const { width, height } = map.surface;
  const report = checked?.report;
  return (
    <>
      <SurfaceSheet width={width} height={height} />
      {rounds.length === 0 && (
        <OnBareLeaf width={width} height={height}>
          Your drawing will lie here, seen square-on.
        </OnBareLeaf>
      )}
      {flat.failed && (
        <OnBareLeaf width={width} height={height}>
          The photograph cannot be shown here. Reload the page to try again.
        </OnBareLeaf>
      )}
      {flat.href && (
        <image
          href={flat.href}
          width={width}
          height={height}
          preserveAspectRatio="none"
          opacity={shown === 'drawing' ? 1 : 0.35}
          data-shows="photograph"
        />
      )}
      {underHeld && !findFitFault(fit) && <PictureOnSurface layout={layOut(preparation, fit)} />}
      {report && (
        <g transform={asDrawn(report.placement, map.surface)}>
          {over > 0 && (
            <g opacity={over}>
              <MapDrawing map={map} lineMm={pencilMm} ink="var(--blue)" />
            </g>
          )}
          {shown === 'blown-up' && <DisplacementBlownUp report={report} map={map} />}
          {shown === 'over' && <DisplacementOver report={report} map={map} />}
          {shown === 'weighed' && <DisplacementWeighed report={report} map={map} />}
          {children}
        </g>
      )}
    </>
  );
}

/** What is said where there is no photograph. */
function OnBareLeaf({ width, height, children }: { width: number; height: number; children: string }) {
  const scale = useLeafScale();
  return (
    <text className={css.checkAwaited} x={width / 2} y={height / 2} textAnchor="middle" fontSize={15 / scale}>
      {children}
    </text>
  );
}
