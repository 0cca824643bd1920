import type { ZoomTransform } from 'd3-zoom';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import type { Point, Rect } from '@nobrel/core/geometry';
import type { LengthUnit } from '@nobrel/core/units';
import { Crosshair } from './crosshair.js';
import { LeafScale } from './leaf-scale.js';
import { Loupe, type LoupeDetail } from './loupe.js';
import { Rulers } from './ruler.js';
import { useCursor } from './use-cursor.js';
import { usePointing } from './use-pointing.js';
import { useSize } from './use-size.js';
import { useZoom } from './use-zoom.js';
import { combined, fitInto, followedView, keyedView, seenOf } from './view.js';
import * as css from './leaf.module.css';
import { clsx } from 'clsx';

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
 * leaf. Keys: arrows move the leaf, or the cursor of a tool; + and − zoom, 0 shows all.
 */
export function Leaf(props: LeafProps) {
  const { title, extent, unit, view, onView, pointer, onPointer, tools, children, handles, onPick } = props;
  const { onHover, onStroke } = props;
  const frame = useRef<HTMLDivElement>(null);
  const surface = useRef<SVGSVGElement>(null);
  const size = useSize(frame);
  useZoom({ surface, view, onView, stroking: onStroke !== undefined });
  const place = combined(fitInto(extent, size.width, size.height), view);
  const pointing = usePointing({ place, onPointer, onHover, onPick, onStroke });
  const onMove = (point: Point) => {
    onPointer(point);
    onHover?.(point);
    const followed = followedView(point, view, place, size);
    if (followed) onView(followed);
  };
  const cursor = useCursor({ seen: seenOf(place, size), scale: place.scale, onPick, onMove, onStroke });
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target === event.currentTarget && cursor.onKey(event)) {
      event.preventDefault();
      return;
    }
    const moved = keyedView(event.key, view, size);
    if (!moved || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    onView(moved);
  };
  const picks = onPick !== undefined || onStroke !== undefined;
  return (
    <section className={css.leaf} data-part="leaf" aria-label={title}>
      <header className={css.leafHead}>
        <h2>{title}</h2>
        <div className={css.leafTools}>{tools}</div>
      </header>
      <div className={css.leafFrame} ref={frame}>
        <svg
          ref={surface}
          className={clsx(css.leafSurface, picks && css.leafPicking, onStroke && css.leafStroking)}
          data-part="leaf-surface"
          width={size.width}
          height={size.height}
          tabIndex={0}
          role="application"
          aria-label={`${title}. ${picks ? 'Arrow keys move the cursor, Enter clicks' : 'Arrow keys move'}, plus and minus zoom, zero shows all.`}
          onKeyDown={onKeyDown}
          {...pointing}
          onPointerLeave={() => {
            cursor.forget();
            onPointer(null);
            onHover?.(null);
          }}
        >
          <g transform={`translate(${place.x} ${place.y}) scale(${place.scale})`}>
            <LeafScale value={place.scale}>
              {children}
              {handles}
            </LeafScale>
          </g>
          {pointer && <Crosshair at={pointer} place={place} size={size} />}
          {pointer && props.loupe && (
            <Loupe at={pointer} place={place} size={size} details={props.details ?? []}>
              {children}
            </Loupe>
          )}
          <Rulers size={size} place={place} unit={unit} pointer={pointer} />
        </svg>
        {props.legend && <p className={css.leafLegend}>{props.legend}</p>}
      </div>
    </section>
  );
}
