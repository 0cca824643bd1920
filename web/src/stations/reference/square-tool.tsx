import { Button } from 'antd';
import { useMemo } from 'react';
import type { Point, Quad } from '@nobrel/core/geometry';
import {
  findCornerFault,
  findOriginalFault,
  flatRatio,
  unsquared,
  type PictureSize,
} from '@nobrel/core/reference';
import { ChoiceGap } from '../../bench/gaps.js';
import { SizeGap } from '../../bench/size-gap.js';
import { Handle } from '../../leaves/handle.js';
import { useMainPicture } from '../../leaves/use-reference.js';
import { useSheet } from '../../workers/use-pictures.js';
import { PictureBefore } from './picture-before.js';
import { useSquare } from './use-squaring.js';
import { ToolInHand } from '../../leaves/in-hand.js';

const cornerNames = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** Corners to begin with where none are seen: somewhat inside the picture. */
function insideOf({ width, height }: PictureSize): Quad {
  const [left, top, right, bottom] = [width * 0.12, height * 0.12, width * 0.88, height * 0.88];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
}

function moved(corners: Quad, index: number, x: number, y: number): Quad {
  const at = (i: number, corner: Point) => (i === index ? { x: corner.x + x, y: corner.y + y } : corner);
  const [a, b, c, d] = corners;
  return [at(0, a), at(1, b), at(2, c), at(3, d)];
}

/** Squaring by four corners: perspective removed, so that a photographed sheet lies flat. */
export function SquareTool() {
  const { picture, squaring } = useMainPicture();
  const square = useSquare();
  const take = ([a, b, c, d]: Quad) => square({ corners: [a, b, c, d] });
  const sheet = useSheet(picture);
  const inside = useMemo(() => insideOf(picture), [picture]);
  const { corners: taken } = squaring;
  // Where no corners are chosen yet, those of the sheet that is seen are proposed.
  const corners = taken ?? sheet?.corners ?? inside;
  const fault = findCornerFault(corners, picture);
  const ratio = fault ? null : flatRatio(picture, { originalMm: squaring.originalMm, corners });
  const known = squaring.originalMm;
  const size = known ?? { width: 200, height: Math.round(200 / (ratio ?? 1)) };
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const path = `M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
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
            <span className="quiet" role="status">
              {sheet === null
                ? 'Looking for a sheet.'
                : sheet.corners
                  ? 'A sheet was found; these are its corners.'
                  : 'No sheet was found here. Drag the four corners onto it.'}
            </span>
          )}
          {fault && (
            <span className="gap-fault tool-fault" role="alert">
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
        handles: (
          <>
            <path className={taken ? 'sheet-edge' : 'sheet-edge sheet-proposed'} d={path} />
            {corners.map((corner, index) => (
              <Handle
                key={cornerNames[index]}
                label={`Corner, ${cornerNames[index]}`}
                {...corner}
                onMove={(x, y) => take(moved(corners, index, x, y))}
              />
            ))}
          </>
        ),
      }}
    />
  );
}
