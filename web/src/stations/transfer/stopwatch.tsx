import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { minutesBetween, minutesSpent, type TransferDecisions } from '@nobrel/core/transfer';
import { formatMinutes } from '@nobrel/core/units';
import * as css from './transfer.module.css';

type StopwatchProps = { transfer: TransferDecisions; onStart: () => void; onEnd: () => void };

/** The time of the sitting going on, as it runs; nothing while there is none. */
export function SittingClock({ transfer }: { transfer: TransferDecisions }) {
  const running = transfer.sittingSince !== null;
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => setNow(new Date().toISOString()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  if (!transfer.sittingSince) return null;
  const seconds = Math.floor(minutesBetween(transfer.sittingSince, now) * 60);
  return (
    <strong role="timer" aria-label="This sitting">
      {`${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`}
    </strong>
  );
}

/** Sittings so far, in words. */
export const sittingsWords = (transfer: TransferDecisions) =>
  `${transfer.sittings.length} ${transfer.sittings.length === 1 ? 'sitting' : 'sittings'}, ${formatMinutes(minutesSpent(transfer))}`;

/** Times a sitting. It runs by the clock, not in the page: a reload or a closed lid does not stop it. */
export function Stopwatch({ transfer, onStart, onEnd }: StopwatchProps) {
  return (
    <div className={css.stopwatch}>
      <span>{sittingsWords(transfer)}</span>
      {transfer.sittingSince !== null ? (
        <>
          <SittingClock transfer={transfer} />
          <Button size="small" type="primary" onClick={onEnd}>
            End the sitting
          </Button>
        </>
      ) : (
        <Button size="small" onClick={onStart}>
          Start a sitting
        </Button>
      )}
    </div>
  );
}
