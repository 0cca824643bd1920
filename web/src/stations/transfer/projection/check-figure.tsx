import { cornersOfRect, type Rect } from '@nobrel/core/geometry';
import { warpedPath, type Thrown } from './warped.js';
import * as css from './projection.module.css';

/** Diameters of the check figure's circles, mm: in the middle, and in each corner. */
export const checkCircles = ({ width, height }: Pick<Rect, 'width' | 'height'>) => {
  const radius = Math.min(width, height) / 8;
  return { middleMm: 4 * radius, cornerMm: 2 * radius };
};

/** The outline of a part of the surface, its diagonals, a cross and circles: what shows whether the picture is true. */
export function CheckFigure({ part, thrown, colour }: { part: Rect; thrown: Thrown; colour: string }) {
  const { x, y, width: w, height: h } = part;
  const circle = (cx: number, cy: number, radius: number) =>
    Array.from({ length: 96 }, (_, k): [number, number] => {
      const angle = (2 * Math.PI * k) / 96;
      return [x + cx + radius * Math.cos(angle), y + cy + radius * Math.sin(angle)];
    });
  const { middleMm, cornerMm } = checkCircles(part);
  const r = cornerMm / 2;
  const open = [
    [0, 0, w, h],
    [0, h, w, 0],
    [w / 2, 0, w / 2, h],
    [0, h / 2, w, h / 2],
  ].map(([x0 = 0, y0 = 0, x1 = 0, y1 = 0]): [number, number][] => [
    [x + x0, y + y0],
    [x + x1, y + y1],
  ]);
  const closed = [
    cornersOfRect(part).map((corner): [number, number] => [corner.x, corner.y]),
    circle(w / 2, h / 2, middleMm / 2),
    circle(r, r, r),
    circle(w - r, r, r),
    circle(w - r, h - r, r),
    circle(r, h - r, r),
  ];
  const d = [
    ...open.map((points) => warpedPath(points, false, thrown)),
    ...closed.map((points) => warpedPath(points, true, thrown)),
  ];
  return (
    <path className={css.wallLine} data-part="wall-line" d={d.join('')} stroke={colour} strokeWidth={1.5} />
  );
}
