import { select } from 'd3-selection';
import { zoom, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import type { Point, Rect } from '@nobrel/core/geometry';
import type { LengthUnit } from '@nobrel/core/units';
import { LeafScale } from './leaf-scale.js';
import { Loupe, type LoupeDetail } from './loupe.js';
import { Ruler } from './ruler.js';
import { combined, fitInto, keyedView, mostZoom, leastZoom, rulerPx } from './view.js';

export type LeafProps = {
  /** What is on the leaf, in a word or two. */
  title: string;
  /** What to bring into view, in content units. */
  extent: Rect;
  unit: LengthUnit | null;
  /** Shared by both leaves. */
  view: ZoomTransform;
  onView: (view: ZoomTransform) => void;
  pointer: Point | null;
  onPointer: (point: Point | null) => void;
  tools?: ReactNode;
  children: ReactNode;
  /** What can be taken hold of, above the rest; it is not repeated in the loupe. */
  handles?: ReactNode;
  /** Hears a click on the leaf, content units. */
  onPick?: (point: Point) => void;
  /** Hears where the pointer is, content units, or that it has gone. */
  onHover?: (point: Point | null) => void;
  /** Hears a stroke drawn on the leaf, as it grows and when it is done; the leaf is then not dragged. */
  onStroke?: (points: readonly Point[], done: boolean) => void;
  loupe: boolean;
  details?: readonly LoupeDetail[];
  /** What the marks on it mean, below it. */
  legend?: ReactNode;
};

/**
 * One leaf of the diptych: content in its own units under rulers, panned and zoomed together with the other
 * leaf. Keys: arrows move, + and − zoom, 0 shows all.
 */
export function Leaf(props: LeafProps) {
  const { title, extent, unit, view, onView, pointer, onPointer, tools, children, handles, onPick } = props;
  const { onHover, onStroke } = props;
  const frame = useRef<HTMLDivElement>(null);
  const surface = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const [size, setSize] = useState({ width: 400, height: 400 });
  const stroke = useRef<Point[] | null>(null);
  const stroking = useRef(false);
  useEffect(() => {
    stroking.current = onStroke !== undefined;
  }, [onStroke]);

  useEffect(() => {
    if (!frame.current) return undefined;
    const watcher = new ResizeObserver(([entry]) => {
      if (entry)
        setSize({
          width: Math.max(80, entry.contentRect.width),
          height: Math.max(80, entry.contentRect.height),
        });
    });
    watcher.observe(frame.current);
    return () => watcher.disconnect();
  }, []);

  useEffect(() => {
    if (!surface.current) return;
    behaviour.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent([leastZoom, mostZoom])
      // Handles that are dragged themselves do not pan the leaf.
      .filter(
        (event: Event) =>
          !(event.target instanceof Element && event.target.closest('[data-drag]')) &&
          (!stroking.current || event.type === 'wheel'),
      )
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
        // Only what a person did is passed on; setting the other leaf's view is not.
        if (event.sourceEvent) onView(event.transform);
      });
    select(surface.current).call(behaviour.current).on('dblclick.zoom', null);
  }, [onView]);

  useEffect(() => {
    if (surface.current && behaviour.current) behaviour.current.transform(select(surface.current), view);
  }, [view]);

  const place = combined(fitInto(extent, size.width, size.height), view);

  const onKeyDown = (event: KeyboardEvent) => {
    const moved = keyedView(event.key, view, size);
    if (!moved || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    onView(moved);
  };
  const spotOf = (event: MouseEvent<SVGSVGElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: (event.clientX - box.left - place.x) / place.scale,
      y: (event.clientY - box.top - place.y) / place.scale,
    };
  };
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (!onStroke || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    stroke.current = [spotOf(event)];
    onStroke(stroke.current, false);
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const point = spotOf(event);
    onPointer(point);
    onHover?.(point);
    if (!stroke.current || !onStroke) return;
    stroke.current = [...stroke.current, point];
    onStroke(stroke.current, false);
  };
  const onPointerUp = () => {
    const drawn = stroke.current;
    stroke.current = null;
    if (drawn && onStroke) onStroke(drawn, true);
  };
  const onClick = (event: MouseEvent<SVGSVGElement>) => {
    const onHandle = event.target instanceof Element && event.target.closest('[data-drag]');
    if (onPick && !onHandle) onPick(spotOf(event));
  };

  return (
    <section className="leaf" aria-label={title}>
      <header className="leaf-head">
        <h2>{title}</h2>
        <div className="leaf-tools">{tools}</div>
      </header>
      <div className="leaf-frame" ref={frame}>
        <svg
          ref={surface}
          className={onPick || onStroke ? 'leaf-surface leaf-picking' : 'leaf-surface'}
          width={size.width}
          height={size.height}
          tabIndex={0}
          role="application"
          aria-label={`${title}. Arrow keys move, plus and minus zoom, zero shows all.`}
          onKeyDown={onKeyDown}
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={onPointerUp}
          onPointerLeave={() => {
            onPointer(null);
            onHover?.(null);
          }}
          onClick={onClick}
        >
          <g transform={`translate(${place.x} ${place.y}) scale(${place.scale})`}>
            <LeafScale value={place.scale}>
              {children}
              {handles}
            </LeafScale>
          </g>
          {pointer && (
            <g className="crosshair" aria-hidden>
              <line
                x1={0}
                x2={size.width}
                y1={place.y + pointer.y * place.scale}
                y2={place.y + pointer.y * place.scale}
              />
              <line
                y1={0}
                y2={size.height}
                x1={place.x + pointer.x * place.scale}
                x2={place.x + pointer.x * place.scale}
              />
            </g>
          )}
          {pointer && props.loupe && (
            <Loupe at={pointer} place={place} size={size} details={props.details ?? []}>
              {children}
            </Loupe>
          )}
          <Ruler axis="x" lengthPx={size.width} place={place} unit={unit} pointer={pointer?.x ?? null} />
          <Ruler axis="y" lengthPx={size.height} place={place} unit={unit} pointer={pointer?.y ?? null} />
          <g className="ruler" aria-hidden>
            <rect width={rulerPx} height={rulerPx} />
            <text x={rulerPx / 2} y={14} textAnchor="middle">
              {unit ?? 'px'}
            </text>
          </g>
        </svg>
        {props.legend && <p className="leaf-legend">{props.legend}</p>}
      </div>
    </section>
  );
}
