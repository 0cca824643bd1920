import { Segmented } from 'antd';
import { useState } from 'react';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { permissionWords } from '@nobrel/core/reference';
import { formatSize } from '@nobrel/core/units';
import { GridLines } from '../stations/fit/lines.js';
import { LookChoice } from '../leaves/look-choice.js';
import { LeafScale } from '../leaves/leaf-scale.js';
import { MainPicture, PictureOnSurface } from '../leaves/main-picture.js';
import { useMainPicture } from '../leaves/use-reference.js';
import { useAppSelector, useUnit, useWork } from '../store/hooks.js';
import { PrintPage } from './print-page.js';

const lookWords = { colour: 'in colour', grey: 'grey by lightness', faint: 'faint, to draw on' } as const;
/** Long side of what common printers print, A4 inside its margins, mm. */
const longestPageMm = 273;
/** CSS counts 96 pixels an inch. */
const cssPxPerMm = 96 / 25.4;

/** The reference on paper in the look chosen: fitted to the page, or at the size it has on the surface. */
export function ReferencePrint() {
  const { decisions } = useWork();
  const unit = useUnit();
  const look = useAppSelector((state) => state.view.look);
  const { preparation } = useMainPicture();
  const [atSize, setAtSize] = useState<'page' | 'surface'>('page');
  const { fit, reference } = decisions;
  const layout = findFitFault(fit) ? null : layOut(preparation, fit);
  const real = atSize === 'surface' && layout;
  const { width, height } = preparation;
  const box = real ? layout.drawing : { x: 0, y: 0, width, height };
  return (
    <PrintPage
      title={`Reference, ${lookWords[look]}${real ? `, at its size on the surface, ${formatSize(box.width, box.height, unit)}` : ''}. By ${reference.owner || 'no one noted'}; ${permissionWords(reference.permission)}.`}
      back="reference"
      choices={
        <>
          <LookChoice />
          <Segmented<'page' | 'surface'>
            size="small"
            aria-label="Size of the print"
            options={[
              { value: 'page', label: 'to fit the page' },
              { value: 'surface', label: 'at final size' },
            ]}
            value={atSize}
            onChange={setAtSize}
          />
          {real && Math.max(box.width, box.height) > longestPageMm && (
            <span>
              Larger than common paper: choose a paper of this size when printing, or it is cut off.
            </span>
          )}
        </>
      }
    >
      <svg
        className={real ? 'print-picture' : 'print-picture print-fitted'}
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        {...(real ? { style: { width: `${box.width}mm`, height: `${box.height}mm` } } : {})}
        role="img"
        aria-label={`Reference, ${lookWords[look]}`}
      >
        <LeafScale value={real ? cssPxPerMm : 1}>
          {real ? (
            <>
              <PictureOnSurface layout={layout} />
              {fit.grid.shown && <GridLines drawing={layout.drawing} grid={fit.grid} />}
            </>
          ) : (
            <MainPicture at={box} />
          )}
        </LeafScale>
      </svg>
    </PrintPage>
  );
}
