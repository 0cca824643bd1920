import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { minutesBetween, minutesSpent, type TransferDecisions } from '@nobrel/core/transfer';
import { formatMinutes } from '@nobrel/core/units';

type StopwatchProps = { transfer: TransferDecisions; onStart: () => void; onEnd: () => void };

/** Times a sitting. It runs by the clock, not in the page: a reload or a closed lid does not stop it. */
export function Stopwatch({ transfer, onStart, onEnd }: StopwatchProps) {
  const running = transfer.sittingSince !== null;
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    if (!running) return undefined;
    const timer = setInterval(() => setNow(new Date().toISOString()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const seconds = transfer.sittingSince ? Math.floor(minutesBetween(transfer.sittingSince, now) * 60) : 0;
  const clock = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return (
    <div className="stopwatch">
      <span>
        {transfer.sittings.length} {transfer.sittings.length === 1 ? 'sitting' : 'sittings'},{' '}
        {formatMinutes(minutesSpent(transfer))}
      </span>
      {running ? (
        <>
          <strong role="timer" aria-label="This sitting">
            {clock}
          </strong>
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
