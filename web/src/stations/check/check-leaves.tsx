import { Select, Slider } from 'antd';
import { useState } from 'react';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { useHeldKey } from '../../bench/use-key.js';
import { Diptych } from '../../leaves/diptych.js';
import { useLeafScale } from '../../leaves/leaf-scale.js';
import { MapDrawing } from '../../leaves/map-drawing.js';
import { MapOnSurface } from '../../leaves/map-on-surface.js';
import { PictureOnSurface } from '../../leaves/main-picture.js';
import { SurfaceSheet } from '../../leaves/surface-sheet.js';
import { useMapOrReference } from '../../leaves/use-map-or-reference.js';
import { useMainPicture } from '../../leaves/use-reference.js';
import { useDecisions } from '../../store/hooks.js';
import {
  DisplacementBlownUp,
  DisplacementOver,
  DisplacementWeighed,
  displacementLegend,
} from './displacement.js';
import { FindingMarks } from './finding-marks.js';
import { asDrawn } from './as-drawn.js';
import { MeasureMarks } from './measure-marks.js';
import { useFlat } from './use-flat.js';
import { useCheckBench } from './use-check.js';

/** What is laid over the drawing. */
type Shown = 'drawing' | 'blown-up' | 'weighed' | 'over';
const shownOptions = [
  { value: 'drawing', label: 'photograph' },
  { value: 'blown-up', label: 'error × 5' },
  { value: 'weighed', label: 'how far off' },
  { value: 'over', label: 'over the surface' },
] as const;

type CheckLeavesProps = { pointedAt: string | null; onPoint: (key: string | null) => void };

/** The map or the reference, and beside it the drawing as it was photographed, seen square-on. */
export function CheckLeaves({ pointedAt, onPoint }: CheckLeavesProps) {
  const { map, check, checked, findings, round, rounds, measured } = useCheckBench();
  const fit = useDecisions('fit');
  const { pencilMm } = useDecisions('map');
  const { preparation } = useMainPicture();
  const flat = useFlat(checked?.flat ?? null);
  const [shown, setShown] = useState<Shown>('drawing');
  const [over, setOver] = useState(0);
  const underHeld = useHeldKey('over');
  const left = useMapOrReference(<MapOnSurface surface={fit} map={map} lineMm={pencilMm} />);
  const { width, height } = map.surface;
  const layout = findFitFault(fit) ? null : layOut(preparation, fit);
  const report = checked?.report;
  const open = findings.filter(({ key }) => round?.settled[key] === undefined);
  const marks = { findings: open, map, pointedAt, onPoint };
  return (
    <Diptych
      extent={{ x: 0, y: 0, width, height }}
      left={{
        ...left,
        content: (
          <>
            {left.content}
            {measured ? (
              <MeasureMarks measured={measured} side="wanted" />
            ) : (
              <FindingMarks {...marks} side="wanted" />
            )}
          </>
        ),
        tool: 'marks',
      }}
      right={{
        title: check.of === 'drawing' ? 'Drawing' : 'Surface',
        tools: report && (
          <>
            <Select<Shown>
              size="small"
              aria-label="What is shown of the drawing"
              popupMatchSelectWidth={false}
              value={shown}
              options={shownOptions.map((option) => ({ ...option }))}
              onChange={setShown}
            />
            <label className="overlay-slider">
              map
              <Slider
                min={0}
                max={100}
                value={Math.round(over * 100)}
                onChange={(value) => setOver(value / 100)}
                tooltip={{ formatter: (value) => `${value ?? 0} %` }}
                ariaLabelForHandle="How strongly the map shows over the drawing"
              />
            </label>
          </>
        ),
        content: (
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
            {underHeld && layout && <PictureOnSurface layout={layout} />}
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
                {measured ? (
                  <MeasureMarks measured={measured} side="drawn" />
                ) : (
                  <FindingMarks {...marks} side="drawn" />
                )}
              </g>
            )}
          </>
        ),
        legend:
          (shown === 'weighed' || shown === 'over') && report
            ? displacementLegend(shown === 'over')
            : undefined,
        tool: 'marks and handles',
      }}
    />
  );
}

/** What is said where there is no photograph. */
function OnBareLeaf({ width, height, children }: { width: number; height: number; children: string }) {
  const scale = useLeafScale();
  return (
    <text className="check-awaited" x={width / 2} y={height / 2} textAnchor="middle" fontSize={15 / scale}>
      {children}
    </text>
  );
}
