import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { FitDecisions } from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import { useLeafScale } from '../../leaves/leaf-scale.js';

type CropHandleProps = {
  /** The picture's place on the surface, mm. */
  frame: Rect;
  /** The whole reference at that scale, mm. */
  whole: Rect;
  fit: Pick<FitDecisions, 'way' | 'cropX' | 'cropY'>;
  onMove: (crop: { cropX: number; cropY: number }) => void;
};

const share = (value: number) => Math.min(1, Math.max(0, value));

/** The frame of what is used. The picture is dragged under it, or moved with the arrow keys. */
export function CropHandle({ frame, whole, fit, onMove }: CropHandleProps) {
  const scale = useLeafScale();
  const drag = useRef<{ x: number; y: number; cropX: number; cropY: number } | null>(null);
  const spareX = whole.width - frame.width;
  const spareY = whole.height - frame.height;
  const movable = fit.way === 'crop' && (spareX > 0.01 || spareY > 0.01);

  /** Crop after moving the picture by some millimetres. */
  const moved = (from: { cropX: number; cropY: number }, xMm: number, yMm: number) => ({
    cropX: spareX > 0.01 ? share(from.cropX - xMm / spareX) : from.cropX,
    cropY: spareY > 0.01 ? share(from.cropY - yMm / spareY) : from.cropY,
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      event.key
    ];
    if (!by || !movable) return;
    event.preventDefault();
    event.stopPropagation();
    onMove(moved(fit, by[0] ?? 0, by[1] ?? 0));
  };
  const onPointerDown = (event: PointerEvent<SVGRectElement>) => {
    if (!movable) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, cropX: fit.cropX, cropY: fit.cropY };
  };
  const onPointerMove = (event: PointerEvent<SVGRectElement>) => {
    const from = drag.current;
    if (from) onMove(moved(from, (event.clientX - from.x) / scale, (event.clientY - from.y) / scale));
  };
  const end = () => {
    drag.current = null;
  };
  return (
    <rect
      className={movable ? 'crop-frame crop-movable' : 'crop-frame'}
      {...frame}
      vectorEffect="non-scaling-stroke"
      {...(movable
        ? {
            'data-drag': true,
            tabIndex: 0,
            role: 'group',
            'aria-label': 'What is used of the picture: drag, or arrow keys move it',
          }
        : {})}
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={end}
      onPointerCancel={end}
    />
  );
}
