import { memo, useMemo, type PointerEvent, type ReactNode } from 'react';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import simplify from 'simplify-js';
import type { Rect } from '@nobrel/core/geometry';
import { lineNear } from '@nobrel/core/map';
import { placeNow, type Next, type TracingPlan } from '@nobrel/core/transfer';
import { LeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { CheckMarksDrawn, SheetPlace } from '../tracing-marks.js';
import { clsx } from 'clsx';
import * as css from './run.module.css';

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
  /** No point of a line is shown this far off, mm. */
  maxOffMm: number;
  onLine?: (line: MapLine) => void;
  children?: ReactNode;
};

/** A finger takes hold of a line from this far, pixels. */
const reachPx = 22;

/** The map as far as it is traced: what is done faded, the stretch at hand, and what comes next. */
export function RunDrawing(props: RunDrawingProps) {
  const { label, map, plan, done, next, window, sizePx, maxOffMm, onLine, children } = props;
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
      className={css.runDrawing}
      role="img"
      aria-label={label}
      viewBox={`${window.x} ${window.y} ${window.width} ${window.height}`}
      onPointerUp={onPointerUp}
    >
      <LeafScale value={scale}>
        <rect className={css.runSurface} x={0} y={0} width={map.surface.width} height={map.surface.height} />
        {children}
        <RunLines
          window={window}
          map={map}
          plan={plan}
          done={done}
          section={next.kind === 'stroke' ? next.section : -1}
          scale={scale}
          maxOffMm={maxOffMm}
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

/** How lines are drawn, a letter each: still to come, of the stretch at hand, traced. Any other letter is out of view. */
const looks: Readonly<Partial<Record<string, { className: string; widthPx: number }>>> = {
  r: { className: clsx(css.runLine, css.runRest), widthPx: 1.2 },
  s: { className: css.runLine, widthPx: 1.8 },
  d: { className: clsx(css.runLine, css.runDone), widthPx: 1 },
};

/** Lines that are drawn again together when one of them has changed: enough to skip most, few enough to be quick. */
const groupSize = 48;

type RunLinesProps = Pick<RunDrawingProps, 'map' | 'plan' | 'done' | 'window' | 'maxOffMm'> & {
  section: number;
  scale: number;
};

/** The lines in view: only groups in which something has changed are drawn again. */
function RunLines({ map, plan, done, window, section, scale, maxOffMm }: RunLinesProps) {
  const groups = useMemo(() => groupsOf(drawnLines(map, maxOffMm)), [map, maxOffMm]);
  const inSection = useMemo(() => {
    const stretch = plan.sections[section];
    return new Set(stretch ? plan.lines.slice(stretch.from, stretch.to + 1).map(({ id }) => id) : []);
  }, [plan, section]);
  const lookOf = ({ id, box }: DrawnLine) =>
    !meets(box, window) ? '-' : done.has(id) ? 'd' : inSection.has(id) ? 's' : 'r';
  return groups.map((lines, k) => (
    <LineGroup key={k} lines={lines} looksAs={lines.map(lookOf).join('')} scale={scale} />
  ));
}

type LineGroupProps = { lines: readonly DrawnLine[]; looksAs: string; scale: number };

const LineGroup = memo(function LineGroup({ lines, looksAs, scale }: LineGroupProps) {
  // Lines of one look and dash are one path: a browser paints few long paths sooner than many short ones.
  const paths = new Map<string, string>();
  lines.forEach(({ d, dash }, k) => {
    const key = `${looksAs.charAt(k)} ${dash}`;
    paths.set(key, `${paths.get(key) ?? ''}${d}`);
  });
  return [...paths].map(([key, d]) => {
    const look = looks[key.charAt(0)];
    return (
      look && (
        <path
          key={key}
          className={look.className}
          d={d}
          strokeWidth={look.widthPx / scale}
          strokeDasharray={key.slice(2)}
        />
      )
    );
  });
});

type DrawnLine = { id: string; d: string; dash: string; box: Rect };

function drawnLines(map: MapDocument, maxOffMm: number): DrawnLine[] {
  return map.lines.filter(isTraced).map((line) => ({
    id: line.id,
    d: pathData(simplified(line, maxOffMm)),
    dash: dashOf(line)?.join(' ') ?? 'none',
    box: boxOf([line]),
  }));
}

const groupsOf = (lines: readonly DrawnLine[]): DrawnLine[][] =>
  Array.from({ length: Math.ceil(lines.length / groupSize) }, (_, k) =>
    lines.slice(k * groupSize, (k + 1) * groupSize),
  );

/** A line without the points that nobody would miss: a large map holds many more than a small picture shows. */
function simplified({ points, closed }: MapLine, maxOffMm: number): Pick<MapLine, 'points' | 'closed'> {
  const kept = simplify(
    points.map(([x, y]) => ({ x, y })),
    maxOffMm,
  );
  return { points: kept.map(({ x, y }) => [x, y]), closed };
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
          className={clsx(css.runLine, css.runNow)}
          d={pathData(line)}
          strokeWidth={4.5 / scale}
          strokeDasharray={dashOf(line)?.join(' ') ?? 'none'}
        />
      ))}
      <circle className={css.runEnd} cx={endX} cy={endY} r={5 / scale} />
      <circle
        className={css.runBegin}
        data-part="run-begin"
        cx={x}
        cy={y}
        r={8 / scale}
        strokeWidth={2.5 / scale}
      />
    </>
  );
}
