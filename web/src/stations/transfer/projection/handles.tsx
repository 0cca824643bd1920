import { useRef, type PointerEvent } from 'react';
import type { Point } from '@nobrel/core/geometry';
import type { Handle, Screen } from '@nobrel/core/transfer';
import { clsx } from 'clsx';
import * as css from './projection.module.css';

type HandlesProps = {
  handles: readonly Handle[];
  inHand: number;
  screen: Screen;
  onTake: (handle: number) => void;
  onMove: (handle: number, by: Point) => void;
};

/** Half a handle, pixels: told apart from across a room. */
const reachPx = 34;

/** Shapes around the origin: a circle, a square, a triangle and a diamond, over and over. */
const shapes = [
  `M${-reachPx} 0a${reachPx} ${reachPx} 0 1 0 ${2 * reachPx} 0a${reachPx} ${reachPx} 0 1 0 ${-2 * reachPx} 0Z`,
  `M${-0.9 * reachPx} ${-0.9 * reachPx}h${1.8 * reachPx}v${1.8 * reachPx}h${-1.8 * reachPx}Z`,
  `M0 ${-1.15 * reachPx}L${1.15 * reachPx} ${0.85 * reachPx}H${-1.15 * reachPx}Z`,
  `M0 ${-1.2 * reachPx}L${1.2 * reachPx} 0L0 ${1.2 * reachPx}L${-1.2 * reachPx} 0Z`,
] as const;

/** Dots beside a handle say how often its shape came before it: 0, 1, 2. */
const dotsBeside = (handle: number) =>
  Array.from({ length: Math.floor(handle / shapes.length) }, (_, k) => 1.5 * reachPx + 14 * k);

/** A cross at each place that is to be brought onto the wall's own, in a shape of its own. */
export function Handles({ handles, inHand, screen, onTake, onMove }: HandlesProps) {
  /** The handle that is dragged, and how far its cross lies from the pointer. */
  const held = useRef<{ handle: number; from: Point } | null>(null);
  const onPointerMove = (event: PointerEvent) => {
    const hold = held.current;
    const now = hold && handles[hold.handle];
    if (!hold || !now) return;
    // Told from where the handle is drawn: several moves may come before it is drawn again.
    onMove(hold.handle, {
      x: event.clientX + hold.from.x - now.px.x,
      y: event.clientY + hold.from.y - now.px.y,
    });
  };
  return (
    <svg
      className={css.cornerHandles}
      width={screen.width}
      height={screen.height}
      onPointerMove={onPointerMove}
      onPointerUp={() => {
        held.current = null;
      }}
    >
      {handles.map(({ name, px }, k) => (
        <g
          key={name}
          className={clsx(css.corner, k === inHand && css.cornerInHand)}
          data-part="corner"
          transform={`translate(${px.x} ${px.y})`}
          role="button"
          aria-label={`Handle ${k + 1}, ${name}`}
          aria-pressed={k === inHand}
          onPointerDown={(event) => {
            held.current = { handle: k, from: { x: px.x - event.clientX, y: px.y - event.clientY } };
            event.currentTarget.setPointerCapture(event.pointerId);
            onTake(k);
          }}
        >
          <path d={shapes[k % shapes.length]} />
          {dotsBeside(k).map((x) => (
            <circle key={x} className={css.cornerDot} cx={x} cy={-reachPx} r={5} />
          ))}
          <path
            className={css.cornerCross}
            d={`M${-2 * reachPx} 0H${2 * reachPx}M0 ${-2 * reachPx}V${2 * reachPx}`}
          />
        </g>
      ))}
    </svg>
  );
}
