import { useSyncExternalStore } from 'react';
import type { Quad } from '@nobrel/core/geometry';
import {
  cornersFault,
  firstCorners,
  onScreen,
  type Screen,
  type WallPicture,
  type WallSize,
} from '@nobrel/core/transfer';

/** The size of this window, pixels. */
export function useScreen(): Screen {
  const width = useSyncExternalStore(onResize, () => window.innerWidth);
  const height = useSyncExternalStore(onResize, () => window.innerHeight);
  return { width, height };
}

function onResize(hear: () => void): () => void {
  window.addEventListener('resize', hear);
  return () => window.removeEventListener('resize', hear);
}

/** Where the surface lies in a picture: as it was placed, or upright in the middle. */
export function cornersOn({ placed }: Pick<WallPicture, 'placed'>, surface: WallSize, screen: Screen): Quad {
  if (!placed) return firstCorners(surface, screen);
  const corners = onScreen(placed.corners, placed.screen, screen);
  return cornersFault(corners, screen) ? firstCorners(surface, screen) : corners;
}
