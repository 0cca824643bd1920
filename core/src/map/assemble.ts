import type { MapDocument, MapLine, MapShape } from '../documents/index.js';
import { reversedPoints, signedArea, type Rect } from '../geometry/index.js';
import type { PixelWindow } from '../raster/index.js';
import { fitBudget } from './budget.js';
import type { LocatedArc } from './locate.js';
import { outside, type ArcUse, type PlanarMap } from './planar-map.js';
import type { Regions } from './regions.js';
import { lostContrast, softEdgeMm, type MapSettings } from './settings.js';
import { smoothCurves } from './curves.js';
import { fewestStraights } from './straights.js';
import type { ThinLine } from './thin-lines.js';

/** Where a map lies: the surface and the picture's frame on it, mm. */
export type Placement = { surface: { width: number; height: number }; frame: Rect };

/** What a map was made from, kept in it so that it can be made again. */
export type MapOrigin = { settings: MapSettings; crop: PixelWindow };

/** An arc as it will be drawn, in mm on the surface. */
export type DrawnArc = { points: Float64Array; contrast: number; softnessMm: number };

/** A thin line as it will be drawn, in mm on the surface, and the region it lies in. */
export type DrawnDetail = { points: Float64Array; contrast: number; region: number };

/** Curves are fitted this much closer than the tolerance asks, so that on the whole they lie on the boundary. */
const curveShare = 0.4;

/** Brings located arcs to the surface and follows them in straights or curves. */
export function drawArcs(
  map: PlanarMap,
  located: readonly LocatedArc[],
  raster: { width: number; height: number; pxPerMm: number },
  frame: Rect,
  settings: Pick<MapSettings, 'path' | 'toleranceMm'>,
): DrawnArc[] {
  return map.arcs.map((arc, index) => {
    const { points, contrast, softnessPx } = located[index];
    const mm = onSurface(points, raster, frame);
    const onFrame = arc.left === outside || arc.right === outside;
    return {
      points: onFrame ? ends(mm) : follow(mm, arc.closed, settings),
      contrast,
      softnessMm: softnessPx / raster.pxPerMm,
    };
  });
}

/** Brings thin lines to the surface and follows them in straights or curves. */
export function drawDetails(
  lines: readonly ThinLine[],
  regions: Regions,
  frame: Rect,
  settings: Pick<MapSettings, 'path' | 'toleranceMm'>,
): DrawnDetail[] {
  return lines.map(({ points, contrast }) => {
    const middle = (points.length >> 2) * 2;
    const region = regions.label[Math.floor(points[middle + 1]) * regions.width + Math.floor(points[middle])];
    return { points: follow(onSurface(points, regions, frame), false, settings), contrast, region };
  });
}

function onSurface(
  points: Float64Array,
  raster: { width: number; height: number },
  frame: Rect,
): Float64Array {
  const scaleX = frame.width / raster.width;
  const scaleY = frame.height / raster.height;
  return points.map((value, i) => (i % 2 === 0 ? frame.x + value * scaleX : frame.y + value * scaleY));
}

/** The frame is straight: its ends say all. A frame arc never turns, since the corners are junctions. */
function ends(points: Float64Array): Float64Array {
  return Float64Array.of(points[0], points[1], points[points.length - 2], points[points.length - 1]);
}

