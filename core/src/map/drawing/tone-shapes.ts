import KDBush from 'kdbush';
import { encodeSrgb, luminanceOfLightness } from '../../colour/index.js';
import type { MapDocument, MapLine } from '../../documents/index.js';
import { divideRun, stepLength } from '../../geometry/index.js';
import type { Picture, Plane } from '../../raster/index.js';
import { toPoints } from '../lines/index.js';

/** A grey picture of a plane of L\*. */
export function pictureOfLightness({ width, height, data }: Plane): Picture {
  const bytes = new Uint8Array(3 * data.length);
  for (let i = 0; i < data.length; i++) {
    const lightness = Math.min(100, Math.max(0, data[i]));
    bytes.fill(Math.round(255 * encodeSrgb(luminanceOfLightness(lightness))), 3 * i, 3 * i + 3);
  }
  return { width, height, channels: 3, data: bytes };
}

/** A shape's boundary is a stroke's where it runs no further from it than this, mm on the sheet. */
const besideMm = 1.6;

/** Boundaries are looked at in steps of this, mm on the sheet. */
const stepMm = 0.5;

/** A stretch of a boundary shorter than this is no line of its own, mm on the sheet. */
const minStretchMm = 4;

/**
 * A map of strokes with the shapes of its tone. Where a shape ends on a stroke, the stroke is its contour: the boundary
 * there stays with its shape but is not drawn again.
 *
 * @param strokes the map of the strokes alone
 * @param tone the map of the tone alone, on the same surface
 * @param sheetScale how many times larger the drawing is on the surface than on its sheet
 */
export function withToneShapes(strokes: MapDocument, tone: MapDocument, sheetScale: number): MapDocument {
  const isBeside = nearness(strokes.lines, besideMm * sheetScale, stepMm * sheetScale);
  const pieces = new Map<string, MapLine[]>();
  for (const line of tone.lines) {
    if (line.kind === 'frame' || line.kind === 'boundary')
      pieces.set(line.id, line.kind === 'frame' ? [line] : partedBeside(line, isBeside, sheetScale));
  }
  return {
    ...strokes,
    values: tone.values,
    shapes: tone.shapes.map((shape) => ({
      ...shape,
      rings: shape.rings.map((ring) =>
        ring.flatMap((use) => {
          const own = (pieces.get(use.line) ?? []).map(({ id }) => ({ ...use, line: id }));
          return use.reversed ? own.reverse() : own;
        }),
      ),
    })),
    lines: [...[...pieces.values()].flat(), ...strokes.lines],
  };
}

/** A boundary runs along a stroke when it turns from it by less. */
const alongRad = (30 * Math.PI) / 180;

/** A place on a line, with the line's direction there. */
type Place = { x: number; y: number; ux: number; uy: number };

/** Tells whether a line runs along one of some others at a place. */
function nearness(lines: readonly MapLine[], withinMm: number, step: number) {
  const places = lines.flatMap((line) => denseOf(line, step));
  if (places.length === 0) return () => false;
  const index = new KDBush(places.length);
  for (const { x, y } of places) index.add(x, y);
  index.finish();
  return ({ x, y, ux, uy }: Place) =>
    index.within(x, y, withinMm).some((k) => {
      const other = places[k];
      return Math.abs(ux * other.ux + uy * other.uy) > Math.cos(alongRad);
    });
}

/** Places all along a line, no further apart than a step. */
function denseOf({ points, closed }: MapLine, step: number): Place[] {
  const stops = closed ? [...points, points[0]] : points;
  return stops.slice(1).flatMap(([x, y], i): Place[] => {
    const [fx, fy] = stops[i];
    const length = stepLength(x - fx, y - fy) || 1;
    const [ux, uy] = [(x - fx) / length, (y - fy) / length];
    const steps = Math.max(1, Math.ceil(length / step));
    const first = i === 0 ? [{ x: fx, y: fy, ux, uy }] : [];
    const rest = Array.from({ length: steps }, (_, k): Place => {
      const t = (k + 1) / steps;
      return { x: fx + t * (x - fx), y: fy + t * (y - fy), ux, uy };
    });
    return [...first, ...rest];
  });
}

/** A boundary as the stretches of it that lie beside strokes, which are not drawn, and those that do not. */
function partedBeside(line: MapLine, isBeside: (place: Place) => boolean, sheetScale: number): MapLine[] {
  const places = denseOf(line, stepMm * sheetScale);
  const fewest = Math.round(minStretchMm / stepMm);
  const beside = withoutShortStretches(places.map(isBeside), fewest);
  const cuts = beside.flatMap((is, i) => (i > 0 && is !== beside[i - 1] ? [i / (places.length - 1)] : []));
  const drawn = (is: boolean): Partial<MapLine> => (is ? { kept: false, leftOut: 'stroke' } : {});
  if (cuts.length === 0) return [{ ...line, ...drawn(beside[0]) }];
  const flat = Float64Array.from(places.flatMap(({ x, y }) => [x, y]));
  // A closed line is cut at its own beginning as well.
  return divideRun(flat, false, cuts).map((points, k) => ({
    ...line,
    id: `${line.id}.${k + 1}`,
    closed: false,
    points: toPoints(points),
    ...drawn(k % 2 === 0 ? beside[0] : !beside[0]),
  }));
}

/** Stretches shorter than so many places belong to what lies before them. */
function withoutShortStretches(is: readonly boolean[], fewest: number): boolean[] {
  const out = [...is];
  for (let start = 0; start < out.length;) {
    let end = start;
    while (end < out.length && out[end] === out[start]) end++;
    if (end - start < fewest && start > 0) out.fill(out[start - 1], start, end);
    start = end;
  }
  return out;
}
