import { useState, type KeyboardEvent } from 'react';
import type { Point, Rect } from '@nobrel/core/geometry';
import { keyedMove } from './handle.js';

/** Steps of the cursor, pixels on the screen. */
const stepsPx = { plain: 10, shift: 50, alt: 1 };

type CursorOptions = {
  /** What of the content is seen, content units. */
  seen: Rect;
  /** Pixels a content unit takes. */
  scale: number;
  onPick?: ((point: Point) => void) | undefined;
  onMove: (point: Point) => void;
  onStroke?: ((points: readonly Point[], done: boolean) => void) | undefined;
};

/**
 * A cursor that stands in for the pointer while a tool is used: arrows move it, Enter picks at it, or begins and ends
 * a stroke.
 *
 * @returns a handler of keys that says whether a key was its own, and how to let the cursor go
 */
export function useCursor({ seen, scale, onPick, onMove, onStroke }: CursorOptions) {
  const [cursor, setCursor] = useState<Point | null>(null);
  const [stroke, setStroke] = useState<readonly Point[] | null>(null);
  const at = cursor ?? { x: seen.x + seen.width / 2, y: seen.y + seen.height / 2 };

  const onKey = (event: KeyboardEvent): boolean => {
    if ((!onPick && !onStroke) || event.ctrlKey || event.metaKey) return false;
    const move = keyedMove(event, stepsPx);
    if (move) {
      const next = { x: at.x + move.x / scale, y: at.y + move.y / scale };
      setCursor(next);
      onMove(next);
      if (stroke && onStroke) {
        const longer = [...stroke, next];
        setStroke(longer);
        onStroke(longer, false);
      }
      return true;
    }
    if (event.key !== 'Enter') return false;
    if (onStroke) {
      if (stroke) onStroke(stroke, true);
      else onStroke([at], false);
      setStroke(stroke ? null : [at]);
    } else onPick?.(at);
    setCursor(at);
    onMove(at);
    return true;
  };
  const forget = () => {
    setCursor(null);
    setStroke(null);
  };
  return { onKey, forget };
}
