import { sidesWords, surfaceKind, toCut, type Layout } from '@nobrel/core/fit';
import { formatSize } from '@nobrel/core/units';
import { useUnit, useWork } from '../store/hooks.js';
import { Marks } from '../stations/fit/marks.js';
import { MeasuresTable } from '../stations/fit/measures-table.js';
import { useSettingOut } from '../stations/fit/use-setting-out.js';
import { LaidOut } from './laid-out.js';
import { PrintPage } from './print-page.js';

/** The measures on paper, to lie beside the surface: a drawing, and the list. */
export function SettingOutPrint() {
  return <LaidOut>{(layout) => <Sheet layout={layout} />}</LaidOut>;
}

/** Pixels of the printed drawing's long side. */
const drawingPx = 420;

function Sheet({ layout }: { layout: Layout }) {
  const { fit } = useWork().decisions;
  const unit = useUnit();
  const settingOut = useSettingOut(layout);
  const { surface, frame } = layout;
  const cut = toCut(fit);
  const rim = 0.04 * Math.max(surface.width, surface.height);
  return (
    <PrintPage
      title={`Setting out on ${surfaceKind(fit.kind).name}, ${formatSize(surface.width, surface.height, unit)}. Margins ${sidesWords(fit.marginsMm, unit)}.${cut ? ` To cut: ${formatSize(cut.size.widthMm, cut.size.heightMm, unit)}.` : ''}`}
      back="fit?at=setting-out"
    >
      <svg
        className="print-drawing"
        viewBox={`${-rim} ${-rim} ${surface.width + 2 * rim} ${surface.height + 2 * rim}`}
        role="img"
        aria-label="The surface with its marks, numbered as in the list"
      >
        <rect className="print-surface" width={surface.width} height={surface.height} />
        <rect className="print-frame" {...frame} />
        <Marks
          settingOut={settingOut}
          surface={surface}
          scale={drawingPx / Math.max(surface.width, surface.height)}
        />
      </svg>
      <p>
        Measure from the {settingOut.level} and the {settingOut.side} edge, which meet in the corner marked
        black; every measure from the edge itself.
        {fit.measured && ' The surface is out of square; the measures follow its real edges (dashed).'}
      </p>
      <MeasuresTable settingOut={settingOut} fit={fit} unit={unit} />
    </PrintPage>
  );
}
