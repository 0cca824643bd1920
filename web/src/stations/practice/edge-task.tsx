import { Button } from 'antd';
import { edgeQualities } from '@nobrel/core/documents';
import type { Task } from '@nobrel/core/practice';
import { around, EndsMarked, PictureView } from './picture-behind.js';
import { pathOf } from './run-paths.js';
import type { ViewProps } from './task-props.js';
import * as css from './practice.module.css';
import { clsx } from 'clsx';

/** Telling whether an edge in the picture is hard, soft or lost. */
export function EdgeTask({
  task,
  picture,
  given,
  onAnswer,
}: ViewProps & { task: Extract<Task, { drill: 'edge' }> }) {
  const { run, at, reachMm, truth } = task;
  return (
    <>
      <PictureView
        picture={picture}
        shown={around(at, reachMm)}
        label="The picture, the edge between its marks"
      >
        <EndsMarked run={run} reach={reachMm} />
        {given !== null && (
          <path
            className={css.drillRing}
            d={pathOf(run)}
            strokeWidth={reachMm / 90}
            strokeDasharray={`${reachMm / 25} ${reachMm / 25}`}
          />
        )}
      </PictureView>
      <div className={css.drillChoices} role="group" aria-label="The edge is">
        {edgeQualities.map((quality, k) => (
          <Button
            key={quality}
            size="large"
            disabled={given !== null}
            className={clsx(given !== null && k === truth && css.drillChoiceRight)}
            onClick={() => onAnswer(k)}
          >
            {given === k && k !== truth
              ? `${quality} ✕`
              : given !== null && k === truth
                ? `${quality} ○`
                : quality}
          </Button>
        ))}
      </div>
    </>
  );
}
