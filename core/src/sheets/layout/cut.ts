import { clipPolyline, clipRing, intersection, ringOfRect, type Rect } from '../../geometry/index.js';
import type { DrawingItem } from '../page/drawing.js';
import type { PageItem, PageStroke, PageText, VectorItem } from '../page/page.js';
import { textWidthMm } from '../page/words.js';

/** A line up to this wide is cut by its middle, as a pencil follows it; a wider one is an area with two edges. */
const widestLineMm = 1;

const reachOf = ({ widthMm }: PageStroke) => (widthMm > widestLineMm ? widthMm / 2 : 0);

const grown = ({ x, y, width, height }: Rect, by: number): Rect => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

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

/** The rectangle an item of a drawing takes up: a line by its middle, a wide one with its width. */
export function extentOf(item: DrawingItem): Rect {
  switch (item.kind) {
    case 'stroke':
      return grown(boundsOf(item.points), reachOf(item));
    case 'dots':
      return boundsOf(item.points);
    case 'fill':
      // Holes lie within the outer ring.
      return item.rings.length > 0 ? boundsOf(item.rings[0]) : { x: 0, y: 0, width: 0, height: 0 };
    case 'text':
      return textBounds(item);
    case 'picture':
      return item.at;
    case 'within':
      return boundsOf(item.rings.flatMap((ring) => Array.from(ring)));
  }
}

const contains = (rect: Rect, inner: Rect) =>
  inner.x >= rect.x &&
  inner.y >= rect.y &&
  inner.x + inner.width <= rect.x + rect.width &&
  inner.y + inner.height <= rect.y + rect.height;

/** Letters stand on their baseline and hang a little below it. */
function textBounds({ x, y, text, sizeMm, anchor }: PageText): Rect {
  const width = textWidthMm(text, sizeMm);
  const before = { start: 0, middle: 0.5, end: 1 }[anchor] * width;
  return { x: x - before, y: y - 0.75 * sizeMm, width, height: sizeMm };
}

/**
 * The parts of an item inside a window. Lines, fills and dots are cut exactly at its border; of a wide line the part
 * that lies on the window in any of its width is kept, and words whole.
 */
export function cutTo(item: DrawingItem, bounds: Rect, window: Rect): PageItem[] {
  if (item.kind === 'picture') return cutPicture(item, window);
  if (item.kind !== 'within') return cutVector(item, bounds, window);
  const rings = cutRings(item.rings, window);
  const items = item.items.flatMap((own) => cutVector(own, extentOf(own), window));
  return rings.length > 0 && items.length > 0 ? [{ kind: 'within', rings, items }] : [];
}

/** The parts of a drawing inside a window; what would reach out of it is shown within it only. */
export function cutAllTo(items: readonly { item: DrawingItem; bounds: Rect }[], window: Rect): PageItem[] {
  const cut: PageItem[] = [];
  let clipped: VectorItem[] | null = null;
  for (const part of items.flatMap(({ item, bounds }) => cutTo(item, bounds, window))) {
    if (part.kind === 'picture' || part.kind === 'within' || !reachesOut(part, window)) {
      cut.push(part);
      clipped = null;
    } else if (clipped) clipped.push(part);
    else {
      clipped = [part];
      cut.push({ kind: 'within', rings: [ringOfRect(window)], items: clipped });
    }
  }
  return cut;
}

const reachesOut = (part: VectorItem, window: Rect) =>
  (part.kind === 'text' || (part.kind === 'stroke' && reachOf(part) > 0)) &&
  !contains(window, extentOf(part));

function cutVector(item: VectorItem, bounds: Rect, window: Rect): VectorItem[] {
  if (contains(window, bounds)) return [item];
  switch (item.kind) {
    case 'text':
      return intersection(window, bounds) ? [item] : [];
    case 'stroke':
      return cutLine(item, grown(window, reachOf(item)));
    case 'fill': {
      const rings = cutRings(item.rings, window);
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

/** The parts of a line whose middle lies inside a window. */
export function cutLine(line: PageStroke, window: Rect): PageStroke[] {
  const { points, closed } = line;
  const run = closed ? [...Array.from(points), points[0], points[1]] : points;
  return clipPolyline(window, run).map((part) => ({ ...line, closed: false, points: part }));
}

const cutRings = (rings: readonly ArrayLike<number>[], window: Rect) =>
  rings.map((ring) => clipRing(window, ring)).filter((ring) => ring.length > 4);

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
