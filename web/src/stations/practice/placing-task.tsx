import { Button } from 'antd';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '@nobrel/core/geometry';
import type { Task } from '@nobrel/core/practice';
import { pathOf } from './run-paths.js';
import type { ViewProps } from './task-props.js';
import { clsx } from 'clsx';
import * as css from './practice.module.css';

/** Marking a landmark on the empty frame, by pointer or by keys. */
export function PlacingTask({
  task,
  map,
  given,
  onAnswer,
}: ViewProps & { task: Extract<Task, { drill: 'placing' }> }) {
  const { window, truth } = task;
  const [mark, setMark] = useState<Point>({
    x: window.x + window.width / 2,
    y: window.y + window.height / 2,
  });
  const box = `${window.x} ${window.y} ${window.width} ${window.height}`;
  const size = Math.max(window.width, window.height) / 40;
  const onPointer = (event: PointerEvent<SVGSVGElement>) => {
    if (given !== null) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    setMark({
      x: window.x + ((event.clientX - left) * window.width) / width,
      y: window.y + ((event.clientY - top) * window.height) / height,
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = (event.shiftKey ? 0.05 : 0.01) * Math.max(window.width, window.height);
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by || given !== null) return;
    event.preventDefault();
    setMark({ x: mark.x + step * (by[0] ?? 0), y: mark.y + step * (by[1] ?? 0) });
  };
  const lineWidth = size / 8;
  // The frame fills its drawing, so that where one clicks is where it is.
  const shape = { aspectRatio: `${window.width} / ${window.height}`, height: 'auto' };
  return (
    <>
      <svg
        className={css.drillView}
        data-part="drill-view"
        style={shape}
        viewBox={box}
        role="img"
        aria-label="The picture, its landmark ringed"
      >
        {map.lines
          .filter(({ kept }) => kept !== false)
          .map(({ id, points }) => (
            <path
              key={id}
              className={css.drillThin}
              strokeWidth={lineWidth}
              d={pathOf(points.map(([x, y]) => ({ x, y })))}
            />
          ))}
        <circle className={css.drillRing} cx={truth.x} cy={truth.y} r={size} strokeWidth={2 * lineWidth} />
      </svg>
      <svg
        className={clsx(css.drillView, css.drillEmpty)}
        data-part="drill-view"
        style={shape}
        viewBox={box}
        role="application"
        tabIndex={0}
        aria-label="The empty frame: click, or move the mark with the arrows"
        onPointerDown={onPointer}
        onKeyDown={onKeyDown}
      >
        <path
          className={css.drillMark}
          strokeWidth={2 * lineWidth}
          d={`M${mark.x - size} ${mark.y}H${mark.x + size}M${mark.x} ${mark.y - size}V${mark.y + size}`}
        />
        {given !== null && (
          <circle className={css.drillRing} cx={truth.x} cy={truth.y} r={size} strokeWidth={2 * lineWidth} />
        )}
      </svg>
      <div className={css.drillSet}>
        <Button type="primary" disabled={given !== null} onClick={() => onAnswer(mark)}>
          That is it
        </Button>
      </div>
    </>
  );
}
