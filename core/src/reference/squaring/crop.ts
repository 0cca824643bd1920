import { shortestSidePx, type PictureSize, type Squaring } from './squaring.js';

/** What is kept of a picture, as shares of its sides. */
export type Crop = NonNullable<Squaring['crop']>;

/** All of it. */
export const wholeCrop: Crop = { x: 0, y: 0, width: 1, height: 1 };

const clamp = (value: number, min: number, max: number) => Math.min(max, Math.max(min, value));

/**
 * A crop with one corner moved, never out of the picture and never smaller than what can be drawn from.
 *
 * @param corner top left 0, and on clockwise
 * @param x how far, in pixels of the picture
 * @param y the same downwards
 */
export function cropWithCorner(crop: Crop, picture: PictureSize, corner: number, x: number, y: number): Crop {
  const minX = Math.min(1, shortestSidePx / picture.width);
  const minY = Math.min(1, shortestSidePx / picture.height);
  const right = crop.x + crop.width;
  const bottom = crop.y + crop.height;
  const atLeft = corner === 0 || corner === 3;
  const atTop = corner === 0 || corner === 1;
  // Of the smallest crop at an edge, rounding must not carry a share below none.
  const left = atLeft ? clamp(crop.x + x / picture.width, 0, Math.max(0, right - minX)) : crop.x;
  const top = atTop ? clamp(crop.y + y / picture.height, 0, Math.max(0, bottom - minY)) : crop.y;
  const newRight = atLeft ? right : clamp(right + x / picture.width, left + minX, 1);
  const newBottom = atTop ? bottom : clamp(bottom + y / picture.height, top + minY, 1);
  return { x: left, y: top, width: newRight - left, height: newBottom - top };
}

/** A crop moved as a whole, by pixels of the picture; it stops at the picture's edges. */
export function cropMoved(crop: Crop, picture: PictureSize, x: number, y: number): Crop {
  return {
    ...crop,
    x: clamp(crop.x + x / picture.width, 0, 1 - crop.width),
    y: clamp(crop.y + y / picture.height, 0, 1 - crop.height),
  };
}

/**
 * The largest crop of a ratio about the middle of the present one, within the picture.
 *
 * @param ratio width over height, in pixels
 */
export function cropInRatio(crop: Crop, picture: PictureSize, ratio: number): Crop {
  const middleX = crop.x + crop.width / 2;
  const middleY = crop.y + crop.height / 2;
  const widthPx = Math.min(picture.width, picture.height * ratio);
  // Rounding must not carry a share past one.
  const width = Math.min(1, widthPx / picture.width);
  const height = Math.min(1, widthPx / ratio / picture.height);
  return {
    x: clamp(middleX - width / 2, 0, 1 - width),
    y: clamp(middleY - height / 2, 0, 1 - height),
    width,
    height,
  };
}
