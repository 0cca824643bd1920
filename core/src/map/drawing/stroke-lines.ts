import type { MapDocument, MapLine } from '../../documents/index.js';
import { smoothedBetweenCorners, type Rect } from '../../geometry/index.js';
import type { KnownStroke } from '../../strokes/index.js';
import type { Placement } from '../document/index.js';
import { follow, onSurface, round, toPoints } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import type { CleanUpLimits, Run } from './clean-up/index.js';
import type { DrawingRead, StrokeRaster } from './drawings.js';
import { edgeStretches, meanOf } from './stroke-edges.js';

/** A tremor of some size runs over about so many times its size along a line: standard deviation of the smoothing. */
const tremorLength = 3;

/** Corners that are no tremor. */
const keptCorners = { arm: 8, turnRad: (45 * Math.PI) / 180 };

/** Lines of a drawing follow its strokes this much closer than the boundaries of a photograph are followed. */
const strokeShare = 0.5;

/** What meets lies within so many pixels. */
const touchPx = 3;

/** The strokes that are taken of a drawing, and how they run on the surface with the tremor of the hand smoothed, mm. */
export type TakenStrokes = { strokes: KnownStroke[]; runs: Run[]; touchMm: number };

/** Takes the strokes that are wanted of a drawing. */
export function takeStrokes(
  { strokes, raster }: DrawingRead,
  frame: Rect,
  { faintStrokes, hatching, smoothMm }: Pick<MapSettings, 'faintStrokes' | 'hatching' | 'smoothMm'>,
): TakenStrokes {
  const wanted = strokes.filter(
    ({ kind }) =>
      kind === 'drawing' ||
      (kind === 'faint' && faintStrokes !== 'dropped') ||
      (kind === 'hatching' && hatching !== 'dropped'),
  );
  const runs = wanted.map(({ points, closed }) => ({
    points: calmed(onSurface(points, raster, frame), closed, smoothMm, raster.pxPerMm),
    closed,
  }));
  return { strokes: wanted, runs, touchMm: touchPx / raster.pxPerMm };
}

/** How far a drawing is cleaned up, by the settings. */
export function cleanUpLimits(settings: MapSettings): CleanUpLimits {
  const { symmetryMm, ellipsesMm, straightenMm, levelDeg } = settings;
  return { symmetry: symmetryMm, ellipses: ellipsesMm, straights: straightenMm, level: levelDeg };
}

/** A map of strokes taken of a drawing: every line wanted, none weighed yet. */
export function mapOfStrokes(
  { strokes, runs }: Pick<TakenStrokes, 'strokes' | 'runs'>,
  raster: StrokeRaster,
  placement: Placement,
  settings: MapSettings,
  kept: Record<string, unknown>,
): MapDocument {
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: placement.surface,
    frame: placement.frame,
    values: [],
    shapes: [],
    lines: strokes.flatMap((stroke, k) => linesOf(stroke, runs[k], `k${k + 1}`, raster, settings)),
    settings: kept,
  };
}

/** The lines of a stroke: one, or several where its edge turns soft and hard. */
function linesOf(
  stroke: KnownStroke,
  run: Run,
  id: string,
  { pxPerMm, sheetScale }: StrokeRaster,
  settings: MapSettings,
): MapLine[] {
  const softUnder = stroke.kind === 'drawing' && !stroke.black ? settings.softUnder : null;
  const stretches = edgeStretches(stroke, run, softUnder, pxPerMm * sheetScale);
  return stretches.map(({ run: { points, closed }, edge, strength, darkness }, k) => ({
    id: stretches.length === 1 ? id : `${id}.${k + 1}`,
    kind: stroke.kind === 'hatching' && settings.hatching === 'direction' ? 'direction' : 'detail',
    edge,
    of: 'stroke',
    contrast: round(Math.min(100, darkness), 2),
    softness: 0,
    weight: 0,
    closed,
    points: toPoints(
      follow(points, closed, {
        path: settings.path,
        toleranceMm: settings.path === 'curved' ? strokeShare * settings.toleranceMm : settings.toleranceMm,
      }),
    ),
    left: null,
    right: null,
    width: round(meanOf(stroke.widths) / pxPerMm, 2),
    strength: round(Math.min(1, strength), 3),
    ...(stroke.kind === 'faint' && settings.faintStrokes === 'dotted' ? { dotted: true } : {}),
  }));
}

/**
 * Takes the tremor of the hand out of a run: smoothed along its way, and no point moved by more than asked.
 *
 * @param mm x0, y0 … about evenly spaced
 * @param maxMm how far a point may be moved
 */
function calmed(mm: Float64Array, closed: boolean, maxMm: number, pointsPerMm: number): Float64Array {
  if (maxMm <= 0) return mm;
  const smooth = smoothedBetweenCorners(mm, closed, tremorLength * maxMm * pointsPerMm, keptCorners);
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
