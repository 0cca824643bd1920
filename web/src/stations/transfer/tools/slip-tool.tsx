import { Button } from 'antd';
import { useMemo, useState } from 'react';
import {
  checkMarks,
  knownAgain,
  linesSlipped,
  slipWords,
  solveSlip,
  tracedLinesOf,
  withoutLines,
  type CheckMark,
  type LineSlipped,
  type MovedMark,
  type Slip,
} from '@nobrel/core/transfer';
import { formatLength } from '@nobrel/core/units';
import type { MapDocument } from '@nobrel/core/documents';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { LinesMarked } from '../../../leaves/drawn/map-drawing.js';
import { useUnit } from '../../../store/hooks.js';
import { CheckMarksDrawn } from '../tracing-marks.js';
import { useTransfer, useTransferMap } from '../use-transfer.js';
import * as css from './tools.module.css';

type Moved = { dx: number; dy: number };
const still: Moved = { dx: 0, dy: 0 };
/** A line is worth tracing again when it lies off by more than it is broad, mm. */
const redoFromMm = 0.6;

/** A sheet that has slipped: measured at the two check marks, brought back, and what was traced meanwhile. */
export function SlipTool() {
  const map = useTransferMap();
  const unit = useUnit();
  const [moved, setMoved] = useState<readonly [Moved, Moved]>([still, still]);
  const marks = useMemo(() => (map ? checkMarks(tracedLinesOf(map), map.surface) : []), [map]);
  const [first, second] = marks;
  if (!map || !first || !second)
    return <ToolInHand sentence={<span>Without lines there are no check marks to measure at.</span>} />;
  const { slip, fault } = solved({ ...first, ...moved[0] }, { ...second, ...moved[1] });
  const apartMm = Math.hypot(second.x - first.x, second.y - first.y);
  const set = (which: 0 | 1, change: Partial<Moved>) =>
    setMoved([
      which === 0 ? { ...moved[0], ...change } : moved[0],
      which === 1 ? { ...moved[1], ...change } : moved[1],
    ]);
  return (
    <ToolInHand
      marks={
        <>
          <CheckMarksDrawn plan={{ marks }} />
          {slip && <LinesOff map={map} slip={slip} />}
        </>
      }
      sentence={
        <>
          Measure how far each printed check mark now lies from the traced one.{' '}
          {([first, second] as const).map((mark, k) => (
            <MarkGaps
              key={mark.corner}
              mark={mark}
              moved={moved[k === 0 ? 0 : 1]}
              onChange={(change) => set(k === 0 ? 0 : 1, change)}
            />
          ))}
        </>
      }
      panel={
        <section aria-label="Bringing the sheet back">
          {fault ? (
            <p role="alert">{fault}</p>
          ) : (
            slip && (
              <>
                <p role="status">
                  <strong>{slipWords(slip, apartMm, unit)}</strong>
                </p>
                {slip.doubts.map((doubt) => (
                  <p key={doubt} role="alert">
                    {doubt}
                  </p>
                ))}
                <SinceLastLook map={map} slip={slip} />
              </>
            )
          )}
        </section>
      }
    />
  );
}

function solved(first: MovedMark, second: MovedMark): { slip: Slip | null; fault: string | null } {
  try {
    return { slip: solveSlip(first, second), fault: null };
  } catch (error) {
    if (error instanceof RangeError) return { slip: null, fault: error.message };
    throw error;
  }
}

type MarkGapsProps = { mark: CheckMark; moved: Moved; onChange: (change: Partial<Moved>) => void };

function MarkGaps({ mark: { corner }, moved, onChange }: MarkGapsProps) {
  const gap = (label: string, value: number, take: (mm: number) => void) => (
    <NumberGap
      label={`Mark ${corner}: ${label}`}
      value={value}
      unit="mm"
      min={-50}
      max={50}
      whole={false}
      check={() => null}
      onChange={(mm) => take(mm ?? 0)}
    />
  );
  return (
    <span className={css.slipMark}>
      The {corner} one: {gap('right', moved.dx, (dx) => onChange({ dx }))} right,{' '}
      {gap('down', moved.dy, (dy) => onChange({ dy }))} down.{' '}
    </span>
  );
}

/** Lines traced since the last look, worst first. */
function useSinceLastLook(map: MapDocument, slip: Slip): LineSlipped[] {
  const { run } = useTransfer().transfer;
  return useMemo(() => {
    const since = new Set(run.traced.slice(run.looks.at(-1) ?? 0));
    const { done } = knownAgain(run, map);
    const lines = map.lines.filter(({ id }) => {
      const traced = done.get(id);
      return traced !== undefined && since.has(traced);
    });
    return linesSlipped(slip, lines);
  }, [run, map, slip]);
}

function LinesOff({ map, slip }: { map: MapDocument; slip: Slip }) {
  const off = new Set(useSinceLastLook(map, slip).map(({ id }) => id));
  return <LinesMarked lines={map.lines.filter(({ id }) => off.has(id))} kind="added" />;
}

function SinceLastLook({ map, slip }: { map: MapDocument; slip: Slip }) {
  const unit = useUnit();
  const { transfer, change } = useTransfer();
  const off = useSinceLastLook(map, slip);
  const worst = off[0];
  if (!worst) return <p>No line was traced since the last look: nothing is spoiled.</p>;
  const redo = off.filter(({ worstMm }) => worstMm > redoFromMm).map(({ id }) => id);
  const again = () => {
    const { done } = knownAgain(transfer.run, map);
    const taken = new Set(redo.flatMap((id) => done.get(id) ?? []));
    change({ run: withoutLines(transfer.run, taken) });
  };
  return (
    <>
      <p>
        {off.length} {off.length === 1 ? 'line was' : 'lines were'} traced since the last look; at worst they
        are {formatLength(worst.worstMm, unit)} off. They are marked on the map.
      </p>
      {redo.length > 0 ? (
        <>
          <p>
            {redo.length} {redo.length === 1 ? 'is' : 'are'} off by more than the width of a line: worth
            tracing again once the sheet is in place.
          </p>
          <Button size="small" onClick={again}>
            Trace {redo.length === 1 ? 'it' : `these ${redo.length}`} again
          </Button>
        </>
      ) : (
        <p>None is off by more than the width of a line: leave them.</p>
      )}
    </>
  );
}
