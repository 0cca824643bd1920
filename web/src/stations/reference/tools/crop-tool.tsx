import { Button } from 'antd';
import { findFitFault, layOut } from '@nobrel/core/fit';
import {
  cropInRatio,
  cropMoved,
  cropWithCorner,
  shortestSidePx,
  uncroppedPreparation,
  wholeCrop,
  type Crop,
} from '@nobrel/core/reference';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { Handle, useMovable } from '../../../leaves/leaf/handle.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../../store/use-work.js';
import { PictureBefore } from './picture-before.js';
import { useSquare } from './use-squaring.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { clsx } from 'clsx';
import * as css from './tools.module.css';
import * as leavesCss from '../../../leaves/leaves.module.css';

const isWhole = ({ width, height }: Crop) => width > 1 - 1e-6 && height > 1 - 1e-6;

/** Cropping: what is kept of the squared and turned picture. */
export function CropTool() {
  const { uncropped, squaring, crop, px, take } = useCrop();
  const { width, height } = uncropped;
  const whole = { x: 0, y: 0, width, height };
  return (
    <ToolInHand
      sentence={<CropSentence />}
      left={{
        title: 'What is kept',
        extent: whole,
        apart: true,
        content: (
          <>
            <PictureBefore squaring={{ ...squaring, crop: null }} at={whole} />
            <path
              className={css.cropShade}
              fillRule="evenodd"
              d={`M0 0H${width}V${height}H0ZM${px.x} ${px.y}h${px.width}v${px.height}h${-px.width}Z`}
            />
          </>
        ),
        handles: (
          <>
            <CropBody px={px} onMove={(x, y) => take(cropMoved(crop, uncropped, x, y))} />
            {(
              [
                ['top left', px.x, px.y],
                ['top right', px.x + px.width, px.y],
                ['bottom right', px.x + px.width, px.y + px.height],
                ['bottom left', px.x, px.y + px.height],
              ] as const
            ).map(([name, x, y], corner) => (
              <Handle
                key={name}
                label={`Crop, ${name}`}
                x={x}
                y={y}
                onMove={(dx, dy) => take(cropWithCorner(crop, uncropped, corner, dx, dy))}
              />
            ))}
          </>
        ),
      }}
    />
  );
}

/** What is kept, as shares and as pixels of the picture before it is cropped, and how another part is taken. */
function useCrop() {
  const { picture, squaring } = useMainPicture();
  const square = useSquare();
  const uncropped = uncroppedPreparation(picture, squaring);
  const { width, height } = uncropped;
  const crop = squaring.crop ?? wholeCrop;
  const take = (next: Crop) => square({ crop: isWhole(next) ? null : next });
  const px = {
    x: crop.x * width,
    y: crop.y * height,
    width: crop.width * width,
    height: crop.height * height,
  };
  return { uncropped, squaring, crop, px, take };
}

/** What is kept, to be typed. */
function CropSentence() {
  const { uncropped, squaring, crop, px, take } = useCrop();
  const fit = useDecisions('fit');
  const { width, height } = uncropped;
  const room = findFitFault(fit) ? null : layOut(uncropped, { ...fit, way: 'crop' }).frame;
  const gap = (label: string, value: number, min: number, max: number, set: (value: number) => void) => (
    <NumberGap
      label={label}
      value={Math.round(value)}
      unit="px"
      min={min}
      max={Math.round(max)}
      onChange={(typed) => set(typed ?? 0)}
    />
  );
  return (
    <>
      Keep{' '}
      {gap('Width kept', px.width, shortestSidePx, width - px.x, (value) =>
        take(cropWithCorner(crop, uncropped, 2, value - px.width, 0)),
      )}{' '}
      ×{' '}
      {gap('Height kept', px.height, shortestSidePx, height - px.y, (value) =>
        take(cropWithCorner(crop, uncropped, 2, 0, value - px.height)),
      )}
      , from{' '}
      {gap('Kept from the left', px.x, 0, width - px.width, (value) =>
        take(cropMoved(crop, uncropped, value - px.x, 0)),
      )}{' '}
      on the left and{' '}
      {gap('Kept from the top', px.y, 0, height - px.height, (value) =>
        take(cropMoved(crop, uncropped, 0, value - px.y)),
      )}{' '}
      at the top.{' '}
      {room && (
        <Button size="small" onClick={() => take(cropInRatio(crop, uncropped, room.width / room.height))}>
          In the ratio of the surface
        </Button>
      )}{' '}
      <Button size="small" disabled={squaring.crop === null} onClick={() => take(wholeCrop)}>
        Keep all of it
      </Button>
    </>
  );
}

type CropBodyProps = {
  px: { x: number; y: number; width: number; height: number };
  onMove: (x: number, y: number) => void;
};

function CropBody({ px, onMove }: CropBodyProps) {
  const movable = useMovable(onMove);
  return (
    <rect
      className={clsx(leavesCss.cropFrame, leavesCss.cropMovable)}
      data-part="crop-frame"
      {...px}
      vectorEffect="non-scaling-stroke"
      role="button"
      aria-label="The crop as a whole: drag it, or move it with the arrow keys"
      {...movable}
    />
  );
}
