import type { Layout } from '@nobrel/core/fit';
import { formatSize } from '@nobrel/core/units';
import { useUnit, useWork } from '../store/hooks.js';
import { OrderWords } from '../stations/fit/enlarge-panel.js';
import { LaidOut } from './laid-out.js';
import { PrintPage } from './print-page.js';

/** What to hand over the counter of a copy shop. */
export function OrderSlipPrint() {
  return <LaidOut>{(layout) => <Slip layout={layout} />}</LaidOut>;
}

function Slip({ layout }: { layout: Layout }) {
  const { fit } = useWork().decisions;
  const unit = useUnit();
  const { width, height } = layout.drawing;
  return (
    <PrintPage title="Order slip for enlarging by machine" back="fit?at=enlarge">
      {fit.sketch ? (
        <>
          <p>
            Original: {formatSize(fit.sketch.widthMm, fit.sketch.heightMm, unit)}. Wanted:{' '}
            <strong>{formatSize(width, height, unit)}</strong>.
          </p>
          <OrderWords layout={layout} sketch={fit.sketch} unit={unit} />
          <p>
            Please copy at exactly this percentage, without “fit to page”, on plain white paper. Measure the
            copy before it leaves the shop.
          </p>
        </>
      ) : (
        <p>The sketch has not been measured yet. Say what it measures at Fit, under Enlarge.</p>
      )}
    </PrintPage>
  );
}
