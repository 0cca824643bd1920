import { memo, useMemo, type PointerEvent, type ReactNode } from 'react';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import { lineNear } from '@nobrel/core/map';
import type { Next, TracingPlan } from '@nobrel/core/transfer';
import { LeafScale } from '../../../leaves/leaf-scale.js';
import { CheckMarksDrawn } from '../tracing-marks.js';

type RunDrawingProps = {
  label: string;
  map: MapDocument;
  plan: TracingPlan;
  done: ReadonlySet<string>;
  next: Next;
  /** What is shown of it, mm. */
  window: Rect;
  /** Pixels the longer side has, about. */
  sizePx: number;
  onLine?: (line: MapLine) => void;
  children?: ReactNode;
};

/** A finger takes hold of a line from this far, pixels. */
const reachPx = 22;

/** The map as far as it is traced: what is done faded, the stretch at hand, and the line that comes next. */
export function RunDrawing(props: RunDrawingProps) {
  const { label, map, plan, done, next, window, sizePx, onLine, children } = props;
  const scale = sizePx / Math.max(window.width, window.height);
  const line = next.kind === 'line' ? map.lines.find(({ id }) => id === next.id) : undefined;
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix || !onLine) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const spot = lineNear(map.lines, at.x, at.y, reachPx / matrix.a, ({ line }) => isTraced(line));
    if (spot) onLine(spot.line);
  };
  return (
    <svg
      className="run-drawing"
      role="img"
      aria-label={label}
      viewBox={`${window.x} ${window.y} ${window.width} ${window.height}`}
      onPointerUp={onPointerUp}
    >
      <LeafScale value={scale}>
        <rect className="run-surface" x={0} y={0} width={map.surface.width} height={map.surface.height} />
        {children}
        <RunLines
          map={map}
          plan={plan}
          done={done}
          section={next.kind === 'line' ? next.section : -1}
          scale={scale}
        />
        {line && <LineNow line={line} plan={plan} scale={scale} />}
        {next.kind === 'marks' && <CheckMarksDrawn plan={plan} />}
      </LeafScale>
    </svg>
  );
}

type RunLinesProps = Pick<RunDrawingProps, 'map' | 'plan' | 'done'> & { section: number; scale: number };

type State = 'rest' | 'done' | 'section';
const widthsPx: Readonly<Record<State, number>> = { rest: 1.2, done: 1, section: 1.8 };

/** All lines in a few groups, each group one path, so that thousands of them are soon drawn again. */
const RunLines = memo(function RunLines({ map, plan, done, section, scale }: RunLinesProps) {
  const paths = useMemo(
    () =>
      map.lines
        .filter(isTraced)
        .map((line) => ({ id: line.id, d: pathData(line), dash: dashOf(line)?.join(' ') ?? 'none' })),
    [map],
  );
  const inSection = useMemo(() => {
    const stretch = plan.sections[section];
    return new Set(stretch ? plan.lines.slice(stretch.from, stretch.to + 1).map(({ id }) => id) : []);
  }, [plan, section]);
  const groups = new Map<string, { state: State; dash: string; d: string[] }>();
  for (const { id, d, dash } of paths) {
    const state = done.has(id) ? 'done' : inSection.has(id) ? 'section' : 'rest';
    const group = groups.get(`${state} ${dash}`);
    if (group) group.d.push(d);
    else groups.set(`${state} ${dash}`, { state, dash, d: [d] });
  }
  return [...groups].map(([key, { state, dash, d }]) => (
    <path
      key={key}
      className={`run-line run-${state}`}
      d={d.join('')}
      strokeWidth={widthsPx[state] / scale}
      strokeDasharray={dash}
    />
  ));
});

/** The line that comes next, with where to begin and which way to go. */
function LineNow({ line, plan, scale }: { line: MapLine; plan: TracingPlan; scale: number }) {
  const ordered = plan.lines.find(({ id }) => id === line.id);
  const backwards = ordered?.reversed === true && !line.closed;
  const points = backwards ? [...line.points].reverse() : line.points;
  const [x, y] = points[line.closed ? (ordered?.start ?? 0) : 0] ?? [0, 0];
  return (
    <>
      <path
        className="run-line run-now"
        d={pathData(line)}
        strokeWidth={4.5 / scale}
        strokeDasharray={dashOf(line)?.join(' ') ?? 'none'}
      />
      <circle className="run-begin" cx={x} cy={y} r={7 / scale} strokeWidth={2.5 / scale} />
    </>
  );
}
