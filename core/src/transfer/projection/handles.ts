import { type Point, type Rect } from '../../geometry/index.js';
import type { Placed, WallPicture, WallPictureChange } from './live.js';
import { cornersFault, fitOf, ninePoints, nudged, wholeOf } from './placed.js';
import { pixelOf, type WallSize } from './wall-fit.js';

/** The part of the surface that the picture holds: that of its position, or all of it. */
export const partOf = (placed: Pick<Placed, 'position'> | null, surface: WallSize): Rect =>
  placed?.position ?? wholeOf(surface);

/** Names of the handles at the corners, and of the nine points, row by row. */
export const cornerNames = ['upper left', 'upper right', 'lower right', 'lower left'] as const;
const pointNames = ['top, middle', 'left, middle', 'centre', 'right, middle', 'bottom, middle'] as const;

/** What is moved by a handle, and where it lies in the picture. */
export type Handle = { name: string; px: Point };

/** The handles that are shown on the wall, as they lie now. */
export function handlesOf(
  { placing, places }: Pick<WallPicture, 'placing' | 'places'>,
  placed: Placed,
): Handle[] {
  if (placing === 'none') return [];
  if (placing === 'places') return places.map(({ px }, k) => ({ name: `place ${k + 1}`, px }));
  const corners = placed.corners.map((px, k) => ({ name: cornerNames[k], px }));
  if (placing === 'corners') return corners;
  return [...corners, ...placed.points.slice(0, 5).map(({ px }, k) => ({ name: pointNames[k], px }))];
}

/** Corners and five points between them, where the fit throws them now: what nine handles begin from. */
export function withNinePoints(placed: Placed, part: Rect): Placed {
  const { fit } = fitOf(placed, part);
  const between = ninePoints(part).filter((_, k) => ![0, 2, 6, 8].includes(k));
  return { ...placed, points: between.map((at) => ({ at, px: pixelOf(fit, at.x, at.y) })) };
}

/**
 * What changes when a handle is moved.
 *
 * @returns the change, or a sentence with the way out for what cannot be
 */
export function moveHandle(
  { placing, places }: Pick<WallPicture, 'placing' | 'places'>,
  placed: Placed,
  handle: number,
  by: Point,
): { change: WallPictureChange } | { fault: string } {
  const moved = (px: Point) => ({ x: px.x + by.x, y: px.y + by.y });
  if (placing === 'places')
    return {
      change: {
        places: places.map((pair, k) => (k === handle ? { ...pair, px: moved(pair.px) } : pair)),
        // Said anew with the size of the window that the places are now told in.
        placed,
      },
    };
  if (handle >= 4) {
    const points = placed.points.map((pair, k) =>
      k === handle - 4 ? { ...pair, px: moved(pair.px) } : pair,
    );
    return { change: { placed: { ...placed, points } } };
  }
  const [a, b, c, d] = nudged(placed.corners, handle, by);
  const fault = cornersFault([a, b, c, d], placed.screen);
  if (fault !== null) return { fault };
  // Corners placed anew are worth more than points that were placed with the old ones.
  const points = placing === 'points' ? placed.points : [];
  return { change: { placed: { ...placed, corners: [a, b, c, d], points } } };
}
