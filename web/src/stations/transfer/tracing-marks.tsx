import { useMemo } from 'react';
import { pathData, type MapDocument } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import type { TracingPlan } from '@nobrel/core/transfer';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import * as css from './transfer.module.css';

/** The stretches of a tracing over the map, each with its number where it begins, and the check marks. */
export function TracingMarks({ map, plan }: { map: MapDocument; plan: TracingPlan }) {
  const scale = useLeafScale();
  const lines = useMemo(() => new Map(map.lines.map((line) => [line.id, line])), [map]);
  const stretches = useMemo(
    () =>
      plan.sections.map(({ from, to }) => {
        const own = plan.lines.slice(from, to + 1).flatMap(({ id }) => lines.get(id) ?? []);
        const [first] = plan.lines.slice(from, from + 1);
        const line = first && lines.get(first.id);
        const begin =
          line?.points[first?.reversed && !line.closed ? line.points.length - 1 : (first?.start ?? 0)];
        return { d: own.map(pathData).join(''), begin: begin ?? [0, 0] };
      }),
    [plan, lines],
  );
  return (
    <g className={css.tracingMarks}>
      {stretches.map(({ d }, k) => (
        <path key={k} className={css.stretch} data-turn={k % 4} d={d} fill="none" strokeWidth={2.4 / scale} />
      ))}
      {stretches.map(({ begin: [x, y] }, k) => (
        <g key={k} transform={`translate(${x} ${y}) scale(${1 / scale})`}>
          <circle className={css.stretchNumber} data-part="stretch-number" r={11} />
          <text textAnchor="middle" dominantBaseline="central" fontSize={13}>
            {k + 1}
          </text>
        </g>
      ))}
      <CheckMarksDrawn plan={plan} />
      {plan.places?.map((place, k) => (
        <SheetPlace key={k} place={place} number={k + 1} />
      ))}
    </g>
  );
}

/** Where the picture is looked at first. */
export function FocusMark({ x, y }: { x: number; y: number }) {
  const scale = useLeafScale();
  return (
    <g
      className={css.focusMark}
      data-part="focus-mark"
      transform={`translate(${x} ${y}) scale(${1 / scale})`}
    >
      <circle r={16} />
      <circle r={5} />
      <title>Where the picture is looked at first</title>
    </g>
  );
}

/** Where the transfer sheet lies, with the number of the place. */
export function SheetPlace({ place, number }: { place: Rect; number: number }) {
  const scale = useLeafScale();
  return (
    <g className={css.sheetPlace} data-part="sheet-place">
      <rect {...place} strokeWidth={2 / scale} strokeDasharray={`${8 / scale} ${5 / scale}`} />
      <text x={place.x + place.width / 2} y={place.y + place.height / 2} fontSize={34 / scale}>
        {number}
      </text>
    </g>
  );
}

/** Where the two check marks are made. */
export function CheckMarksDrawn({ plan }: { plan: Pick<TracingPlan, 'marks'> }) {
  const scale = useLeafScale();
  return (
    <>
      {plan.marks.map(({ x, y, corner }) => (
        <g
          key={corner}
          className={css.checkMark}
          data-part="check-mark"
          transform={`translate(${x} ${y}) scale(${1 / scale})`}
        >
          <circle r={9} fill="none" />
          <path d="M-15 0H15M0 -15V15" fill="none" />
          <title>Check mark, {corner}</title>
        </g>
      ))}
    </>
  );
}
