import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { useBringIn } from '../../bench/use-bring-in.js';
import { messageOf } from '../../store/api/base.js';
import { simulateScan } from '../../workers/in-check-worker.js';
import { usePrintedMap } from './use-corrected-sheet.js';

/** A printed outline, corrected and scanned, made up, so that corrections on paper can be tried without printer and scanner. */
export function WithoutScanner({ onScan }: { onScan: (picture: StoredPicture) => Promise<void> }) {
  const { map, work, by } = usePrintedMap();
  const bringing = useBringIn();
  const [making, setMaking] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const underWay = useRef<AbortController | null>(null);
  const tries = useRef(0);
  useEffect(() => () => underWay.current?.abort(), []);
  if (!map) return null;
  const tryIt = async () => {
    const own = new AbortController();
    underWay.current = own;
    setMaking(true);
    setFault(null);
    try {
      const scan = await simulateScan({ map, work, by: by(), seed: ++tries.current }, own.signal);
      if (!scan) return;
      const [picture] = await bringing.take([new File([scan], 'made up.jpg', { type: 'image/jpeg' })]);
      if (picture && !own.signal.aborted) await onScan(picture);
    } catch (error) {
      if (!own.signal.aborted) setFault(messageOf(error));
    } finally {
      setMaking(false);
    }
  };
  return (
    <details className="try-it">
      <summary>Try it without a scanner</summary>
      <p>
        The outline as Sheets would print it is made up, with lines struck out, moved and added by a pen, and
        scanned.
      </p>
      <p className="tool-buttons">
        <Button size="small" disabled={making} onClick={() => void tryIt()}>
          Correct and scan it
        </Button>
        {making && (
          <span role="status">
            Scanning…{' '}
            <Button size="small" onClick={() => underWay.current?.abort()}>
              Stop
            </Button>
          </span>
        )}
      </p>
      {[...(fault === null ? [] : [fault]), ...bringing.faults].map((says) => (
        <p key={says} className="gap-fault" role="alert">
          {says}
        </p>
      ))}
    </details>
  );
}
