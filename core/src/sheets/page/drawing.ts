import type { Rect } from '../../geometry/index.js';
import type { PixelWindow } from '../../raster/index.js';
import type { ReferenceView } from '../../reference/index.js';
import { type Ink, type PageStroke, type PageWithin, type VectorItem, strokeOf } from './page.js';

/** The reference, or part of it, laid on a rectangle of the drawing. */
export type DrawnPicture = { kind: 'picture'; at: Rect; window: PixelWindow; look: ReferenceView };

export type DrawingItem = VectorItem | DrawnPicture | PageWithin;

/** What is to be printed at true size, before it is cut into pages; mm on the surface. */
export type Drawing = {
  /** The part of the surface it takes in, or the tracing's own. */
  extent: Rect;
  /** What makes a sheet worth printing: a sheet with none of it is left out. */
  items: DrawingItem[];
  /** What orients on a sheet that is printed anyway: marks and frames. */
  marks: DrawingItem[];
  mirrored: boolean;
  /** What stands at the foot beside the title, such as “outline”. */
  called: string;
};

/** Arms of the marks at corners, mm. */
const cornerArmMm = 8;

/** Angles at the four corners of a rectangle, drawn inwards so that they stay on the surface. */
export function cornerMarks({ x, y, width, height }: Rect, ink: Ink = 'guide'): PageStroke[] {
  const arm = Math.min(cornerArmMm, width / 3, height / 3);
  const corner = (cx: number, cy: number, sx: 1 | -1, sy: 1 | -1) =>
    strokeOf([cx + sx * arm, cy, cx, cy, cx, cy + sy * arm], 0.2, { ink });
  return [
    corner(x, y, 1, 1),
    corner(x + width, y, -1, 1),
    corner(x + width, y + height, -1, -1),
    corner(x, y + height, 1, -1),
  ];
}
