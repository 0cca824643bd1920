import { Alert } from 'antd';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import { orderFault, type Placed, type TracingPlan, type WallPictureChange } from '@nobrel/core/transfer';
import { Opening } from '../../../bench/frame/opening.js';
import { ConflictNotice, SavingState } from '../../../bench/frame/saving.js';
import { useIsGuest } from '../../../store/api/access.js';
import { useDecisions, useWork } from '../../../store/use-work.js';
import { useTracing } from '../../../workers/use-tracing.js';
import { useAwake } from '../run/use-awake.js';
import { useRun } from '../run/use-run.js';
import { useTransfer } from '../use-transfer.js';
import { FromPhotograph } from './from-photograph.js';
import { KeptSetUps } from './kept-set-ups.js';
import { MadeTrue } from './made-true.js';
import { NextLine } from './next-line.js';
import { Placing } from './placing.js';
import { PositionsPart } from './positions-part.js';
import { useMapOnWall } from './use-map-on-wall.js';
import { useWall, type Wall } from './use-wall.js';
import { WhatIsShown } from './what-is-shown.js';
import * as css from './projection.module.css';

/** Steers what is on the wall, from a tablet or phone beside it: large targets, live. */
export function SteerPage() {
  const work = useWork();
  const map = useMapOnWall();
  const traced = useTracing(map);
  const wall = useWall(null);
  const fault = work.map === null ? 'This work has no map with lines yet.' : map ? orderFault(map) : null;
  if (fault !== null)
    return (
      <main className={css.steer}>
        <Alert type="info" title={fault} action={<Link to={`/works/${work.id}/map`}>To the map</Link>} />
        <Link to={`/works/${work.id}/transfer?at=seen`}>Back to Transfer</Link>
      </main>
    );
  if (!map || !traced?.kept) return <Opening what="the order of the lines" />;
  return <Steer map={map} plan={traced.plan} wall={wall} />;
}

function Steer({ map, plan, wall }: { map: MapDocument; plan: TracingPlan; wall: Wall }) {
  const { id } = useWork();
  const isGuest = useIsGuest();
  const bench = useRun(map, plan);
  useAwake(true);
  const { steered, goBack } = useGoBack(wall);
  useKeepPlaced(wall);
  return (
    <main className={css.steer} aria-label="Steer the projector">
      <header className={css.steerHead}>
        {!isGuest && <Link to={`/works/${id}/transfer?at=seen`}>Back to Transfer</Link>}
        <SavingState />
        <Heard wall={wall} />
      </header>
      <ConflictNotice />
      <NextLine map={map} plan={plan} wall={steered} bench={bench} />
      <div className={css.steerParts}>
        {plan.places && <PositionsPart {...{ map, plan, bench }} wall={steered} positions={plan.places} />}
        <WhatIsShown surface={map.surface} wall={steered} />
        <Placing surface={map.surface} wall={steered} onBack={goBack} />
        <MadeTrue surface={map.surface} wall={steered} />
        {!isGuest && (
          <>
            <FromPhotograph surface={map.surface} wall={steered} />
            <KeptSetUps surface={map.surface} wall={steered} />
          </>
        )}
      </div>
    </main>
  );
}

/** So many places are remembered to go back to; moves in quick succession are one. */
const maxBefore = 50;
const oneMoveMs = 1000;

/** Remembers where the surface lay before this page moved it. */
function useGoBack(wall: Wall): { steered: Wall; goBack: (() => void) | null } {
  const [before, setBefore] = useState<readonly (Placed | null)[]>([]);
  const movedAt = useRef(-Infinity);
  const placed = wall.told?.picture.placed ?? null;
  const change = (fields: WallPictureChange) => {
    if (fields.placed !== undefined) {
      const now = performance.now();
      if (now - movedAt.current > oneMoveMs) setBefore([...before, placed].slice(-maxBefore));
      movedAt.current = now;
    }
    wall.change(fields);
  };
  const last = before.at(-1);
  return {
    steered: { ...wall, change },
    goBack:
      last === undefined
        ? null
        : () => {
            setBefore(before.slice(0, -1));
            movedAt.current = -Infinity;
            wall.change({ placed: last });
          },
  };
}

/** Keeps with the work where the surface was placed, so that it lies there again next time. */
function useKeepPlaced({ told }: Wall): void {
  const { transfer, change } = useTransfer();
  /** Of several devices that steer one is the first to keep it; the others hear of that and need not. */
  const [patienceMs] = useState(() => maxPatienceMs * Math.random());
  const placed = told?.picture.placed;
  const kept = JSON.stringify(transfer.projected);
  const keep = useEffectEvent(() => {
    if (placed) change({ projected: placed });
  });
  useEffect(() => {
    if (!placed || JSON.stringify(placed) === kept) return undefined;
    const timer = setTimeout(() => keep(), settledMs + patienceMs);
    return () => clearTimeout(timer);
  }, [placed, kept, patienceMs]);
}

/** Corners that rested so long are kept. */
const settledMs = 1000;
const maxPatienceMs = 2000;

/** Whether the program is heard, and how many windows show the picture. */
function Heard({ wall: { told, heard } }: { wall: Wall }) {
  const { pixelsAcross, pixelsDown } = useDecisions('transfer');
  if (!heard)
    return <span role="status">The connection is lost. It reconnects by itself; nothing is lost.</span>;
  const [window, ...others] = told?.windows ?? [];
  if (!window)
    return (
      <span role="status">No projector’s window is open yet: open it at Transfer, under What is seen.</span>
    );
  if (others.length > 0)
    return (
      <span role="status">
        {others.length + 1} projector’s windows are open: close those that are not on the wall.
      </span>
    );
  return (
    <span role="status">
      {window.width === pixelsAcross && window.height === pixelsDown
        ? 'On the wall.'
        : `On the wall, in a window of ${window.width} by ${window.height} pixels. If the projector has ${pixelsAcross} by ${pixelsDown}, move the window onto its screen and press F there.`}
    </span>
  );
}
