import type { Rect } from '../geometry/index.js';
import type { Thrown } from '../projector/index.js';
import { ninePoints, pixelOf, type Placed, type WallFit } from '../transfer/index.js';

/** A surface placed exactly as a projector throws it, by its corners, or by nine points; on a picture of 1920 by 1080 pixels. */
export function placedExactly({ inPicture }: Thrown, part: Rect, by: 4 | 9): Placed {
  const nine = ninePoints(part);
  const pixel = (k: number) => inPicture(nine[k].x, nine[k].y);
  const between = [1, 3, 4, 5, 7].map((k) => ({ at: nine[k], px: pixel(k) }));
  return {
    corners: [pixel(0), pixel(2), pixel(8), pixel(6)],
    points: by === 9 ? between : [],
    screen: { width: 1920, height: 1080 },
    position: null,
  };
}

/** How far a fit lies from the truth at worst, pixels. */
export function worstOver(fit: WallFit, { inPicture }: Thrown, { x, y, width, height }: Rect): number {
  return Math.max(
    ...Array.from({ length: 121 }, (_, k) => {
      const [px, py] = [x + (width * (k % 11)) / 10, y + (height * Math.floor(k / 11)) / 10];
      const [put, is] = [pixelOf(fit, px, py), inPicture(px, py)];
      return Math.hypot(put.x - is.x, put.y - is.y);
    }),
  );
}
