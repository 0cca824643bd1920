import { Button } from 'antd';
import { useEffect, useEffectEvent, useMemo } from 'react';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import { defaultWallPicture, strokeWords, type TracingPlan, type WallPicture } from '@nobrel/core/transfer';
import { useUnit } from '../../../store/hooks.js';
import type { RunBench } from '../run/use-run.js';
import type { Wall } from './use-wall.js';
import * as css from './projection.module.css';

type NextLineProps = { map: MapDocument; plan: TracingPlan; wall: Wall; bench: RunBench };

/** The line that comes next, and what to do about it; a line ticked off leaves the wall. */
export function NextLine({ map, plan, wall, bench }: NextLineProps) {
  const unit = useUnit();
  const { next, done, goOn, back, trace, paused, lines, run } = bench;
  const ids = next.kind === 'stroke' ? next.ids : none;
  const picture = wall.told?.picture ?? defaultWallPicture;
  const isFlashing = picture.flash.length > 0;
  const stretch = next.kind === 'stroke' ? plan.sections[next.section] : undefined;
  const inStretch = stretch ? plan.lines.slice(stretch.from, stretch.to + 1) : [];
  useKeepAmong({ map, wall, picture, ids, stretch: inStretch.map(({ id }) => id) });
  const onward = () => {
    goOn();
    if (isFlashing) wall.change({ flash: [] });
  };
  const says = {
    marks: 'First trace the two check marks.',
    look: 'Blank the picture and look.',
    break: 'A stretch is done: take a break, and give the eyes some light.',
    done: 'Every line is traced.',
    stroke: strokeWords(
      ids.flatMap((id) => lines.get(id) ?? []),
      unit,
    ),
  }[next.kind];
  return (
    <section aria-label="Next line" className={css.steerNext}>
      <h2 aria-live="polite">
        {done.size} of {plan.lines.length} lines. {says}
      </h2>
      <div className={css.steerRow}>
        <Button type="primary" disabled={next.kind === 'done'} onClick={onward}>
          {paused ? 'Begin' : 'Done'}
        </Button>
        <Button
          disabled={inStretch.length === 0 || paused}
          onClick={() => trace(inStretch.flatMap(({ id }) => lines.get(id) ?? []))}
        >
          Whole stretch done
        </Button>
        <Button disabled={run.traced.length === 0 && run.marksAt === null} onClick={back}>
          Back
        </Button>
        <Button aria-pressed={picture.blank} onClick={() => wall.change({ blank: !picture.blank })}>
          {picture.blank ? 'Show again' : 'Blank'}
        </Button>
        <Button
          aria-pressed={isFlashing}
          disabled={!isFlashing && ids.length === 0}
          onClick={() => wall.change({ flash: isFlashing ? [] : ids })}
        >
          {isFlashing ? 'Stop flashing' : 'Flash this line'}
        </Button>
        <Button aria-pressed={picture.blink} onClick={() => wall.change({ blink: !picture.blink })}>
          {picture.blink ? 'Stop blinking' : 'Blink slowly'}
        </Button>
        <Button
          disabled={next.kind !== 'stroke' || plan.sections.length < 2}
          onClick={() =>
            next.kind === 'stroke' && bench.goToSection((next.section + 1) % plan.sections.length)
          }
        >
          Next stretch
        </Button>
      </div>
    </section>
  );
}

type Among = { map: MapDocument; wall: Wall; picture: WallPicture; ids: string[]; stretch: string[] };

const none: string[] = [];

/** Tells the wall which lines belong to the stretch, or bound the shapes beside the next line, when only these are shown. */
function useKeepAmong({ map, wall, picture, ids, stretch }: Among): void {
  const { extent } = picture;
  const beside = useMemo(() => besideOf(map.lines, ids[0]), [map, ids]);
  const wanted = extent === 'stretch' ? stretch : extent === 'shape' ? beside : [];
  const key = wanted.join(' ');
  const keep = useEffectEvent(() => {
    // Where nothing comes next what was shown stays.
    if (wanted.length > 0 && key !== picture.among.join(' ')) wall.change({ among: wanted });
  });
  // Only what changes here is told: two devices that lead different stretches would else take turns for ever.
  useEffect(() => keep(), [key]);
}

/** The lines that bound the same shapes as one does. */
function besideOf(lines: readonly MapLine[], id: string | undefined): string[] {
  const line = lines.find((each) => each.id === id);
  if (!line) return [];
  const shapes = new Set([line.left, line.right].filter((shape) => shape !== null));
  return lines
    .filter(
      ({ left, right, id: own }) =>
        own === id || [left, right].some((shape) => shape !== null && shapes.has(shape)),
    )
    .map(({ id: own }) => own);
}
