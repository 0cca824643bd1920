import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import type { LengthUnit } from '@nobrel/core/units';
import { LeafScale } from './leaf-scale.js';
import { Ruler } from './ruler.js';
import { combined, fitInto, rulerPx } from './view.js';

export type Point = { x: number; y: number };

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
};

const panStepPx = 40;
const zoomStep = 1.25;

/**
 * One leaf of the diptych: content in its own units under rulers, panned and zoomed together with the other
 * leaf. Keys: arrows move, + and − zoom, 0 shows all.
 */
export function Leaf(props: LeafProps) {
  const { title, extent, unit, view, onView, pointer, onPointer, tools, children } = props;
  const frame = useRef<HTMLDivElement>(null);
  const surface = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const [size, setSize] = useState({ width: 400, height: 400 });

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
      .scaleExtent([0.5, 60])
      // Handles that are dragged themselves do not pan the leaf.
      .filter((event: Event) => !(event.target instanceof Element && event.target.closest('[data-drag]')))
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
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onPointer({
      x: (event.clientX - box.left - place.x) / place.scale,
      y: (event.clientY - box.top - place.y) / place.scale,
    });
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
          className="leaf-surface"
          width={size.width}
          height={size.height}
          tabIndex={0}
          role="application"
          aria-label={`${title}. Arrow keys move, plus and minus zoom, zero shows all.`}
          onKeyDown={onKeyDown}
          onPointerMove={onPointerMove}
          onPointerLeave={() => onPointer(null)}
        >
          <g transform={`translate(${place.x} ${place.y}) scale(${place.scale})`}>
            <LeafScale value={place.scale}>{children}</LeafScale>
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
          <Ruler axis="x" lengthPx={size.width} place={place} unit={unit} pointer={pointer?.x ?? null} />
          <Ruler axis="y" lengthPx={size.height} place={place} unit={unit} pointer={pointer?.y ?? null} />
          <g className="ruler" aria-hidden>
            <rect width={rulerPx} height={rulerPx} />
            <text x={rulerPx / 2} y={14} textAnchor="middle">
              {unit ?? 'px'}
            </text>
          </g>
        </svg>
      </div>
    </section>
  );
}

function keyedView(
  key: string,
  view: ZoomTransform,
  size: { width: number; height: number },
): ZoomTransform | null {
  const pan = (x: number, y: number) => zoomIdentity.translate(view.x + x, view.y + y).scale(view.k);
  const about = (factor: number) => {
    const k = Math.min(60, Math.max(0.5, view.k * factor));
    const cx = size.width / 2;
    const cy = size.height / 2;
    return zoomIdentity
      .translate(cx - ((cx - view.x) / view.k) * k, cy - ((cy - view.y) / view.k) * k)
      .scale(k);
  };
  switch (key) {
    case 'ArrowLeft':
      return pan(panStepPx, 0);
    case 'ArrowRight':
      return pan(-panStepPx, 0);
    case 'ArrowUp':
      return pan(0, panStepPx);
    case 'ArrowDown':
      return pan(0, -panStepPx);
    case '+':
    case '=':
      return about(zoomStep);
    case '-':
      return about(1 / zoomStep);
    case '0':
      return zoomIdentity;
    default:
      return null;
  }
}
