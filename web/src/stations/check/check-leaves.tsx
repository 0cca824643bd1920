import { useState } from 'react';
import { Diptych } from '../../leaves/diptych.js';
import { MapOnSurface } from '../../leaves/drawn/map-on-surface.js';
import { useMapOrReference } from '../../leaves/drawn/use-map-or-reference.js';
import { useDecisions } from '../../store/use-work.js';
import { displacementLegend } from './displacement.js';
import { DrawnLeaf, DrawnLeafTools, type Laid } from './drawn-leaf.js';
import { FindingMarks } from './finding-marks.js';
import { MeasureMarks } from './measure-marks.js';
import { useCheckBench } from './use-check.js';

type CheckLeavesProps = {
  /** Whether findings are marked; not while something else that is numbered is. */
  marksFindings: boolean;
  pointedAt: string | null;
  onPoint: (key: string | null) => void;
};

/** The map or the reference, and beside it the drawing as it was photographed, seen square-on. */
export function CheckLeaves({ marksFindings, pointedAt, onPoint }: CheckLeavesProps) {
  const { map, check, checked, findings, round, measured } = useCheckBench();
  const fit = useDecisions('fit');
  const { pencilMm } = useDecisions('map');
  const [laid, setLaid] = useState<Laid>({ shown: 'drawing', over: 0 });
  const left = useMapOrReference(<MapOnSurface surface={fit} map={map} lineMm={pencilMm} />);
  const { width, height } = map.surface;
  const open = findings.filter(({ key }) => round?.settled[key] === undefined);
  const marksOf = (side: 'wanted' | 'drawn') =>
    measured ? (
      <MeasureMarks measured={measured} side={side} />
    ) : (
      marksFindings && (
        <FindingMarks findings={open} map={map} pointedAt={pointedAt} onPoint={onPoint} side={side} />
      )
    );
  const isWeighed = laid.shown === 'weighed' || laid.shown === 'over';
  return (
    <Diptych
      extent={{ x: 0, y: 0, width, height }}
      left={{
        ...left,
        content: (
          <>
            {left.content}
            {marksOf('wanted')}
          </>
        ),
        tool: 'marks',
      }}
      right={{
        title: check.of === 'drawing' ? 'Drawing' : 'Surface',
        tools: checked && <DrawnLeafTools laid={laid} onLay={setLaid} />,
        content: <DrawnLeaf laid={laid}>{marksOf('drawn')}</DrawnLeaf>,
        legend: isWeighed && checked ? displacementLegend(laid.shown === 'over') : undefined,
        tool: 'marks and handles',
      }}
    />
  );
}
