import { useRef, type PointerEvent } from 'react';
import type { Point, Quad } from '@nobrel/core/geometry';
import { cornerNames, type Screen } from '@nobrel/core/transfer';

type CornerHandlesProps = {
  corners: Quad;
  inHand: number;
  screen: Screen;
  onTake: (corner: number) => void;
  onMove: (corner: number, by: Point) => void;
};

/** Half a handle, pixels: told apart from across a room. */
const reachPx = 34;

/** Shapes around the origin, one for each corner: a circle, a square, a triangle and a diamond. */
const shapes = [
  `M${-reachPx} 0a${reachPx} ${reachPx} 0 1 0 ${2 * reachPx} 0a${reachPx} ${reachPx} 0 1 0 ${-2 * reachPx} 0Z`,
  `M${-0.9 * reachPx} ${-0.9 * reachPx}h${1.8 * reachPx}v${1.8 * reachPx}h${-1.8 * reachPx}Z`,
  `M0 ${-1.15 * reachPx}L${1.15 * reachPx} ${0.85 * reachPx}H${-1.15 * reachPx}Z`,
  `M0 ${-1.2 * reachPx}L${1.2 * reachPx} 0L0 ${1.2 * reachPx}L${-1.2 * reachPx} 0Z`,
] as const;

/** A cross at each corner, to be brought onto the taped corners of the surface, in a shape of its own. */
export function CornerHandles({ corners, inHand, screen, onTake, onMove }: CornerHandlesProps) {
  const held = useRef<{ corner: number; x: number; y: number } | null>(null);
  const onPointerMove = (event: PointerEvent) => {
    const hold = held.current;
    if (!hold) return;
    onMove(hold.corner, { x: event.clientX - hold.x, y: event.clientY - hold.y });
    held.current = { ...hold, x: event.clientX, y: event.clientY };
  };
  return (
    <svg
      className="corner-handles"
      width={screen.width}
      height={screen.height}
      onPointerMove={onPointerMove}
      onPointerUp={() => {
        held.current = null;
      }}
    >
      {corners.map(({ x, y }, k) => (
        <g
          key={cornerNames[k]}
          className={k === inHand ? 'corner corner-in-hand' : 'corner'}
          transform={`translate(${x} ${y})`}
          role="button"
          aria-label={`Corner ${k + 1}, ${cornerNames[k] ?? ''}`}
          aria-pressed={k === inHand}
          onPointerDown={(event) => {
            held.current = { corner: k, x: event.clientX, y: event.clientY };
            event.currentTarget.setPointerCapture(event.pointerId);
            onTake(k);
          }}
        >
          <path className="corner-shape" d={shapes[k]} />
          <path
            className="corner-cross"
            d={`M${-2 * reachPx} 0H${2 * reachPx}M0 ${-2 * reachPx}V${2 * reachPx}`}
          />
        </g>
      ))}
    </svg>
  );
}
