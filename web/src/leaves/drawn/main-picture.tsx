import { wholePictureOn, type Layout } from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import { useAppSelector } from '../../store/hooks.js';
import { useDecisions } from '../../store/use-work.js';
import { ReferencePicture } from './reference-picture.js';
import { useMainPicture } from './use-reference.js';

type MainPictureProps = {
  at: Rect;
  clip?: Rect;
  opacity?: number;
  /** Another look than the one chosen for the left leaf. */
  look?: 'colour' | 'grey' | 'average';
};

/** The picture that is worked from, prepared, in the look chosen. */
export function MainPicture({ look, ...place }: MainPictureProps) {
  const chosen = useAppSelector((state) => state.view.look);
  const { faintness } = useDecisions('reference');
  const { picture, squaring } = useMainPicture();
  return (
    <ReferencePicture
      {...place}
      picture={picture}
      squaring={squaring}
      look={look ?? chosen}
      faintness={faintness}
    />
  );
}

/** The same on the surface: the part that is used, and faintly the rest when it is asked for. */
export function PictureOnSurface({
  layout,
  rest = false,
  ...look
}: { layout: Layout; rest?: boolean } & Pick<MainPictureProps, 'look' | 'opacity'>) {
  const { preparation } = useMainPicture();
  const whole = wholePictureOn(layout, preparation);
  return (
    <>
      {rest && <MainPicture {...look} at={whole} opacity={0.35} />}
      <MainPicture {...look} at={whole} clip={layout.frame} />
    </>
  );
}
