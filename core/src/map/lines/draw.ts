import { openedAtPoint, type Rect } from '../../geometry/index.js';
import { smoothCurves } from './curves.js';
import { isOnFrame, type Arc, type LocatedArc } from '../boundaries/index.js';
import type { MapSettings } from '../settings.js';
import { fewestStraights } from './straights.js';

/** How runs are followed. */
export type Following = Pick<MapSettings, 'path' | 'toleranceMm'>;

/** Curves are fitted this much closer than the tolerance asks, so that on the whole they lie on the boundary. */
const curveShare = 0.35;

/** Arms between which a corner's angle is judged, mm. */
const cornerArmMm = 1.5;

/** An arc as it will be drawn, in mm on the surface. */
export function drawArc(
  arc: Arc,
  located: LocatedArc,
  raster: { width: number; height: number },
  frame: Rect,
  following: Following,
): Float64Array {
  const mm = onSurface(located.points, raster, frame);
  // A frame arc never turns, since the corners are junctions: its two ends say all.
  return isOnFrame(arc) ? mm : follow(mm, arc.closed, following);
}

/** Brings points of the working raster to the surface. */
export function onSurface(
  points: Float64Array,
  raster: { width: number; height: number },
  frame: Rect,
): Float64Array {
  const scaleX = frame.width / raster.width;
  const scaleY = frame.height / raster.height;
  return points.map((value, i) => (i % 2 === 0 ? frame.x + value * scaleX : frame.y + value * scaleY));
}

/** Follows a run of points in mm in straights or curves. */
export function follow(
  points: Float64Array,
  closed: boolean,
  { path, toleranceMm }: Following,
): Float64Array {
  if (path === 'curved') {
    return smoothCurves(points, closed, { tolerance: curveShare * toleranceMm, arm: cornerArmMm });
  }
  if (!closed) return fewestStraights(points, toleranceMm);
  const opened = openAtExtreme(points);
  const straight = fewestStraights(opened, toleranceMm);
  return straight.length > 6 ? straight.slice(0, -2) : opened.slice(0, -2);
}

/** A closed run opened at the point furthest from its middle, where a joint is most likely wanted. */
function openAtExtreme(points: Float64Array): Float64Array {
  const n = points.length / 2;
  let cx = 0;
  let cy = 0;
  for (let i = 0; i < n; i++) {
    cx += points[2 * i] / n;
    cy += points[2 * i + 1] / n;
  }
  let start = 0;
  let furthest = -1;
  for (let i = 0; i < n; i++) {
    const distance = Math.hypot(points[2 * i] - cx, points[2 * i + 1] - cy);
    if (distance > furthest) {
      furthest = distance;
      start = i;
    }
  }
  return openedAtPoint(points, start);
}
