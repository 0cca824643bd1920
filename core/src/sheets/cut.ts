import { clipPolyline, clipRing, intersection, type Rect } from '../geometry/index.js';
import type { DrawingItem } from './drawing.js';
import type { PageItem } from './page.js';

/** The smallest rectangle around points. */
function boundsOf(points: ArrayLike<number>): Rect {
  let left = Infinity;
  let right = -Infinity;
  let top = Infinity;
  let bottom = -Infinity;
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]);
    right = Math.max(right, points[i]);
    top = Math.min(top, points[i + 1]);
    bottom = Math.max(bottom, points[i + 1]);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The rectangle an item of a drawing takes up, without the width of its line. */
export function extentOf(item: DrawingItem): Rect {
  switch (item.kind) {
    case 'stroke':
    case 'dots':
      return boundsOf(item.points);
    case 'fill':
      // Holes lie within the outer ring.
      return item.rings.length > 0 ? boundsOf(item.rings[0]) : { x: 0, y: 0, width: 0, height: 0 };
    case 'text':
      return { x: item.x, y: item.y, width: 0, height: 0 };
    case 'picture':
      return item.at;
  }
}

const contains = (rect: Rect, inner: Rect) =>
  inner.x >= rect.x &&
  inner.y >= rect.y &&
  inner.x + inner.width <= rect.x + rect.width &&
  inner.y + inner.height <= rect.y + rect.height;

/** The parts of an item inside a window, cut exactly at its border. */
export function cutTo(item: DrawingItem, bounds: Rect, window: Rect): PageItem[] {
  if (item.kind === 'picture') return cutPicture(item, window);
  if (contains(window, bounds)) return [item];
  switch (item.kind) {
    case 'text':
      return [];
    case 'stroke': {
      const { points, closed } = item;
      const run = closed ? [...Array.from(points), points[0], points[1]] : points;
      return clipPolyline(window, run).map((part) => ({ ...item, closed: false, points: part }));
    }
    case 'fill': {
      const rings = item.rings.map((ring) => clipRing(window, ring)).filter((ring) => ring.length > 4);
      return rings.length > 0 ? [{ ...item, rings }] : [];
    }
    case 'dots': {
      const inside: number[] = [];
      for (let i = 0; i < item.points.length; i += 2) {
        const [x, y] = [item.points[i], item.points[i + 1]];
        if (contains(window, { x, y, width: 0, height: 0 })) inside.push(x, y);
      }
      return inside.length > 0 ? [{ ...item, points: inside }] : [];
    }
  }
}

function cutPicture(item: Extract<DrawingItem, { kind: 'picture' }>, window: Rect): PageItem[] {
  const shown = intersection(item.at, window);
  if (!shown) return [];
  const pxAcross = item.window.width / item.at.width;
  const pxDown = item.window.height / item.at.height;
  return [
    {
      kind: 'picture',
      corner: [shown.x, shown.y],
      across: [shown.width, 0],
      down: [0, shown.height],
      look: item.look,
      window: {
        x: item.window.x + (shown.x - item.at.x) * pxAcross,
        y: item.window.y + (shown.y - item.at.y) * pxDown,
        width: shown.width * pxAcross,
        height: shown.height * pxDown,
      },
    },
  ];
}
