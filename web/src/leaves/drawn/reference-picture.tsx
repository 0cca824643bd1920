import { useId } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import type { Rect } from '@nobrel/core/geometry';
import type { ReferenceView, Squaring } from '@nobrel/core/reference';
import type { Drawing } from '../../workers/picture-worker.js';
import { useLeafScale } from '../leaf/leaf-scale.js';
import { usePrepared } from '../../workers/use-pictures.js';
import * as css from './drawn.module.css';

type ReferencePictureProps = {
  picture: StoredPicture;
  squaring: Squaring;
  look: ReferenceView | 'average';
  /** How far the faint look goes towards white. */
  faintness: number;
  /** Where it lies on the leaf, in content units. */
  at: Rect;
  /** The part that is used, when the rest is not to be seen. */
  clip?: Rect;
  opacity?: number;
};

const drawings: Readonly<Record<ReferencePictureProps['look'], Drawing>> = {
  colour: 'colour',
  faint: 'colour',
  grey: 'grey',
  average: 'average',
};

/** A prepared reference laid on a leaf at its place. */
export function ReferencePicture(props: ReferencePictureProps) {
  const { picture, squaring, look, faintness, at, clip, opacity = 1 } = props;
  const clipId = useId();
  const scale = useLeafScale();
  const { href, fault } = usePrepared(picture, squaring, drawings[look]);
  const cut = clip ? { clipPath: `url(#${clipId})` } : {};
  return (
    <g opacity={opacity} data-look={look}>
      {clip && (
        <clipPath id={clipId}>
          <rect {...clip} />
        </clipPath>
      )}
      {look === 'faint' && <rect {...at} {...cut} fill="#fff" />}
      {href && (
        <image
          href={href}
          {...at}
          {...cut}
          preserveAspectRatio="none"
          opacity={look === 'faint' ? 1 - faintness : 1}
        />
      )}
      {!href && <rect {...at} {...cut} className={fault ? css.pictureFault : css.pictureWaiting} />}
      {!href && fault && (
        <text
          className={css.pictureFaultWords}
          x={at.x + 8 / scale}
          y={at.y + 22 / scale}
          fontSize={14 / scale}
        >
          {fault}
        </text>
      )}
    </g>
  );
}
