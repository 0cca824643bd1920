import { Alert, Button, Segmented, Switch } from 'antd';
import { useEffect, useEffectEvent, useMemo } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import {
  defaultWallPicture,
  orderFault,
  strokeWords,
  type ProjectedView,
  type TracingPlan,
} from '@nobrel/core/transfer';
import { ColourGap, LengthGap } from '../../../bench/gaps.js';
import { Opening } from '../../../bench/opening.js';
import { ConflictNotice, SavingState } from '../../../bench/saving.js';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useUnit, useWork } from '../../../store/hooks.js';
import { useTracing } from '../../../workers/use-tracing.js';
import { useAwake } from '../run/use-awake.js';
import { useRun } from '../run/use-run.js';
import { useTransfer } from '../use-transfer.js';
import './projection.css';
import { MadeTrue } from './made-true.js';
import { Placing } from './placing.js';
import { useWall, type Wall } from './use-wall.js';

/** Steers what is on the wall, from a tablet or phone beside it: large targets, live. */
export function SteerPage() {
  const work = useWork();
  const { data } = useKeptMapQuery(work.id, { skip: work.map === null });
  const map = work.map === null ? undefined : data?.document;
  const traced = useTracing(map);
  const wall = useWall('steering');
  const fault = work.map === null ? 'This work has no map with lines yet.' : map ? orderFault(map) : null;
  if (fault !== null)
    return (
      <main className="steer">
        <Alert type="info" title={fault} action={<Link to={`/works/${work.id}/map`}>To the map</Link>} />
        <Link to={`/works/${work.id}/transfer?at=seen`}>Back to Transfer</Link>
      </main>
    );
  if (!map || !traced?.kept) return <Opening what="the order of the lines" />;
  return <Steer map={map} plan={traced.plan} wall={wall} />;
}

function Steer({ map, plan, wall }: { map: MapDocument; plan: TracingPlan; wall: Wall }) {
  const { id } = useWork();
  useAwake(true);
  useKeepPlaced(wall);
  return (
    <main className="steer" aria-label="Steer the projector">
      <header className="steer-head">
        <Link to={`/works/${id}/transfer?at=seen`}>Back to Transfer</Link>
        <SavingState />
        <Heard wall={wall} />
      </header>
      <ConflictNotice />
      <NextLine map={map} plan={plan} wall={wall} />
      <div className="steer-parts">
        <WhatIsShown wall={wall} />
        <Placing surface={map.surface} wall={wall} />
        <MadeTrue surface={map.surface} wall={wall} />
      </div>
    </main>
  );
}

/** Keeps with the work where the surface was placed, so that it lies there again next time. */
function useKeepPlaced({ told }: Wall): void {
  const { transfer, change } = useTransfer();
  const placed = told?.picture.placed;
  const kept = JSON.stringify(transfer.projected);
  const keep = useEffectEvent(() => placed && change({ projected: placed }));
  useEffect(() => {
    if (!placed || JSON.stringify(placed) === kept) return undefined;
    const timer = setTimeout(() => keep(), settledMs);
    return () => clearTimeout(timer);
  }, [placed, kept]);
}

/** Corners that rested so long are kept. */
const settledMs = 1000;

/** Whether the program is heard, and how many windows show the picture. */
function Heard({ wall: { told, heard } }: { wall: Wall }) {
  if (!heard) return <span role="status">The connection is lost. It mends by itself; nothing is lost.</span>;
  const windows = told?.windows ?? 0;
  return (
    <span role="status">
      {windows === 0
        ? 'No projector’s window is open yet: open it at Transfer, under What is seen.'
        : windows === 1
          ? 'On the wall.'
          : `${windows} projector’s windows are open: close those that are not on the wall.`}
    </span>
  );
}

/** The line that comes next, and what to do about it; a line ticked off leaves the wall. */
function NextLine({ map, plan, wall }: { map: MapDocument; plan: TracingPlan; wall: Wall }) {
  const unit = useUnit();
  const { next, done, goOn, back, paused, lines, run } = useRun(map, plan);
  const ids = next.kind === 'stroke' ? next.ids : [];
  const picture = wall.told?.picture ?? defaultWallPicture;
  const isFlashing = picture.flash.length > 0;
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
    <section aria-label="Next line">
      <h2 aria-live="polite">
        {done.size} of {plan.lines.length} lines. {says}
      </h2>
      <div className="steer-row">
        <Button type="primary" disabled={next.kind === 'done'} onClick={onward}>
          {paused ? 'Begin' : 'Done'}
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
      </div>
    </section>
  );
}

const views: Readonly<Record<ProjectedView, string>> = {
  lines: 'lines',
  values: 'values',
  reference: 'reference',
  check: 'check figure',
};

/** What is shown, in which colour and how broad. */
function WhatIsShown({ wall }: { wall: Wall }) {
  const picture = wall.told?.picture ?? defaultWallPicture;
  const options = useMemo(
    () => (Object.keys(views) as ProjectedView[]).map((value) => ({ value, label: views[value] })),
    [],
  );
  return (
    <section aria-label="What is shown">
      <h2>Shown</h2>
      <Segmented<ProjectedView>
        size="large"
        aria-label="What is on the wall"
        options={options}
        value={picture.view}
        onChange={(view) => wall.change({ view })}
      />
      <label>
        <Switch checked={picture.onlyLeft} onChange={(onlyLeft) => wall.change({ onlyLeft })} /> only what is
        still to trace
      </label>
      <div className="steer-row">
        Lines in{' '}
        <ColourGap
          label="Colour of the lines"
          value={picture.colour}
          onChange={(colour) => wall.change({ colour })}
        />
        <LengthGap
          label="Breadth of the lines on the wall"
          alwaysMm
          valueMm={picture.lineMm}
          check={(mm) => (mm >= 0.1 && mm <= 100 ? null : 'Type a breadth from 0.1 to 100 mm.')}
          onChange={(lineMm) => wall.change({ lineMm })}
        />{' '}
        broad on the wall, never less than a pixel.
      </div>
    </section>
  );
}
