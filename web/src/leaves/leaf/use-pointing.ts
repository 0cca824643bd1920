import { useRef, type MouseEvent, type PointerEvent } from 'react';
import type { Point } from '@nobrel/core/geometry';
import type { Base } from './view.js';

type PointingOptions = {
  /** Where the content lies on the leaf. */
  place: Base;
  onPointer: (point: Point | null) => void;
  onHover?: ((point: Point | null) => void) | undefined;
  onPick?: ((point: Point) => void) | undefined;
  onStroke?: ((points: readonly Point[], done: boolean) => void) | undefined;
};

/** What a mouse, pen or finger does on a leaf: points, picks, or draws a stroke, in content units. */
export function usePointing({ place, onPointer, onHover, onPick, onStroke }: PointingOptions) {
  const stroke = useRef<Point[] | null>(null);
  const spotOf = (event: MouseEvent<SVGSVGElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: (event.clientX - box.left - place.x) / place.scale,
      y: (event.clientY - box.top - place.y) / place.scale,
    };
  };
  const onPointerUp = () => {
    const drawn = stroke.current;
    stroke.current = null;
    if (drawn && onStroke) onStroke(drawn, true);
  };
  return {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (!onStroke || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      stroke.current = [spotOf(event)];
      onStroke(stroke.current, false);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const point = spotOf(event);
      onPointer(point);
      onHover?.(point);
      if (!stroke.current || !onStroke) return;
      stroke.current = [...stroke.current, point];
      onStroke(stroke.current, false);
    },
    onPointerUp,
    onPointerCancel: onPointerUp,
    onClick: (event: MouseEvent<SVGSVGElement>) => {
      const onHandle = event.target instanceof Element && event.target.closest('[data-drag]');
      if (onPick && !onHandle) onPick(spotOf(event));
    },
  };
}
