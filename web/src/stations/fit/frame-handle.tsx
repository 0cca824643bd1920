import { movedByHand, slackOf, type FitDecisions, type Layout } from '@nobrel/core/fit';
import type { PictureSize } from '@nobrel/core/reference';
import { useMovable } from '../../leaves/leaf/handle.js';
import { clsx } from 'clsx';
import * as leavesCss from '../../leaves/leaves.module.css';

type FrameHandleProps = {
  layout: Layout;
  picture: PictureSize;
  fit: FitDecisions;
  onMove: (change: Partial<FitDecisions>) => void;
};

/** The frame of the picture. It is dragged, or moved with the arrow keys: the picture then lies by hand. */
export function FrameHandle({ layout, picture, fit, onMove }: FrameHandleProps) {
  const slack = slackOf(picture, fit);
  const movable = useMovable((x, y) => onMove(movedByHand(picture, fit, x, y)));
  const { frame } = layout;
  const look = { ...frame, vectorEffect: 'non-scaling-stroke' } as const;
  // Less than this there is nothing to move (mm).
  if (Math.max(slack.x, slack.y) < 0.01)
    return <rect className={leavesCss.cropFrame} data-part="crop-frame" {...look} />;
  return (
    <rect
      className={clsx(leavesCss.cropFrame, leavesCss.cropMovable)}
      data-part="crop-frame"
      {...look}
      role="button"
      aria-label="The picture on the surface: drag it, or arrow keys move it by a millimetre"
      {...movable}
    />
  );
}
