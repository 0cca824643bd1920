import { Button } from 'antd';
import { useMemo } from 'react';
import type { Quad } from '@nobrel/core/geometry';
import { findCornerFault, findOriginalFault, flatRatio, unsquared } from '@nobrel/core/reference';
import { ChoiceGap } from '../../../bench/sentence/gaps.js';
import { SizeGap } from '../../../bench/sentence/size-gap.js';
import { cornersInside, SheetCorners } from '../../../leaves/leaf/sheet-corners.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useSheet } from '../../../workers/use-pictures.js';
import { PictureBefore } from './picture-before.js';
import { useSquare } from './use-squaring.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { clsx } from 'clsx';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** Squaring by four corners: perspective removed, so that a photographed sheet lies flat. */
export function SquareTool() {
  const { picture, squaring } = useMainPicture();
  const square = useSquare();
  const take = ([a, b, c, d]: Quad) => square({ corners: [a, b, c, d] });
  const sheet = useSheet(picture);
  const inside = useMemo(() => cornersInside(picture), [picture]);
  const { corners: taken } = squaring;
  // Where no corners are chosen yet, those of the sheet that is seen are proposed.
  const corners = taken ?? sheet?.corners ?? inside;
  const fault = findCornerFault(corners, picture);
  const ratio = fault ? null : flatRatio(picture, { originalMm: squaring.originalMm, corners });
  const known = squaring.originalMm;
  const size = known ?? { width: 200, height: Math.round(200 / (ratio ?? 1)) };
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  return (
    <ToolInHand
      sentence={
        <>
          The sheet lies between these four corners, its ratio is{' '}
          <ChoiceGap
            label="Ratio of the sheet"
            value={known ? 'known' : 'estimated'}
            options={[
              { value: 'estimated', label: 'estimated from them' },
              { value: 'known', label: 'that of its real size' },
            ]}
            onChange={(how) => square({ originalMm: how === 'known' ? size : null })}
          />
          {known ? (
            <>
              ,{' '}
              <SizeGap
                label="Real size of the sheet"
                size={{ widthMm: known.width, heightMm: known.height }}
                check={({ widthMm, heightMm }) => findOriginalFault({ width: widthMm, height: heightMm })}
                onChange={({ widthMm, heightMm }) =>
                  square({ originalMm: { width: widthMm, height: heightMm } })
                }
              />
            </>
          ) : (
            ratio && ` (${ratio.toFixed(3)} : 1)`
          )}
          .{' '}
          {taken ? (
            <Button size="small" onClick={() => square({ corners: null })}>
              Keep as photographed
            </Button>
          ) : (
            <Button size="small" type="primary" disabled={fault !== null} onClick={() => take(corners)}>
              Square by these corners
            </Button>
          )}{' '}
          {taken && sheet?.corners && (
            <Button size="small" onClick={() => sheet.corners && take(sheet.corners)}>
              Use the sheet found
            </Button>
          )}
          {!taken && (
            <span className={panelsCss.quiet} role="status">
              {sheet === null
                ? 'Looking for a sheet.'
                : sheet.corners
                  ? 'A sheet was found; these are its corners.'
                  : 'No sheet was found here. Drag the four corners onto it.'}
            </span>
          )}
          {fault && (
            <span className={clsx(sentenceCss.gapFault, sentenceCss.toolFault)} role="alert">
              {fault}
            </span>
          )}
        </>
      }
      left={{
        title: 'As it was photographed',
        extent: whole,
        apart: true,
        content: <PictureBefore squaring={unsquared} at={whole} />,
        handles: <SheetCorners corners={corners} onMove={take} proposed={!taken} />,
      }}
    />
  );
}
