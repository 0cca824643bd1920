import { Button } from 'antd';
import { useState } from 'react';
import { greyByteOfLightness } from '@nobrel/core/colour';
import type { Task } from '@nobrel/core/practice';
import { PictureView } from './picture-behind.js';
import type { ViewProps } from './task-props.js';
import * as css from './practice.module.css';

const letterOf = (patch: number) => String.fromCharCode(65 + patch);

/** Putting patches of the picture in order, by taking one after the other. */
export function OrderTask({
  task,
  picture,
  given,
  onAnswer,
}: ViewProps & { task: Extract<Task, { drill: 'order' }> }) {
  const { patches, sideMm, window, lightness, truth } = task;
  const [taken, setTaken] = useState<readonly number[]>([]);
  const toggle = (patch: number) =>
    setTaken((before) =>
      before.includes(patch) ? before.filter((other) => other !== patch) : [...before, patch],
    );
  return (
    <>
      <PictureView picture={picture} shown={window} label="The picture, five patches marked" wide>
        {patches.map(({ x, y }, k) => (
          <g key={letterOf(k)}>
            {[css.drillPatchUnder, css.drillPatch].map((layer, k) => (
              <rect
                key={k}
                className={layer}
                x={x - sideMm / 2}
                y={y - sideMm / 2}
                width={sideMm}
                height={sideMm}
                strokeWidth={sideMm / (k === 0 ? 5 : 12)}
              />
            ))}
            <text
              className={css.drillLetter}
              x={x + 0.75 * sideMm}
              y={y + 0.5 * sideMm}
              fontSize={1.6 * sideMm}
              strokeWidth={sideMm / 3}
            >
              {letterOf(k)}
            </text>
          </g>
        ))}
      </PictureView>
      <div className={css.drillChoices} role="group" aria-label="Patches, the darkest first">
        {patches.map((_, k) => {
          const place = taken.indexOf(k);
          return (
            <Button
              key={letterOf(k)}
              size="large"
              disabled={given !== null}
              aria-pressed={place >= 0}
              onClick={() => toggle(k)}
            >
              {place < 0 ? letterOf(k) : `${letterOf(k)}, ${place + 1}.`}
            </Button>
          );
        })}
        <Button
          type="primary"
          size="large"
          disabled={given !== null || taken.length < patches.length}
          onClick={() => onAnswer(taken)}
        >
          That is it
        </Button>
        {given !== null && (
          <ol className={css.drillOrder} aria-label="As they are, the darkest first">
            {truth.map((patch) => {
              const light = lightness[patch] ?? 0;
              const byte = greyByteOfLightness(light);
              return (
                <li key={patch}>
                  <span style={{ background: `rgb(${byte} ${byte} ${byte})` }} />
                  {letterOf(patch)}, {light.toFixed(0)} L*
                </li>
              );
            })}
          </ol>
        )}
      </div>
    </>
  );
}
