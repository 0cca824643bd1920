import { strokeOf, type PageFill, type PageStroke, type Rgb } from '../page/page.js';

/** Side of a square of a key, mm, and the room a key takes below the surface. */
export const keyMm = 9;
export const keyRoomMm = 20;

/** A square of a key with a thin border. */
export function keySquare(x: number, y: number, side: number, colour: Rgb): (PageFill | PageStroke)[] {
  const square = [x, y, x + side, y, x + side, y + side, x, y + side];
  return [{ kind: 'fill', rings: [square], colour }, strokeOf(square, 0.15, { closed: true })];
}
