import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { formatNumber } from '@nobrel/core/units';
import { useLeafScale } from './leaf-scale.js';
import * as css from './leaf.module.css';

/** Steps of the arrow keys: alone, with Shift and with Alt, in content units. */
export type KeySteps = { plain: number; shift: number; alt: number };

/** On a picture: a pixel, ten, and a tenth. On a surface the same in millimetres. */
const usualSteps: KeySteps = { plain: 1, shift: 10, alt: 0.1 };

/**
 * How far an arrow key asks to move something, in content units, or null for any other key.
 */
export function keyedMove(
  event: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'altKey'>,
  steps: KeySteps = usualSteps,
): { x: number; y: number } | null {
  const step = event.altKey ? steps.alt : event.shiftKey ? steps.shift : steps.plain;
  switch (event.key) {
    case 'ArrowLeft':
      return { x: -step, y: 0 };
    case 'ArrowRight':
      return { x: step, y: 0 };
    case 'ArrowUp':
      return { x: 0, y: -step };
    case 'ArrowDown':
      return { x: 0, y: step };
    default:
      return null;
  }
}

/**
 * What makes a shape on a leaf movable: dragged by mouse or finger, moved by the arrow keys.
 *
 * @param onMove hears how far it moves since the last time, content units
 */
export function useMovable(onMove: (x: number, y: number) => void, steps?: KeySteps) {
  const scale = useLeafScale();
  const last = useRef<{ x: number; y: number } | null>(null);
  const end = () => {
    last.current = null;
  };
  return {
    'data-drag': true,
    tabIndex: 0,
    onKeyDown: (event: KeyboardEvent) => {
      const move = keyedMove(event, steps);
      if (!move) return;
      event.preventDefault();
      event.stopPropagation();
      onMove(move.x, move.y);
    },
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      event.currentTarget.focus();
      last.current = { x: event.clientX, y: event.clientY };
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const from = last.current;
      if (!from) return;
      last.current = { x: event.clientX, y: event.clientY };
      onMove((event.clientX - from.x) / scale, (event.clientY - from.y) / scale);
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}

type HandleProps = {
  label: string;
  x: number;
  y: number;
  onMove: (x: number, y: number) => void;
  steps?: KeySteps;
  /** A letter or number beside it. */
  mark?: ReactNode;
  kind?: 'corner' | 'pin';
};

/** Half a finger's width, pixels. */
const reachPx = 22;

/** A point on a leaf that can be moved: a ring with a hair cross, wide enough for a finger. */
export function Handle({ label, x, y, onMove, steps, mark, kind = 'corner' }: HandleProps) {
  const scale = useLeafScale();
  const movable = useMovable(onMove, steps);
  return (
    <g
      className={css.handle}
      data-kind={kind}
      transform={`translate(${x} ${y}) scale(${1 / scale})`}
      role="button"
      aria-label={`${label}: drag it, or move it with the arrow keys`}
      aria-description={`${formatNumber(x, 1)} across, ${formatNumber(y, 1)} down`}
      {...movable}
    >
      <circle className={css.handleReach} r={reachPx} />
      <circle className={css.handleRing} r={kind === 'pin' ? 11 : 9} />
      {kind === 'corner' && <path className={css.handleHair} d="M-15 0H-4M4 0H15M0 -15V-4M0 4V15" />}
      {mark !== undefined && (
        <text {...(kind === 'pin' ? { y: 5, textAnchor: 'middle' } : { x: 13, y: -11 })}>{mark}</text>
      )}
    </g>
  );
}
