import type { MapDocument, MapLine } from '../../documents/index.js';
import { smoothedRun, type Rect } from '../../geometry/index.js';
import type { KnownStroke } from '../../strokes/index.js';
import type { Placement } from '../document/index.js';
import { follow, onSurface, round, toPoints } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import type { DrawingRead } from './drawings.js';

/** A tremor of some size runs over about so many times its size along a line: standard deviation of the smoothing. */
const tremorLength = 3;

/** Lines of a drawing follow its strokes this much closer than the boundaries of a photograph are followed. */
const strokeShare = 0.5;

/** A map of the strokes of a drawing: every line wanted, none weighed yet. */
export function mapOfStrokes(
  read: DrawingRead,
  placement: Placement,
  settings: MapSettings,
  kept: Record<string, unknown>,
): MapDocument {
  const wanted = read.strokes.filter(
    ({ kind }) => kind === 'drawing' || (kind === 'faint' && settings.faintStrokes !== 'dropped'),
  );
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: placement.surface,
    frame: placement.frame,
    values: [],
    shapes: [],
    lines: wanted.map((stroke, index) => lineOf(stroke, index, read, placement.frame, settings)),
    settings: kept,
  };
}

function lineOf(
  stroke: KnownStroke,
  index: number,
  { raster }: DrawingRead,
  frame: Rect,
  settings: MapSettings,
): MapLine {
  const mm = onSurface(stroke.points, raster, frame);
  const calm = calmed(mm, stroke.closed, settings.smoothMm, raster.pxPerMm);
  const points = follow(calm, stroke.closed, {
    path: settings.path,
    toleranceMm: settings.path === 'curved' ? strokeShare * settings.toleranceMm : settings.toleranceMm,
  });
  const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
  return {
    id: `k${index + 1}`,
    kind: 'detail',
    edge: 'hard',
    of: 'stroke',
    contrast: round(Math.min(100, mean(stroke.darkness)), 2),
    softness: 0,
    weight: 0,
    closed: stroke.closed,
    points: toPoints(points),
    left: null,
    right: null,
    width: round(mean(stroke.widths) / raster.pxPerMm, 2),
    strength: round(Math.min(1, stroke.strength), 3),
    ...(stroke.kind === 'faint' && settings.faintStrokes === 'dotted' ? { dotted: true } : {}),
  };
}

/**
 * Takes the tremor of the hand out of a run: smoothed along its way, and no point moved by more than asked.
 *
 * @param mm x0, y0 … about evenly spaced
 * @param maxMm how far a point may be moved
 */
function calmed(mm: Float64Array, closed: boolean, maxMm: number, pointsPerMm: number): Float64Array {
  if (maxMm <= 0) return mm;
  const smooth = smoothedRun(mm, closed, tremorLength * maxMm * pointsPerMm);
  const out = mm.slice();
  for (let i = 0; i < out.length; i += 2) {
    const [dx, dy] = [smooth[i] - mm[i], smooth[i + 1] - mm[i + 1]];
    const off = Math.hypot(dx, dy);
    const share = off > maxMm ? maxMm / off : 1;
    out[i] += dx * share;
    out[i + 1] += dy * share;
  }
  return out;
}
