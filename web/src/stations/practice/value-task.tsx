import { greyByteOfLightness } from '@nobrel/core/colour';
import type { Task } from '@nobrel/core/practice';
import { around, PictureView } from './picture-behind.js';
import type { ViewProps } from './task-props.js';
import { clsx } from 'clsx';
import * as css from './practice.module.css';

/** Choosing the grey of a patch that its surroundings mislead about. */
export function ValueTask({
  task,
  picture,
  given,
  onAnswer,
}: ViewProps & { task: Extract<Task, { drill: 'value' }> }) {
  const { at, sideMm, greys, truth } = task;
  return (
    <>
      <PictureView picture={picture} shown={around(at, 7 * sideMm)} label="The patch in its surroundings">
        <rect
          className={css.drillPatch}
          x={at.x - sideMm / 2}
          y={at.y - sideMm / 2}
          width={sideMm}
          height={sideMm}
          strokeWidth={sideMm / 12}
        />
      </PictureView>
      <div className={css.drillGreys} role="group" aria-label="Greys, dark to light">
        {greys.map((lightness, k) => {
          const byte = greyByteOfLightness(lightness);
          return (
            <button
              key={lightness}
              type="button"
              className={
                given !== null && k === truth ? clsx(css.drillGrey, css.drillGreyRight) : css.drillGrey
              }
              style={{ background: `rgb(${byte} ${byte} ${byte})` }}
              aria-label={`Grey ${k + 1}`}
              disabled={given !== null}
              onClick={() => onAnswer(k)}
            >
              {given === k ? '✕' : given !== null && k === truth ? '○' : ''}
            </button>
          );
        })}
      </div>
    </>
  );
}
