import { useMemo, useRef, useState } from 'react';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import {
  endSitting,
  knownAgain,
  minutesLeft,
  nextOf,
  startSitting,
  tracedLineOf,
  withoutLines,
  type Next,
  type Run,
  type TracedLine,
  type TracingPlan,
} from '@nobrel/core/transfer';
import { useTransfer } from '../use-transfer.js';

/** How long a hand was at something, on the clock of the page, which no setting back of the time disturbs. */
function useStopwatch() {
  const since = useRef<number | null>(null);
  return {
    begin: () => {
      since.current = performance.now();
    },
    /** Null before it was begun. */
    seconds: () => (since.current === null ? null : (performance.now() - since.current) / 1000),
  };
}

/** Where a tracing stands: what is done, what comes next and how long the rest takes. */
function useStanding(map: MapDocument, plan: TracingPlan, run: Run, lookEvery: number, from: number) {
  const { done, lost } = useMemo(() => knownAgain(run, map), [run, map]);
  const ids = useMemo(() => new Set(done.keys()), [done]);
  const next = useMemo(() => nextOf(plan, run, ids, { from, lookEvery }), [plan, run, ids, from, lookEvery]);
  const left = useMemo(() => minutesLeft(plan, done), [plan, done]);
  return { done, lost, ids, next, left };
}

/** The run without what was done last: a look, all that was traced in one go, or the marks. */
function withoutLast(run: Run): Partial<Run> {
  if ((run.looks.at(-1) ?? -1) === run.traced.length) return { looks: run.looks.slice(0, -1) };
  if (run.traced.length === 0) return run.marksAt === null ? {} : { marksAt: null };
  let from = run.traced.length - 1;
  while (from > 0 && run.traced[from]?.goesOn) from--;
  return { traced: run.traced.slice(0, from) };
}

/** The run with what comes next done, where that is no stroke; null where it is, or nothing comes any more. */
function withStepDone(run: Run, next: Next, now: string): Partial<Run> | null {
  switch (next.kind) {
    case 'marks':
      return { marksAt: now };
    case 'look':
      return { looks: [...run.looks, run.traced.length] };
    case 'break':
      return { rested: next.section + 1 };
    case 'stroke':
    case 'done':
      return null;
  }
}

/**
 * Notes lines as traced in one go.
 *
 * @param seconds the time they took together, shared by them as it was planned; null where nobody timed it
 */
function tracedInOne(
  lines: readonly MapLine[],
  seconds: number | null,
  secondsPlanned: ReadonlyMap<string, number>,
): TracedLine[] {
  const planned = lines.map(({ id }) => secondsPlanned.get(id) ?? 0);
  const whole = planned.reduce((sum, each) => sum + each, 0);
  return lines.map((line, k) => {
    const share = seconds === null || whole === 0 ? null : (seconds * (planned[k] ?? 0)) / whole;
    return tracedLineOf(line, share, k > 0);
  });
}

/** A tracing led line by line: what comes next, what is done, and what one can do about it. */
export function useRun(map: MapDocument, plan: TracingPlan) {
  const { transfer, change } = useTransfer();
  const { run, lookEvery } = transfer;
  const [from, setFrom] = useState(0);
  const { begin: begun, seconds: secondsSinceBegun } = useStopwatch();
  const lines = useMemo(() => new Map(map.lines.map((line) => [line.id, line])), [map]);
  const secondsOf = useMemo(() => new Map(plan.lines.map(({ id }, k) => [id, plan.seconds[k] ?? 0])), [plan]);
  const { done, lost, ids, next, left } = useStanding(map, plan, run, lookEvery, from);
  const paused = transfer.sittingSince === null;
  const keep = (fields: Partial<Run>, more: Partial<typeof transfer> = {}) =>
    change({ ...more, run: { ...run, ...fields } });
  const now = () => new Date().toISOString();
  /** Notes lines as traced in one go; timed where they are those that were to come. */
  const trace = (traced: readonly MapLine[]) => {
    const fresh = traced.filter(({ id }) => !done.has(id));
    if (fresh.length === 0) return;
    const asLed =
      next.kind === 'stroke' &&
      fresh.length === next.ids.length &&
      fresh.every(({ id }) => next.ids.includes(id));
    const seconds = !paused && asLed ? secondsSinceBegun() : null;
    begun();
    const added = tracedInOne(fresh, seconds, secondsOf);
    // Whoever traces is at work, whether the sitting was begun or not.
    keep({ traced: [...run.traced, ...added] }, startSitting(transfer, now()));
  };
  const goOn = () => {
    if (paused) {
      begun();
      change(startSitting(transfer, now()));
      return;
    }
    if (next.kind === 'stroke') {
      trace(next.ids.flatMap((id) => lines.get(id) ?? []));
      return;
    }
    const after = withStepDone(run, next, now());
    if (!after) return;
    keep(after);
    begun();
  };
  /** Takes back what was done last. */
  const back = () => {
    begun();
    const before = withoutLast(run);
    if (Object.keys(before).length > 0) keep(before);
  };
  return {
    run,
    next,
    done: ids,
    lost,
    left,
    lines,
    paused,
    transfer,
    goOn,
    back,
    trace,
    /** A traced line that was not, after all. */
    untrace: (id: string) => {
      const record = done.get(id);
      if (record) keep(withoutLines(run, new Set([record])));
    },
    pause: () => change(endSitting(transfer, now())),
    goToSection: (section: number) => {
      begun();
      setFrom(section);
      // Going on in another stretch is a decision of its own: no break is asked for between.
      if (next.kind === 'break') keep({ rested: next.section + 1 });
    },
    /** Lines of an older map that this one has no longer. */
    forgetLost: () => keep(withoutLines(run, new Set(lost))),
  };
}
export type RunBench = ReturnType<typeof useRun>;
