import type { Rect } from '@nobrel/core/geometry';
import type { Squaring } from '@nobrel/core/reference';
import { ReferencePicture } from '../../../leaves/drawn/reference-picture.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';

/** The picture that is worked from before a step of putting it right: always in colour, to see by. */
export function PictureBefore({ squaring, at }: { squaring: Squaring; at: Rect }) {
  const { picture } = useMainPicture();
  return <ReferencePicture picture={picture} squaring={squaring} look="colour" faintness={0} at={at} />;
}
