import type { Rect } from '../../geometry/index.js';
import type { PixelWindow } from '../../raster/index.js';
import type { ReferenceView } from '../../reference/index.js';
import type { PagePicture } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';

/**
 * The part of the reference a map was made from.
 *
 * @throws SheetError when there is no reference to print
 */
export function cropOf({ crop }: SheetSource): PixelWindow {
  if (!crop)
    throw new SheetError(
      'There is no reference that belongs to this map: make the map from one first, or name it with --reference.',
    );
  return crop;
}

/** A picture on a page in true mm. */
export function pictureOn(at: Rect, window: PixelWindow, look: ReferenceView): PagePicture {
  return { kind: 'picture', corner: [at.x, at.y], across: [at.width, 0], down: [0, at.height], window, look };
}

/** Room for the words below a picture, mm. */
export const wordsMm = 14;
