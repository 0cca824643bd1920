import { useRef } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { TryOut } from '../../../bench/bring-in/try-out.js';
import { simulateScan } from '../../../workers/in-check-worker.js';
import { usePrintedMap } from './use-corrected-sheet.js';

type WithoutScannerProps = { busy: boolean; onScan: (picture: StoredPicture) => Promise<void> };

/** A printed outline, corrected and scanned, made up, so that corrections on paper can be tried without printer and scanner. */
export function WithoutScanner({ busy, onScan }: WithoutScannerProps) {
  const { map, work, by } = usePrintedMap();
  const tries = useRef(0);
  if (!map) return null;
  return (
    <TryOut
      without="scanner"
      says="The outline as Sheets would print it is made up, with lines struck out, moved and added by a pen, and scanned."
      act="Correct and scan it"
      acting="Scanning…"
      name="made up.jpg"
      make={(stop) => simulateScan({ map, work, by: by(), seed: ++tries.current }, stop)}
      onMade={onScan}
      busy={busy}
    />
  );
}
