import { memo, useMemo, type PointerEvent, type ReactNode } from 'react';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import { lineNear } from '@nobrel/core/map';
import { placeNow, type Next, type TracingPlan } from '@nobrel/core/transfer';
import { LeafScale } from '../../../leaves/leaf-scale.js';
import { CheckMarksDrawn, SheetPlace } from '../tracing-marks.js';

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

/** The map as far as it is traced: what is done faded, the stretch at hand, and what comes next. */
export function RunDrawing(props: RunDrawingProps) {
  const { label, map, plan, done, next, window, sizePx, onLine, children } = props;
  const scale = sizePx / Math.max(window.width, window.height);
  const stroke = next.kind === 'stroke' ? linesOf(map, next.ids) : [];
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix || !onLine) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const nearest = (accepts: (line: MapLine) => boolean) =>
      lineNear(map.lines, at.x, at.y, reachPx / matrix.a, ({ line }) => isTraced(line) && accepts(line));
    // Where lines meet, what is still to trace is meant.
    const spot = nearest(({ id }) => !done.has(id)) ?? nearest(() => true);
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
          window={window}
          map={map}
          plan={plan}
          done={done}
          section={next.kind === 'stroke' ? next.section : -1}
          scale={scale}
        />
        {stroke.length > 0 && <StrokeNow stroke={stroke} plan={plan} scale={scale} />}
        {next.kind === 'marks' && <CheckMarksDrawn plan={plan} />}
        <SheetNow plan={plan} next={next} />
      </LeafScale>
    </svg>
  );
}

/** Where the transfer sheet lies now, or is to be laid. */
function SheetNow({ plan, next }: Pick<RunDrawingProps, 'plan' | 'next'>) {
  const number = placeNow(plan, next);
  const place = number === null ? undefined : plan.places?.[number];
  return place ? <SheetPlace place={place} number={(number ?? 0) + 1} /> : null;
}

type State = 'rest' | 'done' | 'section';
const widthsPx: Readonly<Record<State, number>> = { rest: 1.2, done: 1, section: 1.8 };

type RunLinesProps = Pick<RunDrawingProps, 'map' | 'plan' | 'done' | 'window'> & {
  section: number;
  scale: number;
};

/** The lines in view, each a path of its own: only what has changed is drawn again. */
const RunLines = memo(function RunLines({ map, plan, done, window, section, scale }: RunLinesProps) {
  const all = useMemo(() => drawnLines(map), [map]);
  const shown = useMemo(() => all.filter(({ box }) => meets(box, window)), [all, window]);
  const inSection = useMemo(() => {
    const stretch = plan.sections[section];
    return new Set(stretch ? plan.lines.slice(stretch.from, stretch.to + 1).map(({ id }) => id) : []);
  }, [plan, section]);
  return shown.map(({ id, d, dash }) => (
    <RunLine
      key={id}
      d={d}
      dash={dash}
      state={done.has(id) ? 'done' : inSection.has(id) ? 'section' : 'rest'}
      scale={scale}
    />
  ));
});

const RunLine = memo(function RunLine(props: { d: string; dash: string; state: State; scale: number }) {
  const { d, dash, state, scale } = props;
  return (
    <path
      className={`run-line run-${state}`}
      d={d}
      strokeWidth={widthsPx[state] / scale}
      strokeDasharray={dash}
    />
  );
});

function drawnLines(map: MapDocument) {
  return map.lines.filter(isTraced).map((line) => ({
    id: line.id,
    d: pathData(line),
    dash: dashOf(line)?.join(' ') ?? 'none',
    box: boxOf([line]),
  }));
}

/** The box around lines, mm. */
export function boxOf(lines: readonly MapLine[]): Rect {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of lines)
    for (const [x, y] of points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

const meets = (a: Rect, b: Rect) =>
  a.x <= b.x + b.width && b.x <= a.x + a.width && a.y <= b.y + b.height && b.y <= a.y + a.height;

/** Lines of a map in the order of their ids. */
export function linesOf(map: MapDocument, ids: readonly string[]): MapLine[] {
  const wanted = new Set(ids);
  const found = new Map(map.lines.flatMap((line) => (wanted.has(line.id) ? [[line.id, line] as const] : [])));
  return ids.flatMap((id) => found.get(id) ?? []);
}

type StrokeNowProps = { stroke: readonly MapLine[]; plan: TracingPlan; scale: number };

/** What is traced next in one go, with where it begins and, as a dot, where it ends. */
function StrokeNow({ stroke, plan, scale }: StrokeNowProps) {
  const ends = (line: MapLine | undefined, which: 'begin' | 'end') => {
    if (!line) return [0, 0] as const;
    const ordered = plan.lines.find(({ id }) => id === line.id);
    if (line.closed) return line.points[ordered?.start ?? 0] ?? ([0, 0] as const);
    const isFirst = (which === 'begin') !== (ordered?.reversed === true);
    return line.points[isFirst ? 0 : line.points.length - 1] ?? ([0, 0] as const);
  };
  const [x, y] = ends(stroke[0], 'begin');
  const [endX, endY] = ends(stroke.at(-1), 'end');
  return (
    <>
      {stroke.map((line) => (
        <path
          key={line.id}
          className="run-line run-now"
          d={pathData(line)}
          strokeWidth={4.5 / scale}
          strokeDasharray={dashOf(line)?.join(' ') ?? 'none'}
        />
      ))}
      <circle className="run-end" cx={endX} cy={endY} r={5 / scale} />
      <circle className="run-begin" cx={x} cy={y} r={8 / scale} strokeWidth={2.5 / scale} />
    </>
  );
}
