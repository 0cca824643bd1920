import { useEffect, useEffectEvent } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { handlesOf, moveHandle, type Placed, type WallPicture } from '@nobrel/core/transfer';
import type { Wall } from './use-wall.js';

const ways: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** How far an arrow key moves a handle, pixels: with Alt finely, with Shift far. */
const stepOf = ({ altKey, shiftKey }: Pick<KeyboardEvent, 'altKey' | 'shiftKey'>) =>
  altKey ? 0.1 : shiftKey ? 10 : 1;

type PlacingKeys = {
  picture: WallPicture;
  wall: Wall;
  placed: Placed;
};

/**
 * Keys of the projector’s window: B blanks, P places, 1 to 9 take a handle, arrows move it, F fills the screen.
 *
 * @returns moves a handle by so many pixels, as a drag does
 */
export function usePlacingKeys({ picture, wall, placed }: PlacingKeys): (handle: number, by: Point) => void {
  const move = (handle: number, by: Point) => {
    // What cannot be is not taken, and said beside the wall: the picture stays as it was.
    const moved = moveHandle(picture, placed, handle, by);
    if ('change' in moved) wall.change(moved.change);
  };
  const hear = useEffectEvent((event: KeyboardEvent) => {
    const key = event.key.toLowerCase();
    const way = ways[event.key];
    const isPlacing = picture.placing !== 'none';
    if (key === 'b') wall.change({ blank: !picture.blank });
    else if (key === 'p') wall.change({ placing: isPlacing ? 'none' : 'corners' });
    else if (key === 'f') void document.documentElement.requestFullscreen().catch(() => undefined);
    else if (isPlacing && /^[1-9]$/.test(key)) {
      const inHand = Number(key) - 1;
      if (inHand < handlesOf(picture, placed).length) wall.change({ inHand });
    } else if (isPlacing && key === 'escape') wall.change({ placing: 'none' });
    else if (isPlacing && way) {
      const step = stepOf(event);
      move(picture.inHand, { x: step * way.x, y: step * way.y });
    } else return;
    event.preventDefault();
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => hear(event);
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
  return move;
}
