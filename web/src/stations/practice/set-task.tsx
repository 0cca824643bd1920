import { Button, Slider } from 'antd';
import { useEffect, useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import type { Task } from '@nobrel/core/practice';
import { EdgeInPicture } from './picture-behind.js';
import { ends, fitted, pathOf, side } from './run-paths.js';
import type { ViewProps } from './task-props.js';
import { clsx } from 'clsx';
import * as css from './practice.module.css';

type SettingTask = Extract<Task, { drill: 'angle' | 'proportion' | 'curve' }>;
/** Limits, step, first position and unit of what is set. */
const setting = {
  angle: { min: -90, max: 90, step: 0.5, first: 0, unit: '°', label: 'Slope of the bar' },
  proportion: { min: 1, max: 6, step: 0.05, first: 1, unit: '×', label: 'How many times' },
  curve: { min: -0.6, max: 0.6, step: 0.01, first: 0, unit: '', label: 'How far it bends' },
} as const;
/** A contour to remember is seen for so long. */
const seenMs = 2000;

/** A task that is answered by setting something. */
export function SetTask({ task, picture, given, onAnswer }: ViewProps & { task: SettingTask }) {
  const { min, max, step, first, unit, label } = setting[task.drill];
  const [value, setValue] = useState<number>(first);
  const isSeen = useSeen(task.drill === 'curve') || given !== null;
  const runs = task.drill === 'proportion' ? [task.unit, task.length] : [task.run];
  const [one = [], other = []] = fitted(runs);
  return (
    <>
      {task.drill === 'angle' && picture ? (
        <EdgeInPicture run={task.run} picture={picture} />
      ) : (
        <svg
          className={css.drillView}
          data-part="drill-view"
          viewBox={`0 0 ${side} ${side}`}
          role="img"
          aria-label="What is judged"
        >
          {isSeen && <path className={css.drillLine} data-part="drill-line" d={pathOf(one)} />}
          {task.drill === 'proportion' && (
            <>
              <path
                className={clsx(css.drillLine, css.drillSecond)}
                data-part="drill-line"
                d={pathOf(other)}
              />
              <text x={one[0]?.x} y={(one[0]?.y ?? 0) - 2} className={css.drillWord}>
                first
              </text>
              <text x={other[0]?.x} y={(other[0]?.y ?? 0) - 2} className={css.drillWord}>
                second
              </text>
            </>
          )}
        </svg>
      )}
      <svg
        className={css.drillView}
        data-part="drill-view"
        viewBox={`0 0 ${side} ${side}`}
        role="img"
        aria-label="What is set"
      >
        {task.drill === 'angle' && (
          <>
            <Bar deg={value} of="set" />
            {given !== null && <Bar deg={task.truth} of="truth" />}
          </>
        )}
        {task.drill === 'curve' && (
          <>
            <path className={css.drillBar} d={bent(one, value)} />
            {given !== null && <path className={css.drillTruth} data-part="drill-truth" d={pathOf(one)} />}
          </>
        )}
        {task.drill === 'proportion' && (
          <text x={side / 2} y={side / 2} className={css.drillFigure}>
            {value.toFixed(2)} {unit}
          </text>
        )}
      </svg>
      <div className={css.drillSet}>
        <Slider
          min={min}
          max={max}
          step={step}
          value={value}
          disabled={given !== null}
          ariaLabelForHandle={label}
          onChange={setValue}
        />
        <Button
          type="primary"
          disabled={given !== null || (task.drill === 'curve' && isSeen)}
          onClick={() => onAnswer(value)}
        >
          That is it
        </Button>
      </div>
    </>
  );
}

/** Whether something is still to be seen; what need not be remembered always is. */
function useSeen(forAMoment: boolean): boolean {
  const [seen, setSeen] = useState(true);
  useEffect(() => {
    if (!forAMoment) return undefined;
    const timer = setTimeout(() => setSeen(false), seenMs);
    return () => clearTimeout(timer);
  }, [forAMoment]);
  return seen;
}

function Bar({ deg, of }: { deg: number; of: 'set' | 'truth' }) {
  const angle = (deg * Math.PI) / 180;
  const dx = 40 * Math.cos(angle);
  const dy = 40 * Math.sin(angle);
  const middle = side / 2;
  return (
    <path
      className={of === 'set' ? css.drillBar : css.drillTruth}
      data-part={`drill-${of}`}
      d={`M${middle - dx} ${middle + dy}L${middle + dx} ${middle - dy}`}
    />
  );
}

/** A curve between the ends of a run that lies so far off its chord, left of its way positive. */
function bent(run: readonly Point[], bow: number): string {
  const [a, b] = ends(run);
  if (!a || !b) return '';
  // The middle of a quadratic curve lies half as far off as its control point.
  const x = (a.x + b.x) / 2 + 2 * bow * (b.y - a.y);
  const y = (a.y + b.y) / 2 - 2 * bow * (b.x - a.x);
  return `M${a.x} ${a.y}Q${x} ${y} ${b.x} ${b.y}`;
}
