import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import {
  cornersFault,
  firstCorners,
  fitOf,
  onScreen,
  pairsOnScreen,
  partOf,
  pixelOf,
  pixelsPerMmAt,
  wallToPixels,
  type Placed,
  type Screen,
  type WallPicture,
  type WallSize,
} from '@nobrel/core/transfer';
import type { Thrown } from './warped.js';

/** The size of this window, pixels. */
export function useScreen(): Screen {
  const width = useSyncExternalStore(onResize, () => window.innerWidth);
  const height = useSyncExternalStore(onResize, () => window.innerHeight);
  return useMemo(() => ({ width, height }), [width, height]);
}

function onResize(hear: () => void): () => void {
  window.addEventListener('resize', hear);
  return () => window.removeEventListener('resize', hear);
}

/** A window that is being resized is as it is once it has rested so long, ms. */
const restsMs = 300;

/** A size once it has come to rest: whoever steers is told of it then, not at every step. */
export function useSettled(screen: Screen): Screen {
  const [settled, setSettled] = useState(screen);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(screen), restsMs);
    return () => clearTimeout(timer);
  }, [screen]);
  return settled;
}

/** A part of the surface before it is placed: upright in the middle. */
export function firstPlaced(surface: WallSize, screen: Screen, position: Placed['position']): Placed {
  const [a, b, c, d] = firstCorners(partOf({ position }, surface), screen);
  return { corners: [a, b, c, d], points: [], screen: { ...screen }, position };
}

/** Where the surface lies in a picture: as it was placed, or upright in the middle. */
export function placedOn({ placed }: Pick<WallPicture, 'placed'>, surface: WallSize, screen: Screen): Placed {
  const here = placed && onScreen(placed, screen);
  return here && cornersFault(here.corners, screen) === null
    ? here
    : firstPlaced(surface, screen, placed?.position ?? null);
}

/** What is on the wall, told in the pixels of a window. */
export function usePictureOn(picture: WallPicture, surface: WallSize, screen: Screen) {
  const { placed: told } = picture;
  // Only what is placed decides how everything is drawn: it stays the same while something else is steered.
  const placed = useMemo(() => placedOn({ placed: told }, surface, screen), [told, surface, screen]);
  const part = useMemo(() => partOf(placed, surface), [placed, surface]);
  const places = pairsOnScreen(picture.places, told?.screen ?? screen, screen);
  return { placed, part, picture: { ...picture, places } };
}

/** How a placed part of the surface is thrown: the pixel of each place of it. */
export function thrownAs(placed: Placed, part: Rect): Thrown {
  const { fit } = fitOf(placed, part);
  const pixel = (x: number, y: number) => pixelOf(fit, x, y);
  const middle = { x: part.x + part.width / 2, y: part.y + part.height / 2 };
  return {
    pixel,
    perMm: pixelsPerMmAt(pixel, middle),
    plane: wallToPixels(part, placed.corners),
    isBent: placed.points.length > 0,
  };
}
