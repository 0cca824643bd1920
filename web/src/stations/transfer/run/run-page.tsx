import { Alert, Button } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import { findFitFault, layOut } from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import { orderFault, type Next, type TracingPlan } from '@nobrel/core/transfer';
import { ConflictNotice } from '../../../bench/frame/saving.js';
import { Opening } from '../../../bench/frame/opening.js';
import { PictureOnSurface } from '../../../leaves/drawn/main-picture.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useIsGuest } from '../../../store/api/access.js';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useDecisions, useWork } from '../../../store/use-work.js';
import { useTracing } from '../../../workers/use-tracing.js';
import { boxOf, linesOf, RunDrawing } from './run-drawing.js';
import { RunHead } from './run-head.js';
import { RunNext } from './run-next.js';
import { useAwake } from './use-awake.js';
import { useHearSaves } from './use-hear-saves.js';
import { usePedal } from './use-pedal.js';
import { useRun } from './use-run.js';
import { clsx } from 'clsx';
import * as css from './run.module.css';

/** The tracing led line by line, for a screen beside the easel. */
export function RunPage() {
  const work = useWork();
  const { data } = useKeptMapQuery(work.id, { skip: work.map === null });
  const map = work.map === null ? undefined : data?.document;
  const traced = useTracing(map);
  const home = <Link to={`/works/${work.id}/transfer`}>Back to Transfer</Link>;
  const fault =
    work.map === null
      ? 'There is nothing to trace yet: this work has no map with lines.'
      : map === undefined
        ? null
        : orderFault(map);
  if (fault !== null)
    return (
      <main className={clsx(css.run, css.runEmpty)}>
        <Alert
          type="info"
          title={fault}
          action={
            <Link to={`/works/${work.id}/map`}>{work.map === null ? 'Make the map' : 'To the map'}</Link>
          }
        />
        {home}
      </main>
    );
  // The order that is kept is the same on every device: only that one is traced by.
  if (!map || !traced?.kept) return <Opening what="the order of the lines" />;
  return <Run map={map} plan={traced.plan} />;
}

/** How large the two drawings are on a usual tablet, pixels, and how far off a point of a line may be shown in them. */
const closePx = 560;
const wholePx = 330;
const maxOffPx = 0.25;

function Run({ map, plan }: { map: MapDocument; plan: TracingPlan }) {
  const { id } = useWork();
  const isGuest = useIsGuest();
  const bench = useRun(map, plan);
  const { next, done, paused, goOn, back } = bench;
  useAwake(!paused);
  useHearSaves();
  const pedal = usePedal({ onward: goOn, back });
  const main = useRef<HTMLElement>(null);
  useEffect(() => main.current?.focus(), []);
  const near = useNear(map, plan, next);
  const whole = useMemo(() => ({ x: 0, y: 0, ...map.surface }), [map]);
  const tap = (line: MapLine) => (done.has(line.id) ? bench.untrace(line.id) : bench.trace([line]));
  const drawing = { map, plan, done, next, onLine: tap };
  return (
    <main className={css.run} ref={main} tabIndex={-1} aria-label="Tracing line by line">
      <RunHead
        bench={bench}
        plan={plan}
        leave={!isGuest && <Link to={`/works/${id}/transfer`}>Back to Transfer</Link>}
      />
      <ConflictNotice />
      <div className={css.runBody}>
        <div className={css.runDetails}>
          <RunDrawing
            {...drawing}
            label="The map, close"
            window={near}
            sizePx={closePx}
            maxOffMm={(maxOffPx * minWindowMm) / closePx}
          />
          <ReferenceClose window={near} />
        </div>
        <aside className={css.runSide}>
          <RunDrawing
            {...drawing}
            label="The whole map: tap a line that is traced"
            window={whole}
            sizePx={wholePx}
            maxOffMm={(maxOffPx * Math.max(whole.width, whole.height)) / wholePx}
          />
          <Sections plan={plan} done={done} at={next} onSection={bench.goToSection} />
        </aside>
      </div>
      <RunNext bench={bench} pedal={pedal} plan={plan} />
    </main>
  );
}

/** The part of the drawing around what comes next, mm; where it was last, while there is nothing. */
function useNear(map: MapDocument, plan: TracingPlan, next: Next): Rect {
  const ids = next.kind === 'stroke' ? next.ids : null;
  const [last, setLast] = useState<readonly string[] | null>(null);
  if (ids !== null && ids !== last) setLast(ids);
  const shown = ids ?? last;
  return useMemo(
    () => aroundLines(map, linesOf(map, shown ?? plan.lines.slice(0, 1).map(({ id }) => id))),
    [map, plan, shown],
  );
}

/** A stroke is shown with this much around it, and never less than a hand's breadth, mm. */
const aroundMm = 15;
const minWindowMm = 70;

function aroundLines({ surface }: MapDocument, lines: readonly MapLine[]): Rect {
  if (lines.length === 0) return { x: 0, y: 0, ...surface };
  const box = boxOf(lines);
  const side = Math.max(minWindowMm, box.width + 2 * aroundMm, box.height + 2 * aroundMm);
  return {
    x: box.x + (box.width - side) / 2,
    y: box.y + (box.height - side) / 2,
    width: side,
    height: side,
  };
}

/** The reference at the same place. */
function ReferenceClose({ window }: { window: Rect }) {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  const layout = useMemo(() => (findFitFault(fit) ? null : layOut(preparation, fit)), [fit, preparation]);
  return (
    <svg
      className={css.runDrawing}
      role="img"
      aria-label="The reference, close"
      viewBox={`${window.x} ${window.y} ${window.width} ${window.height}`}
    >
      {layout && <PictureOnSurface layout={layout} />}
    </svg>
  );
}

type SectionsProps = {
  plan: TracingPlan;
  done: ReadonlySet<string>;
  at: Next;
  onSection: (section: number) => void;
};

/** The stretches, how far each has come, and a way to go to another. */
function Sections({ plan, done, at, onSection }: SectionsProps) {
  return (
    <ol className={css.runSections} aria-label="Stretches">
      {plan.sections.map(({ from, to, minutes }, k) => {
        const lines = plan.lines.slice(from, to + 1);
        const count = lines.filter(({ id }) => done.has(id)).length;
        const isNow = at.kind === 'stroke' && at.section === k;
        return (
          <li key={from}>
            <Button
              block
              type={isNow ? 'primary' : 'default'}
              aria-current={isNow ? 'step' : undefined}
              disabled={count === lines.length}
              onClick={() => onSection(k)}
            >
              Stretch {k + 1}: {count} of {lines.length} lines, {Math.max(1, Math.round(minutes))} min
            </Button>
          </li>
        );
      })}
    </ol>
  );
}