function follow(
  points: Float64Array,
  closed: boolean,
  { path, toleranceMm }: Pick<MapSettings, 'path' | 'toleranceMm'>,
): Float64Array {
  if (path === 'curved') {
    return smoothCurves(points, closed, { tolerance: curveShare * toleranceMm, arm: 1.5 });
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
  const out = new Float64Array(points.length + 2);
  out.set(points.subarray(2 * start));
  out.set(points.subarray(0, 2 * start), points.length - 2 * start);
  out[2 * n] = points[2 * start];
  out[2 * n + 1] = points[2 * start + 1];
  return out;
}

/** Builds the map document from drawn arcs. Deterministic: ids follow the order of the arcs and regions. */
export function assembleMap(
  regions: Regions,
  map: PlanarMap,
  drawn: readonly DrawnArc[],
  details: readonly DrawnDetail[],
  levelLightness: readonly number[],
  placement: Placement,
  { settings, crop }: MapOrigin,
): MapDocument {
  const lines = map.arcs.map((arc, index) => toLine(arc, index, drawn[index]));
  const longest = Math.hypot(placement.frame.width, placement.frame.height);
  for (const [index, line] of lines.entries()) line.weight = weigh(line, drawn[index].points, longest);
  for (const [index, detail] of details.entries()) {
    const line = toDetail(detail, index);
    lines.push({ ...line, weight: weigh(line, detail.points, longest) });
  }
  const filled = settings.mode !== 'lines';
  const shapes = map.rings.map((rings, region): MapShape => {
    const measured = rings
      .map((ring) => ({ ring, area: ringArea(ring, map, drawn) }))
      // The outer ring is the one that runs clockwise and so has the largest area.
      .sort((a, b) => b.area - a.area);
    return {
      id: `s${region + 1}`,
      level: regions.level[region],
      area: measured.reduce((sum, { area }) => sum + area, 0),
      rings: measured.map(({ ring }) =>
        ring.map((use) => ({ line: `a${use.arc + 1}`, reversed: use.reversed })),
      ),
    };
  });
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: placement.surface,
    frame: placement.frame,
    values: filled
      ? levelLightness.map((lightness, level) => ({ level, lightness: round(lightness, 2) }))
      : [],
    shapes: filled ? shapes : [],
    lines: fitBudget(filled ? lines : lines.map(withoutShapes), settings.minutes),
    settings: { ...settings, crop },
  };
}

function toLine(arc: PlanarMap['arcs'][number], index: number, drawn: DrawnArc): MapLine {
  const onFrame = arc.left === outside || arc.right === outside;
  const points = toPoints(drawn.points);
  const shape = (region: number) => (region === outside ? null : `s${region + 1}`);
  const edge = drawn.contrast < lostContrast ? 'lost' : drawn.softnessMm > softEdgeMm ? 'soft' : 'hard';
  return {
    id: `a${index + 1}`,
    kind: onFrame ? 'frame' : 'boundary',
    edge: onFrame ? 'hard' : edge,
    contrast: onFrame ? 0 : round(drawn.contrast, 2),
    softness: onFrame ? 0 : round(drawn.softnessMm, 3),
    weight: 0,
    closed: arc.closed,
    points,
    left: shape(arc.left),
    right: shape(arc.right),
  };
}

function toDetail({ points, contrast, region }: DrawnDetail, index: number): MapLine {
  const shape = `s${region + 1}`;
  return {
    id: `d${index + 1}`,
    kind: 'detail',
    edge: 'hard',
    contrast: round(contrast, 2),
    softness: 0,
    weight: 0,
    closed: false,
    points: toPoints(points),
    left: shape,
    right: shape,
  };
}

function withoutShapes(line: MapLine): MapLine {
  return { ...line, left: null, right: null };
}

function toPoints(flat: Float64Array): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < flat.length; i += 2) points.push([round(flat[i], 4), round(flat[i + 1], 4)]);
  return points;
}

/**
 * How much a line matters, 0–1: half from its contrast (60 L\* is a full step), a third from its length
 * against the picture's diagonal, the rest for a crisp edge.
 */
function weigh(line: MapLine, points: Float64Array, longestMm: number): number {
  if (line.kind === 'frame') return 0;
  let lengthMm = 0;
  for (let i = 2; i < points.length; i += 2) {
    lengthMm += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  }
  const contrast = Math.min(1, line.contrast / 60);
  const length = Math.min(1, Math.sqrt(lengthMm / longestMm));
  const crisp = line.edge === 'hard' ? 1 : line.edge === 'soft' ? 0.4 : 0;
  return round(contrast / 2 + length / 3 + crisp / 6, 4);
}

function ringArea(ring: readonly ArcUse[], map: PlanarMap, drawn: readonly DrawnArc[]): number {
  const points: number[] = [];
  for (const use of ring) {
    const run = use.reversed ? reversedPoints(drawn[use.arc].points) : drawn[use.arc].points;
    const last = map.arcs[use.arc].closed ? run.length : run.length - 2;
    for (let i = 0; i < last; i++) points.push(round(run[i], 4));
  }
  return signedArea(points);
}

function round(value: number, decimals: number): number {
  const factor = 10 ** decimals;
  return Math.round(value * factor) / factor;
}
